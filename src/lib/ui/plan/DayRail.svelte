<script lang="ts">
  import { HOUR } from '$core/units/durations';
  import { sayClock } from '$core/units/clock-time';
  import type { Bar } from '$server/services/plan/bar';

  interface Props {
    bars: Bar[];
    /** open hours of the crew today, ms */
    open: [number, number][];
    now: number;
    dayStart: number;
    zone: string;
    href: string;
  }
  let { bars, open, now, dayStart, zone, href }: Props = $props();

  let width = $state(1240);
  const narrow = $derived(width < 700);
  const wholeDay = $derived({ from: dayStart + 6 * HOUR, to: dayStart + 24 * HOUR });
  const window = $derived(
    narrow ? { from: Math.floor(now / HOUR - 2) * HOUR, to: Math.floor(now / HOUR + 4) * HOUR } : wholeDay,
  );
  const x = (ms: number) =>
    ((Math.min(window.to, Math.max(window.from, ms)) - window.from) / (window.to - window.from)) * width;
  const hours = $derived(
    Array.from(
      { length: Math.round((window.to - window.from) / HOUR) + 1 },
      (_, i) => window.from + i * HOUR,
    ),
  );
  const shown = $derived(
    bars
      .filter((b) => (b.dryUntil ?? b.end) > window.from && b.start < window.to)
      .sort((a, b) => a.start - b.start),
  );
  /** A bar says when its film is ready, where that moment is on the rail. */
  const labelled = (bar: Bar) => bar.dryUntil !== null && bar.dryUntil > bar.end && bar.dryUntil < window.to;
  const LABEL = 84;
  /** Rows are shared by bars that do not touch; what is under way finds its place first. */
  const rows = $derived.by(() => {
    const taken: [number, number][][] = [];
    const row = new Map<string, number>();
    for (const bar of [...shown].sort(
      (a, b) => Number(b.tense === 'now') - Number(a.tense === 'now') || a.start - b.start,
    )) {
      const from = x(bar.start);
      const to = x(Math.max(bar.end, bar.dryUntil ?? bar.end)) + (labelled(bar) ? LABEL : 3);
      const free = taken.findIndex((spans) => spans.every(([a, b]) => b <= from || a >= to));
      const k = free < 0 ? taken.length : free;
      (taken[k] ??= []).push([from, to]);
      row.set(bar.id, k);
    }
    return row;
  });
  const fill = (bar: Bar) => (bar.kind === 'coat' ? (bar.primer ? 'var(--primer)' : bar.hex) : 'var(--card)');
  const closed = $derived.by(() => {
    const spans: [number, number][] = [];
    let at = window.from;
    for (const [a, b] of open) {
      if (a > at) spans.push([at, a]);
      at = Math.max(at, b);
    }
    spans.push([at, window.to]);
    return spans.filter(([a, b]) => x(b) > x(a));
  });
  const LINE = 14.5;
</script>

<a class="rail" {href} bind:clientWidth={width}>
  <span class="sr-only">Today, go to the bench</span>
  <svg {width} height="74" viewBox="0 0 {width} 74" aria-hidden="true">
    {#each closed as [a, b] (a)}
      <rect x={x(a)} y="14" width={x(b) - x(a)} height="60" fill="url(#closed)" />
    {/each}
    {#each hours as hour (hour)}
      <line x1={x(hour)} x2={x(hour)} y1="14" y2="74" stroke="var(--line)" />
      <text x={x(hour) + 3} y="11" font-size="11" fill="var(--soft)" font-family="var(--cond)"
        >{sayClock(hour, zone)}</text
      >
    {/each}
    {#each shown as bar (bar.id)}
      {@const y = 16 + (rows.get(bar.id) ?? 0) * LINE}
      {@const w = Math.max(3, x(bar.end) - x(bar.start))}
      {#if y < 60}
        {#if bar.dryUntil !== null && bar.dryUntil > bar.end}
          <rect
            x={x(bar.end)}
            {y}
            width={Math.max(0, x(bar.dryUntil) - x(bar.end))}
            height="12"
            fill="url(#tail)"
          />
          {#if labelled(bar)}
            <line
              x1={x(bar.dryUntil)}
              x2={x(bar.dryUntil)}
              y1={y - 1}
              y2={y + 13}
              stroke="var(--ready)"
              stroke-width="2"
            />
            <text
              x={x(bar.dryUntil) + 4}
              y={y + 10}
              font-size="11"
              fill="var(--ready)"
              font-family="var(--cond)">{bar.readyFor} {sayClock(bar.dryUntil, zone)}</text
            >
          {/if}
        {/if}
        <rect
          x={x(bar.start)}
          {y}
          width={w}
          height="12"
          fill={fill(bar)}
          stroke="var(--ink)"
          stroke-width={bar.tense === 'now' ? 1.8 : 0.9}
          stroke-dasharray={bar.tense === 'planned' ? '3 2' : undefined}
        />
        {#if w > 34}
          <text x={x(bar.start) + 3} y={y + 10} font-size="11" font-family="var(--cond)"
            >{bar.lot} {bar.short}</text
          >
        {/if}
      {/if}
    {/each}
    {#if now >= window.from && now <= window.to}
      <line x1={x(now)} x2={x(now)} y1="8" y2="74" stroke="var(--bad)" stroke-width="1.8" />
    {/if}
  </svg>
</a>

<style>
  .rail {
    position: fixed;
    left: 0;
    right: 0;
    bottom: 0;
    height: 75px;
    background: var(--card);
    border-top: 1.5px solid var(--ink);
    z-index: 5;
    overflow: hidden;
  }
  svg {
    display: block;
  }
  @media print {
    .rail {
      display: none;
    }
  }
</style>
