<!-- A door as it hangs, with its hinges where they are. -->
<script lang="ts">
  interface Props {
    w: number;
    h: number;
    side: 'left' | 'right' | null;
    heights: readonly number[];
    /** what is drawn in words */
    words: string;
  }
  let { w, h, side, heights, words }: Props = $props();
  const TALL = 150;
  const scale = $derived(TALL / Math.max(h, w * 0.75));
  const [width, height] = $derived([w * scale, h * scale]);
</script>

<svg
  viewBox="-14 -4 {width + 28} {height + 8}"
  style:height="{Math.min(TALL, height) + 8}px"
  role="img"
  aria-label={words}
>
  <rect x="0" y="0" {width} {height} class="door" />
  {#if side}
    <path
      d={side === 'left'
        ? `M${width} 0 L0 ${height / 2} L${width} ${height}`
        : `M0 0 L${width} ${height / 2} L0 ${height}`}
      class="swing"
    />
    {#each heights as y, i (i)}
      <rect x={side === 'left' ? -8 : width - 2} y={y * scale - 5} width="10" height="10" class="hinge" />
    {/each}
  {/if}
  <path d="M{width / 2} 12 l-5 8 h10 z" class="up" />
</svg>

<style>
  svg {
    display: block;
    max-width: 100%;
  }
  .door {
    fill: none;
    stroke: var(--ink);
    stroke-width: 1.5;
  }
  .swing {
    fill: none;
    stroke: var(--ink);
    stroke-width: 0.7;
    stroke-dasharray: 4 4;
  }
  .hinge,
  .up {
    fill: var(--ink);
  }
</style>
