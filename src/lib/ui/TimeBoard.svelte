<script lang="ts">
  import { sayClock, sayDay, sayTime, startOfDay } from '$core/units/clock-time';
  import { formatTemperature, type Measures } from '$core/units/measures';
  import type { RackStep } from '$core/job-plan/rack-use';
  import type { Bar } from '$server/services/plan/bar';

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
  $effect(() => {
    // Where the board is wider than the screen it opens at the present.
    if (scroller) scroller.scrollLeft = x(now) - scroller.clientWidth / 2;
  });
  let nights = $state(false);
  let picked: Bar | null = $state(null);
  const LABELS = 74;
  const ROW = 30;
  const HOUR = 3_600_000;
  const MINUTE = 60_000;
  /** Minutes that a bar snaps to and that an arrow key moves it. */
  const SNAP = 5;
  const NUDGE = 15;
  /** Room for an hour, px; 0: as much as fits the screen. */
  const ZOOMS = [
    { name: 'Weeks', perHour: 2.5 },
    { name: 'Fit', perHour: 0 },
    { name: 'Days', perHour: 28 },
    { name: 'Hours', perHour: 96 },
  ];
  let zoom = $state(1);
  /** Below so many px an hour nothing can be told apart: then the board is wider than the screen. */
  const LEAST = 4;

  /** Stretches of time, closed ones folded to a thin band unless they are wanted. */
  const stretches = $derived.by(() => {
    const cuts: { a: number; b: number; closed: boolean }[] = [];
    const spans = [
      ...open,
      ...bars.filter((b) => b.tense !== 'planned').map((b): [number, number] => [b.start, b.end]),
    ]
      .map(([a, b]): [number, number] => [Math.max(from, a), Math.min(to, b)])
      .filter(([a, b]) => a < b)
      .sort((x, y) => x[0] - y[0]);
    let at = from;
    for (const [a, b] of spans) {
      if (a > at) cuts.push({ a: at, b: a, closed: true });
      const last = cuts.at(-1);
      if (a < at && last && !last.closed) {
        last.b = Math.max(last.b, b);
        at = Math.max(at, b);
        continue;
      }
      if (Math.max(a, at) < b) cuts.push({ a: Math.max(a, at), b, closed: false });
      at = Math.max(at, b);
    }
    if (at < to) cuts.push({ a: at, b: to, closed: true });
    return cuts;
  });
  const FOLD = 16;
  const LUNCH = 5;
  const folded = (s: { a: number; b: number; closed: boolean }) => (s.b - s.a > 2 * HOUR ? FOLD : LUNCH);
  const scaled = $derived.by(() => {
    const room = available - LABELS - 8;
    const hours = stretches.reduce((n, s) => n + (s.closed && !nights ? 0 : s.b - s.a), 0) / HOUR;
    const fixed = nights ? 0 : stretches.reduce((n, s) => n + (s.closed ? folded(s) : 0), 0);
    const wanted = ZOOMS[zoom]?.perHour ?? 0;
    const perHour = wanted || Math.max(nights ? 2 : LEAST, (room - fixed) / Math.max(1, hours));
    let x = LABELS;
    return stretches.map((s) => {
      const w = s.closed && !nights ? folded(s) : ((s.b - s.a) / HOUR) * perHour;
      const out = { ...s, x, w };
      x += w;
      return out;
    });
  });
  const width = $derived(Math.ceil((scaled.at(-1)?.x ?? LABELS) + (scaled.at(-1)?.w ?? 0) + 8));
  const x = (ms: number) => {
    const s = scaled.find((k) => ms <= k.b) ?? scaled.at(-1);
    return s ? s.x + (Math.max(0, Math.min(ms, s.b) - s.a) / (s.b - s.a)) * s.w : LABELS;
  };
  /** The moment at a place on the board: the other way of x. */
  const momentAt = (px: number): number => {
    const s = scaled.find((k) => px <= k.x + k.w) ?? scaled.at(-1);
    return s ? s.a + (Math.max(0, Math.min(px - s.x, s.w)) / s.w) * (s.b - s.a) : from;
  };
  const snapped = (ms: number): number => Math.round(ms / (SNAP * MINUTE)) * SNAP * MINUTE;

  /** The bar that is being moved, and where to. */
  let moving: { bar: Bar; at: number; pointer: number | null; grip: number } | null = $state(null);
  let outcome = $state('');
  let asking = false;
  let asked: number | null = null;
  /** Asks for the newest place only, one question at a time. */
  async function askEffect(): Promise<void> {
    if (asking || !moving || !onTry || !moving.bar.operation) return;
    const { bar, at } = moving;
    if (asked === at) return;
    asking = true;
    asked = at;
    const says = await onTry(bar.operation ?? '', at).catch((e: unknown) =>
      e instanceof Error ? e.message : '',
    );
    asking = false;
    if (!moving) return;
    if (moving.at === at) outcome = says;
    else void askEffect();
  }
  const canMove = (bar: Bar): boolean => bar.operation !== null && onPin !== undefined;
  function grab(event: PointerEvent, bar: Bar): void {
    if (!canMove(bar) || event.button !== 0) return;
    const box = svg?.getBoundingClientRect();
    const px = event.clientX - (box?.left ?? 0);
    moving = { bar, at: bar.start, pointer: event.pointerId, grip: px - x(bar.start) };
    outcome = '';
    asked = null;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
  }
  function drag(event: PointerEvent): void {
    if (!moving || moving.pointer !== event.pointerId) return;
    const px = event.clientX - (svg?.getBoundingClientRect().left ?? 0);
    const at = Math.max(snapped(now + SNAP * MINUTE), snapped(momentAt(px - moving.grip)));
    if (at === moving.at) return;
    moving = { ...moving, at };
    void askEffect();
  }
  function drop(event: PointerEvent): void {
    if (!moving || moving.pointer !== event.pointerId) return;
    const { bar, at } = moving;
    moving = null;
    if (bar.operation && Math.abs(at - bar.start) >= SNAP * MINUTE) onPin?.(bar.operation, at);
  }
  function key(event: KeyboardEvent, bar: Bar): void {
    if (!canMove(bar) || !bar.operation) return;
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (step) {
      event.preventDefault();
      const was = moving?.bar.id === bar.id ? moving.at : bar.start;
      const at = Math.max(
        snapped(now + SNAP * MINUTE),
        snapped(was + step * (event.shiftKey ? 60 : NUDGE) * MINUTE),
      );
      moving = { bar, at, pointer: null, grip: 0 };
      void askEffect();
    } else if (event.key === 'Enter' && moving?.bar.id === bar.id) {
      event.preventDefault();
      const { at } = moving;
      moving = null;
      onPin?.(bar.operation, at);
    } else if (event.key === 'Escape') moving = null;
    else if ((event.key === 'Delete' || event.key === 'Backspace') && bar.pinned)
      onPin?.(bar.operation, null);
  }
  let svg: SVGSVGElement | undefined = $state();

  /** Room for a day's name, px. */
  const DAY_WORDS = 80;
  const days = $derived.by(() => {
    const out: { at: number; x: number; words: string }[] = [];
    /** where the last words end */
    let taken = 0;
    for (let d = from; d < to; d = startOfDay(d + 26 * HOUR, zone)) {
      const first = scaled.find((s) => !s.closed && s.b > d && s.a < startOfDay(d + 26 * HOUR, zone));
      if (!first) continue;
      const at = x(Math.max(d, first.a));
      const words = at >= taken ? sayDay(d, zone) : '';
      if (words) taken = at + DAY_WORDS;
      out.push({ at: d, x: at, words });
    }
    return out;
  });
  const AIR = $derived(air.length > 1 ? 34 : 0);
  const top = $derived(26 + AIR);
  const warm = $derived.by(() => {
    const seen = air.filter((a) => a.at >= from && a.at <= to);
    if (seen.length < 2) return null;
    const low = Math.min(...seen.map((a) => a.celsius));
    const high = Math.max(...seen.map((a) => a.celsius));
    const y = (c: number) => 26 + AIR - 10 - ((c - low) / Math.max(1, high - low)) * (AIR - 14);
    const wet = (h: number) => 26 + AIR - 10 - h * (AIR - 14);
    const path = (of: (a: (typeof seen)[number]) => number) =>
      seen.map((a, i) => `${i ? 'L' : 'M'}${x(a.at).toFixed(1)},${of(a).toFixed(1)}`).join(' ');
    return { low, high, celsius: path((a) => y(a.celsius)), humidity: path((a) => wet(a.humidity)) };
  });
  const rowY = (lot: string) => top + lots.findIndex((l) => l.name === lot) * ROW;
  const rackTop = $derived(top + lots.length * ROW + 22);
  const RACK = 46;
  const rackPath = $derived.by(() => {
    const y = (n: number) =>
      rackTop + RACK - (Math.min(n, rackSlots * 1.1) / Math.max(1, rackSlots * 1.1)) * RACK;
    let path = `M${LABELS},${y(0)}`;
    let level = 0;
    for (const step of rack) {
      path += ` L${x(step.at)},${y(level)} L${x(step.at)},${y(step.level)}`;
      level = step.level;
    }
    return { path: `${path} L${width - 8},${y(level)} L${width - 8},${y(0)} Z`, full: y(rackSlots) };
  });
  const height = $derived(rackTop + RACK + 34);
  const fill = (bar: Bar) => (bar.kind === 'coat' ? (bar.primer ? 'var(--primer)' : bar.hex) : 'var(--card)');
  /** A label stands in its bar when it fits there, otherwise it shortens to the face, otherwise it goes. */
  const text = (bar: Bar, w: number) => {
    const face = bar.face === 'back' ? 'B ' : bar.face === 'front' ? 'F ' : '';
    const long = face + bar.short;
    const brief = bar.kind === 'coat' ? (bar.primer ? 'p' : bar.short) : (bar.short[0] ?? '');
    return w > long.length * 5.6 + 4 ? long : w > brief.length * 6 + 3 ? brief : '';
  };
  const describe = (bar: Bar) =>
    `${bar.where === 'kitchen' && bar.kind !== 'hang' ? 'Kitchen' : `Lot ${bar.lot}`}: ${bar.words}, ${sayTime(bar.start, zone)} to ${sayClock(bar.end, zone)}, ${bar.who}${bar.dryUntil ? `; ${bar.readyFor} from ${sayTime(bar.dryUntil, zone)}` : ''}${bar.windowUntil ? `; recoat before ${sayTime(bar.windowUntil, zone)}` : ''}${bar.setup ? `; ${bar.setup} min of changing over in it` : ''}${bar.pinned ? '; pinned' : ''}`;
</script>

<section bind:clientWidth={available} aria-label="Time board">
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="scroll" bind:this={scroller} role="group" aria-label="Board of lots by time" tabindex="0">
    <svg bind:this={svg} {width} {height} viewBox="0 0 {width} {height}">
      {#if warm}
        <text x="0" y="36" font-size="12" fill="var(--soft)">{formatTemperature(warm.high, measures)}</text>
        <text x="0" y="50" font-size="12" fill="var(--soft)">{formatTemperature(warm.low, measures)}</text>
        <path d={warm.humidity} fill="none" stroke="var(--ready)" stroke-width="1" stroke-dasharray="2 2" />
        <path d={warm.celsius} fill="none" stroke="var(--warn)" stroke-width="1.6" />
      {/if}
      {#each scaled as s (s.a)}
        {#if s.closed}<rect
            x={s.x}
            y={top - 6}
            width={s.w}
            height={height - top - 28}
            fill="url(#closed)"
          />{/if}
      {/each}
      {#each days as day (day.at)}
        <line
          x1={day.x}
          x2={day.x}
          y1={top - 6}
          y2={height - 34}
          stroke="var(--line-strong)"
          stroke-width="0.8"
        />
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
        <line x1="0" x2={width} y1={rowY(lot.name) + 26} y2={rowY(lot.name) + 26} stroke="var(--line)" />
      {/each}
      {#each bars as bar (`tail ${bar.id}`)}
        {#if bar.dryUntil !== null && bar.dryUntil > bar.end}
          {@const until = Math.min(bar.dryUntil, to)}
          <rect
            x={x(bar.end)}
            y={rowY(bar.lot) + 3}
            width={Math.max(0, x(until) - x(bar.end))}
            height="16"
            fill="url(#tail)"
          />
          {#if bar.dryUntil < to}<line
              x1={x(until)}
              x2={x(until)}
              y1={rowY(bar.lot)}
              y2={rowY(bar.lot) + 22}
              stroke="var(--ready)"
              stroke-width="1.6"
            />{/if}
        {/if}
      {/each}
      {#each bars as bar (bar.id)}
        {@const w = Math.max(3, x(bar.end) - x(bar.start))}
        {#if bar.windowUntil !== null && bar.dryUntil !== null && bar.windowUntil > bar.dryUntil}
          {@const until = Math.min(bar.windowUntil, to)}
          <path
            d="M{x(bar.dryUntil)},{rowY(bar.lot) + 22} v3 H{x(until)} {bar.windowUntil < to ? 'v-3' : ''}"
            fill="none"
            stroke="var(--warn)"
            stroke-width="1.2"
          />
        {/if}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
        <g
          role={canMove(bar) ? 'button' : 'img'}
          aria-label={canMove(bar) ? `${describe(bar)}. Arrow keys move it, Enter pins it.` : describe(bar)}
          tabindex={canMove(bar) ? 0 : undefined}
          class:movable={canMove(bar)}
          data-operation={bar.operation}
          onpointerenter={() => (picked = bar)}
          onpointerleave={() => (picked = null)}
          onfocus={() => (picked = bar)}
          onblur={() => {
            picked = null;
            if (moving?.pointer === null) moving = null;
          }}
          onpointerdown={(e) => grab(e, bar)}
          onpointermove={drag}
          onpointerup={drop}
          onpointercancel={() => (moving = null)}
          onkeydown={(e) => key(e, bar)}
        >
          <rect
            x={x(bar.start)}
            y={rowY(bar.lot)}
            width={w}
            height="22"
            fill={fill(bar)}
            stroke={bar === picked ? 'var(--act)' : 'var(--ink)'}
            stroke-width={bar.tense === 'now' || bar === picked ? 2 : 0.9}
            stroke-dasharray={bar.tense === 'planned' ? '3 2' : undefined}
          />
          <text
            x={x(bar.start) + 3}
            y={rowY(bar.lot) + 15}
            font-size="11"
            font-family="var(--cond)"
            pointer-events="none"
            fill="var(--ink)">{text(bar, w)}</text
          >
          {#if bar.setup}{@const over = x(bar.start + bar.setup * MINUTE)}<rect
              x={x(bar.start)}
              y={rowY(bar.lot)}
              width={Math.max(1, over - x(bar.start))}
              height="22"
              fill="url(#over)"
              pointer-events="none"
            />{/if}
          {#if bar.pinned}<circle
              cx={x(bar.start) + 1}
              cy={rowY(bar.lot)}
              r="4"
              fill="var(--act)"
              stroke="var(--card)"
            />{/if}
          <title>{describe(bar)}</title>
        </g>
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
      <text x="0" y={rackTop + 12} font-size="13" font-weight="600" fill="var(--ink)">Rack</text>
      <text x="0" y={rackTop + 28} font-size="12" fill="var(--soft)">{rackSlots} slots</text>
      <path d={rackPath.path} fill="var(--act)" fill-opacity="0.2" stroke="var(--act)" />
      <line
        x1={LABELS}
        x2={width}
        y1={rackPath.full}
        y2={rackPath.full}
        stroke="var(--bad)"
        stroke-dasharray="4 3"
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
          fill="var(--act)">hand back {sayTime(handBack, zone)}</text
        >
      {/if}
    </svg>
  </div>
  <div class="under">
    <span aria-hidden="true" class="key"><i class="work" style:background={hex}></i> done</span>
    <span aria-hidden="true" class="key"><i class="work plan" style:background={hex}></i> planned</span>
    <span aria-hidden="true" class="key"><i class="tail"></i> drying, then ready</span>
    <span aria-hidden="true" class="key"><i class="shut"></i> closed{nights ? '' : ', folded'}</span>
    <span class="soft">B back · F front</span>
    {#if warm}<span aria-hidden="true" class="key"><i class="line"></i> °, dotted: humidity</span>{/if}
    {#if bars.some((b) => b.setup)}<span aria-hidden="true" class="key"
        ><i class="work over"></i> changing over</span
      >{/if}
    {#if bars.some((b) => b.windowUntil !== null)}<span aria-hidden="true" class="key"
        ><i class="bracket"></i> recoat window</span
      >{/if}
    <span class="zoom" role="group" aria-label="Zoom">
      {#each ZOOMS as z, i (z.name)}
        <button type="button" aria-pressed={zoom === i} onclick={() => (zoom = i)}>{z.name}</button>
      {/each}
    </span>
    <label class="check"><input type="checkbox" bind:checked={nights} /> nights to scale</label>
  </div>
  <p class="picked" aria-live="polite">
    {#if moving}
      <b>{moving.bar.words}</b> at <b>{sayTime(moving.at, zone)}</b>{outcome ? `: ${outcome}` : ' …'}
    {:else if picked}
      {describe(picked)}
    {:else}
      Point at a bar to read it{onPin ? '; drag one to pin it' : ''}. The same list stands below, day by day.
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
  .under .check {
    border: 0;
    background: none;
  }
  .key {
    display: inline-flex;
    align-items: center;
    gap: 6px;
  }
  i {
    display: inline-block;
    width: 26px;
    height: 14px;
    border: 1px solid var(--ink);
  }
  i.plan {
    border-style: dashed;
  }
  i.tail {
    border: 0;
    border-right: 2px solid var(--ready);
    background: linear-gradient(90deg, #2c6aa880, #2c6aa810);
  }
  i.over {
    background: repeating-linear-gradient(90deg, var(--ink) 0 1.4px, transparent 1.4px 4px);
  }
  i.shut {
    border: 0;
    background: repeating-linear-gradient(135deg, #cfc8b8 0 1px, transparent 1px 5px);
  }
  .movable {
    cursor: grab;
  }
  g:focus-visible {
    outline: 3px solid var(--act);
  }
  i.line {
    border: 0;
    border-top: 2px solid var(--warn);
    height: 0;
  }
  i.bracket {
    border: solid var(--warn);
    border-width: 0 1.5px 1.5px;
    height: 6px;
  }
  .zoom {
    display: inline-flex;
    margin-left: auto;
  }
  .zoom button {
    min-height: 44px;
    padding: 0 12px;
    border: 1px solid var(--line-strong);
    border-left-width: 0;
    background: var(--card);
    color: var(--ink);
    font: inherit;
    cursor: pointer;
  }
  .zoom button:first-child {
    border-left-width: 1px;
  }
  .zoom [aria-pressed='true'] {
    background: var(--ink);
    color: var(--card);
  }
  @media print {
    .scroll {
      overflow: visible;
    }
    svg {
      width: 100%;
      height: auto;
    }
    .under .check,
    .zoom,
    .picked {
      display: none;
    }
  }
  .picked {
    min-height: 22px;
    color: var(--soft);
  }
</style>
