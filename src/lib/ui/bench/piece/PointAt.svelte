<!-- A surface, drawn to its proportions; a flaw is pointed at on it. -->
<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Place {
    /** shares of width and height, 0 to 1 */
    x: number;
    y: number;
  }
  interface Props {
    /** mm */
    width: number;
    height: number;
    /** what is pressed, in words */
    label: string;
    flaws: readonly (Place & { id: string })[];
    /** where somebody just pointed */
    pointed: Place | null;
    point: (at: Place) => void;
    /** draws it, so large */
    children: Snippet<[w: number, h: number]>;
  }
  let { width, height, label, flaws, pointed, point, children }: Props = $props();
  const scale = $derived(Math.min(150 / width, 190 / height));
  const w = $derived(Math.max(44, width * scale));
  const h = $derived(Math.max(44, height * scale));
  const share = (n: number) => Math.round(Math.min(1, Math.max(0, n)) * 1000) / 1000;

  function pick(event: MouseEvent & { currentTarget: HTMLElement }) {
    const box = event.currentTarget.getBoundingClientRect();
    // A key has no place: the middle.
    if (event.detail === 0) point({ x: 0.5, y: 0.5 });
    else
      point({
        x: share((event.clientX - box.x) / box.width),
        y: share((event.clientY - box.y) / box.height),
      });
  }
</script>

<button type="button" class="face" style:width="{w}px" style:height="{h}px" onclick={pick} aria-label={label}>
  <svg width={w} height={h} viewBox="0 0 {w} {h}" aria-hidden="true">
    {@render children(w, h)}
    {#each flaws as f (f.id)}
      <circle cx={f.x * w} cy={f.y * h} r="9" class="flaw" />
    {/each}
    {#if pointed}<circle cx={pointed.x * w} cy={pointed.y * h} r="9" class="flaw new" />{/if}
  </svg>
</button>

<style>
  .face {
    padding: 0;
    border: 0;
    background: none;
    cursor: crosshair;
    display: block;
  }
  .flaw {
    fill: none;
    stroke: var(--bad);
    stroke-width: 3;
  }
  .new {
    stroke-dasharray: 3 3;
  }
</style>
