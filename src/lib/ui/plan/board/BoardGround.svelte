<!-- What the bars of the board are drawn on: closed hours, days, a row for each lot. -->
<script lang="ts">
  import { sayDay, startOfDay } from '$core/units/clock-time';
  import type { BoardScale } from './board-scale';

  interface Props {
    scale: BoardScale;
    lots: readonly { name: string; pieces: number }[];
    /** ms since 1970 */
    from: number;
    to: number;
    zone: string;
    /** of the rows, px */
    top: number;
    bottom: number;
    rowY: (lot: string) => number;
  }
  let { scale, lots, from, to, zone, top, bottom, rowY }: Props = $props();
  /** Longer than any day, shorter than two, ms: the start of the next day is looked for from there. */
  const INTO_NEXT_DAY = 26 * 3_600_000;
  /** Room for a day's name, px. */
  const DAY_WORDS = 80;
  const days = $derived.by(() => {
    const out: { at: number; x: number; words: string }[] = [];
    /** where the last words end */
    let taken = 0;
    for (let d = from; d < to; d = startOfDay(d + INTO_NEXT_DAY, zone)) {
      const first = scale.stretches.find(
        (s) => !s.closed && s.b > d && s.a < startOfDay(d + INTO_NEXT_DAY, zone),
      );
      if (!first) continue;
      const at = scale.x(Math.max(d, first.a));
      const words = at >= taken ? sayDay(d, zone) : '';
      if (words) taken = at + DAY_WORDS;
      out.push({ at: d, x: at, words });
    }
    return out;
  });
</script>

{#each scale.stretches as s (s.a)}
  {#if s.closed}<rect x={s.x} y={top - 6} width={s.w} height={bottom - top + 6} fill="url(#closed)" />{/if}
{/each}
{#each days as day (day.at)}
  <line x1={day.x} x2={day.x} y1={top - 6} y2={bottom} stroke="var(--line-strong)" stroke-width="0.8" />
  <text x={day.x + 3} y="13" font-size="12.5" font-weight="600" fill="var(--ink)">{day.words}</text>
{/each}
{#each lots as lot, row (row)}
  <text x="0" y={rowY(lot.name) + 16} font-size="13" fill="var(--ink)"
    ><tspan font-weight="600">{lot.pieces ? `Lot ${lot.name}` : lot.name}</tspan><tspan
      dx="5"
      fill="var(--soft)"
      font-size="12">{lot.pieces || ''}</tspan
    ></text
  >
  <line x1="0" x2={scale.width} y1={rowY(lot.name) + 26} y2={rowY(lot.name) + 26} stroke="var(--line)" />
{/each}
