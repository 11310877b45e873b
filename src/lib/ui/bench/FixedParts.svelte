<!-- The parts of the fixed work: a flaw is pointed at on one, and what is open on them. -->
<script lang="ts">
  import { fixedParts } from '$core/bench/view/view';
  import { sayTime } from '$core/units/clock-time';
  import Choice from '$ui/kit/Choice.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { getField } from '$ui/field/field-context';
  import { getBench } from './bench-page.svelte';
  import FlawForm from './piece/FlawForm.svelte';
  import OpenFlaw from './piece/OpenFlaw.svelte';
  import PointAt from './piece/PointAt.svelte';

  const bench = getBench();
  const field = getField();
  const parts = $derived(fixedParts(field.bench, field.photos));
  const flawed = $derived(parts.filter((p) => p.flaws.length > 0));
  let wanted = $state('');
  const part = $derived(parts.find((p) => p.id === wanted) ?? null);
  let at: { x: number; y: number } | null = $state(null);
  const time = (ms: number) => sayTime(ms, bench.zone);
</script>

{#each flawed as p (p.id)}
  {#each p.flaws as flaw (flaw.id)}<OpenFlaw {flaw} where={`, ${p.name}`} {time} />{/each}
{/each}
{#if parts.length}
  <FoldOut words="A flaw on a frame, an end or a moulding">
    <Choice label="On which" name="part" bind:chosen={wanted}>
      <Option value="" text="Choose the part" />
      {#each parts as p (p.id)}<Option
          value={p.id}
          text={p.around.length ? `${p.name}, around ${p.around.join(' ')}` : p.name}
        />{/each}
    </Choice>
    {#if part}
      <p class="soft">{part.colour}. Point at it.</p>
      <PointAt
        width={part.w}
        height={part.h}
        label="A flaw on the {part.name}"
        flaws={part.flaws}
        pointed={at}
        point={(place) => (at = place)}
      >
        {#snippet children(w, h)}
          <rect
            x="1"
            y="1"
            width={w - 2}
            height={h - 2}
            fill={part.hex}
            stroke="var(--ink)"
            stroke-width="1.5"
          />
          {#if part.kind === 'face-frame'}
            {@const stick = Math.max(5, Math.min(w, h) * 0.09)}
            <rect
              x={stick}
              y={stick}
              width={w - 2 * stick}
              height={h - 2 * stick}
              fill="var(--paper)"
              stroke="var(--ink)"
            />
          {/if}
        {/snippet}
      </PointAt>
      {#if at}
        <FlawForm on={part.id} where={part.name} at={{ face: 'front', ...at }} done={() => (at = null)} />
      {/if}
    {/if}
  </FoldOut>
{/if}
