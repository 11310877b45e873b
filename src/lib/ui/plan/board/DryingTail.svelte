<!-- What dries after an operation, until it is ready for the next. -->
<script lang="ts">
  import type { Bar } from '$server/services/plan/bar';

  interface Props {
    bar: Bar;
    /** top of its row, px */
    y: number;
    x: (ms: number) => number;
    /** last moment of the board, ms since 1970 */
    to: number;
  }
  let { bar, y, x, to }: Props = $props();
</script>

{#if bar.dryUntil !== null && bar.dryUntil > bar.end}
  {@const until = Math.min(bar.dryUntil, to)}
  <rect x={x(bar.end)} y={y + 3} width={Math.max(0, x(until) - x(bar.end))} height="16" fill="url(#tail)" />
  {#if bar.dryUntil < to}<line
      x1={x(until)}
      x2={x(until)}
      y1={y}
      y2={y + 22}
      stroke="var(--ready)"
      stroke-width="1.6"
    />{/if}
{/if}
