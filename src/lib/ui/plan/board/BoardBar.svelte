<!-- One operation on the board: its bar, what it dries until, its recoat window; moved by pointer or keys. -->
<script lang="ts">
  import { MINUTE } from '$core/units/durations';
  import type { Bar } from '$server/services/plan/bar';
  import type { BoardMove } from './board-move.svelte';

  interface Props {
    bar: Bar;
    /** top of its row, px */
    y: number;
    x: (ms: number) => number;
    /** last moment of the board, ms since 1970 */
    to: number;
    describe: (bar: Bar) => string;
    move: BoardMove;
    picked: boolean;
    pick: (bar: Bar | null) => void;
  }
  let { bar, y, x, to, describe, move, picked, pick }: Props = $props();
  const left = $derived(x(bar.start));
  const w = $derived(Math.max(3, x(bar.end) - left));
  const movable = $derived(move.can(bar));
  const fill = $derived(bar.kind === 'coat' ? (bar.primer ? 'var(--primer)' : bar.hex) : 'var(--card)');
  /** A label is in its bar when it fits there, otherwise it shortens to the face, otherwise it goes. */
  const text = $derived.by(() => {
    const face = bar.face === 'back' ? 'B ' : bar.face === 'front' ? 'F ' : '';
    const long = face + bar.short;
    const brief = bar.kind === 'coat' ? (bar.primer ? 'p' : bar.short) : (bar.short[0] ?? '');
    if (w > long.length * 5.6 + 4) return long;
    return w > brief.length * 6 + 3 ? brief : '';
  });
</script>

{#if bar.windowUntil !== null && bar.dryUntil !== null && bar.windowUntil > bar.dryUntil}
  {@const until = Math.min(bar.windowUntil, to)}
  <path
    d="M{x(bar.dryUntil)},{y + 22} v3 H{x(until)} {bar.windowUntil < to ? 'v-3' : ''}"
    fill="none"
    stroke="var(--warn)"
    stroke-width="1.2"
  />
{/if}
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<g
  role={movable ? 'button' : 'img'}
  aria-label={movable ? `${describe(bar)}. Arrow keys move it, Enter pins it.` : describe(bar)}
  tabindex={movable ? 0 : undefined}
  class:movable
  data-operation={bar.operation}
  onpointerenter={() => pick(bar)}
  onpointerleave={() => pick(null)}
  onfocus={() => pick(bar)}
  onblur={() => {
    pick(null);
    move.blur();
  }}
  onpointerdown={(e) => move.grab(e, bar)}
  onpointermove={move.drag}
  onpointerup={move.drop}
  onpointercancel={move.leave}
  onkeydown={(e) => move.key(e, bar)}
>
  <rect
    x={left}
    {y}
    width={w}
    height="22"
    {fill}
    stroke={picked ? 'var(--act)' : 'var(--ink)'}
    stroke-width={bar.tense === 'now' || picked ? 2 : 0.9}
    stroke-dasharray={bar.tense === 'planned' ? '3 2' : undefined}
  />
  <text
    x={left + 3}
    y={y + 15}
    font-size="11"
    font-family="var(--cond)"
    pointer-events="none"
    fill="var(--ink)">{text}</text
  >
  {#if bar.setup}<rect
      x={left}
      {y}
      width={Math.max(1, x(bar.start + bar.setup * MINUTE) - left)}
      height="22"
      fill="url(#over)"
      pointer-events="none"
    />{/if}
  {#if bar.pinned}<circle cx={left + 1} cy={y} r="4" fill="var(--act)" stroke="var(--card)" />{/if}
  <title>{describe(bar)}</title>
</g>

<style>
  .movable {
    cursor: grab;
  }
  g:focus-visible {
    outline: 3px solid var(--act);
  }
</style>
