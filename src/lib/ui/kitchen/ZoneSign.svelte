<script lang="ts">
  import type { Sign } from '$core/labels/label-set';

  let { sign, x = 0, y = 0, size = 14 }: { sign: Sign; x?: number; y?: number; size?: number } = $props();
  const s = $derived(size);
</script>

<g transform="translate({x} {y})" fill="var(--ink)" stroke="var(--card)" stroke-width="1.2">
  {#if sign === 'disc'}
    <circle cx={s / 2} cy={s / 2} r={s / 2} />
  {:else if sign === 'ring'}
    <circle cx={s / 2} cy={s / 2} r={s * 0.4} fill="none" stroke="var(--ink)" stroke-width={s * 0.2} />
  {:else if sign === 'square'}
    <rect width={s} height={s} />
  {:else if sign === 'bar'}
    <rect y={s * 0.3} width={s} height={s * 0.4} />
  {:else if sign === 'triangle'}
    <polygon points="0,{s} {s / 2},0 {s},{s}" />
  {:else}
    <polygon points="0,{s / 2} {s / 2},0 {s},{s / 2} {s / 2},{s}" />
  {/if}
</g>
