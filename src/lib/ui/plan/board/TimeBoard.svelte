<!-- The plan on a time axis: lots as rows, operations as bars, drying behind them, the air above and the rack below. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { sayClock, sayTime } from '$core/units/clock-time';
  import type { Measures } from '$core/units/measures';
  import type { RackStep } from '$core/job-plan/rack-use';
  import type { Bar } from '$server/services/plan/bar';
  import AirStrip from './AirStrip.svelte';
  import { BoardMove } from './board-move.svelte';
  import { boardScale } from './board-scale';
  import BoardBar from './BoardBar.svelte';
  import BoardGround from './BoardGround.svelte';
  import BoardLegend from './BoardLegend.svelte';
  import DryingTail from './DryingTail.svelte';
  import RackStrip from './RackStrip.svelte';

  interface Props {
    bars: Bar[];
    /** ms since 1970 */
    from: number;
    to: number;
    open: [number, number][];
    rackSlots: number;
    /** how full the rack is, from moment to moment */
    rack: RackStep[];
    /** rows, the pieces' lots first; a row without pieces is the kitchen's */
    lots: { name: string; pieces: number }[];
    /** the place's air by the hour */
    air?: { at: number; celsius: number; humidity: number }[];
    measures?: Measures;
    now: number;
    zone: string;
    hex: string;
    handBack: number | null;
    /** what a pin would give, in words; asked while a bar is dragged */
    onTry?: (operation: string, at: number) => Promise<string>;
    /** a bar was dropped, or let go of (null) */
    onPin?: (operation: string, at: number | null) => void;
  }
  let {
    bars,
    from,
    to,
    open,
    rackSlots,
    rack,
    lots,
    air = [],
    measures = 'metric',
    now,
    zone,
    hex,
    handBack,
    onTry,
    onPin,
  }: Props = $props();

  let available = $state(880);
  let scroller: HTMLElement | undefined = $state();
  let svg: SVGSVGElement | undefined = $state();
  let nights = $state(false);
  let picked: Bar | null = $state(null);
  const LABELS = 74;
  const RIGHT = 8;
  const ROW = 30;
  const AIR = 34;
  const RACK = 46;
  /** Room for an hour, px; 0: as much as fits the screen. */
  const ZOOMS = [
    { name: 'Weeks', perHour: 2.5 },
    { name: 'Fit', perHour: 0 },
    { name: 'Days', perHour: 28 },
    { name: 'Hours', perHour: 96 },
  ];
  let zoom = $state(1);
  const scale = $derived(
    boardScale({
      from,
      to,
      open,
      worked: bars.filter((b) => b.tense !== 'planned').map((b): [number, number] => [b.start, b.end]),
      left: LABELS,
      right: RIGHT,
      room: available,
      perHour: ZOOMS[zoom]?.perHour ?? 0,
      nights,
    }),
  );
  const { x, width } = $derived(scale);
  $effect(() => {
    // Where the board is wider than the screen it opens at the present.
    if (scroller) scroller.scrollLeft = x(now) - scroller.clientWidth / 2;
  });
  const move = new BoardMove({
    scale: () => scale,
    left: () => svg?.getBoundingClientRect().left ?? 0,
    now: () => now,
    onTry: (operation, at) => onTry?.(operation, at) ?? Promise.resolve(''),
    get onPin() {
      return onPin;
    },
  });
  const moving = $derived(move.bar);

  const seen = $derived(air.filter((a) => a.at >= from && a.at <= to));
  const warm = $derived(seen.length > 1);
  const top = $derived(26 + (warm ? AIR : 0));
  const rowY = (lot: string) => top + lots.findIndex((l) => l.name === lot) * ROW;
  const rackTop = $derived(top + lots.length * ROW + 22);
  const height = $derived(rackTop + RACK + 34);
  const describe = (bar: Bar) =>
    `${bar.where === 'kitchen' && bar.kind !== 'hang' ? 'Kitchen' : `Lot ${bar.lot}`}: ${bar.words}, ${sayTime(bar.start, zone)} to ${sayClock(bar.end, zone)}, ${bar.who}${bar.dryUntil ? `; ${bar.readyFor} from ${sayTime(bar.dryUntil, zone)}` : ''}${bar.windowUntil ? `; recoat before ${sayTime(bar.windowUntil, zone)}` : ''}${bar.setup ? `; ${bar.setup} min of changing over in it` : ''}${bar.pinned ? '; pinned' : ''}`;
</script>

<section bind:clientWidth={available} aria-label="Time board">
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="scroll" bind:this={scroller} role="group" aria-label="Board of lots by time" tabindex="0">
    <svg bind:this={svg} {width} {height} viewBox="0 0 {width} {height}">
      {#if warm}<AirStrip air={seen} top={26} height={AIR} {x} {measures} />{/if}
      <BoardGround {scale} {lots} {from} {to} {zone} {top} bottom={height - 34} {rowY} />
      {#each bars as bar (`tail ${bar.id}`)}<DryingTail {bar} y={rowY(bar.lot)} {x} {to} />{/each}
      {#each bars as bar (bar.id)}
        <BoardBar
          {bar}
          y={rowY(bar.lot)}
          {x}
          {to}
          {describe}
          {move}
          picked={bar === picked}
          pick={(one) => (picked = one)}
        />
      {/each}
      {#if moving}
        {@const w = Math.max(3, x(moving.at + moving.bar.end - moving.bar.start) - x(moving.at))}
        <rect
          x={x(moving.at)}
          y={rowY(moving.bar.lot) - 2}
          width={w}
          height="26"
          fill="none"
          stroke="var(--act)"
          stroke-width="2.4"
          pointer-events="none"
        />
      {/if}
      <RackStrip
        {rack}
        slots={rackSlots}
        top={rackTop}
        height={RACK}
        left={LABELS}
        right={width - RIGHT}
        {x}
      />
      {#if now > from && now < to}
        <line x1={x(now)} x2={x(now)} y1={top - 8} y2={height - 34} stroke="var(--bad)" stroke-width="1.8" />
        <text x={x(now)} y={height - 20} text-anchor="middle" font-size="12" fill="var(--bad)">now</text>
      {/if}
      {#if handBack !== null}
        <line
          x1={x(handBack)}
          x2={x(handBack)}
          y1={top - 8}
          y2={height - 34}
          stroke="var(--act)"
          stroke-width="2.4"
        />
        <text
          x={Math.min(width - 4, x(handBack) + 4)}
          y={height - 20}
          text-anchor="end"
          font-size="12.5"
          font-weight="600"
          fill="var(--act)">hand back planned {sayTime(handBack, zone)}</text
        >
      {/if}
    </svg>
  </div>
  <div class="under">
    <BoardLegend
      {hex}
      folded={!nights}
      air={warm}
      setup={bars.some((b) => b.setup)}
      windows={bars.some((b) => b.windowUntil !== null)}
    />
    <span class="row" role="group" aria-label="Zoom">
      {#each ZOOMS as z, i (z.name)}
        <Button kind="tool" aria-pressed={zoom === i} onclick={() => (zoom = i)}>{z.name}</Button>
      {/each}
    </span>
    <Tick class="line" bind:ticked={nights}>nights to scale</Tick>
  </div>
  <p class="picked" aria-live="polite">
    {#if moving}
      <b>{moving.bar.words}</b> at <b>{sayTime(moving.at, zone)}</b>{move.outcome
        ? `: ${move.outcome}`
        : ' …'}
    {:else if picked}
      {describe(picked)}
    {:else}
      Point at a bar to read it{onPin ? '; drag one to pin it' : ''}. The same list is below, day by day.
    {/if}
  </p>
</section>

<style>
  section {
    min-width: 0;
  }
  .scroll {
    overflow-x: auto;
  }
  svg {
    display: block;
  }
  .under {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 16px;
    align-items: center;
    font-size: 13px;
  }
  @media print {
    .scroll {
      overflow: visible;
    }
    svg {
      width: 100%;
      height: auto;
    }
    .under,
    .picked {
      display: none;
    }
  }
  .picked {
    min-height: 22px;
    color: var(--soft);
  }
</style>
