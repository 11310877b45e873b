<!-- The cure over its days, with today on it, and what colder or damper rooms would do. -->
<script lang="ts">
  import type { CureCurve } from '$core/bench/view/cure-curve';
  import { sayDay } from '$core/units/clock-time';

  interface Props {
    curve: CureCurve;
    now: number;
    zone: string;
  }
  let { curve, now, zone }: Props = $props();
  const [W, H] = [600, 160];
  const first = $derived(curve.points[0]?.at ?? 0);
  const last = $derived(curve.points.at(-1)?.at ?? 1);
  const x = (at: number): number => ((at - first) / (last - first)) * W;
  const y = (share: number): number => H - share * H;
  const today = $derived(Math.min(W, Math.max(0, x(now))));
  const share = $derived(
    curve.points.reduce((near, p) => (Math.abs(p.at - now) < Math.abs(near.at - now) ? p : near), {
      at: first,
      share: 0,
    }).share,
  );
</script>

<figure>
  <svg
    viewBox="-2 -14 {W + 4} {H + 36}"
    role="img"
    aria-label="Cure from {sayDay(first, zone)} to {sayDay(last, zone)}: today {Math.round(
      share * 100,
    )} per cent, fully hard {sayDay(curve.cured, zone)}"
  >
    <path d="M0 0 H{W} M0 {H / 2} H{W} M0 {H} H{W}" class="grid" />
    <polyline points={curve.points.map((p) => `${x(p.at)},${y(p.share)}`).join(' ')} class="line" />
    <line x1={today} x2={today} y1="-6" y2={H} class="now" />
    <text x={today} y={H + 16} text-anchor={today > W / 2 ? 'end' : 'start'}>today</text>
    <text x={W} y={H + 16} text-anchor="end">{sayDay(curve.cured, zone)}</text>
    <text x="2" y="-3">100 %</text>
  </svg>
  {#if curve.rooms.length}
    <figcaption class="soft">
      Fully hard {sayDay(curve.cured, zone)}; {#each curve.rooms as room, i (room.key)}{i
          ? ', '
          : ''}{room.words}:
        <b>{sayDay(room.cured, zone)}</b>{/each}.
    </figcaption>
  {/if}
</figure>

<style>
  figure {
    margin: 8px 0;
  }
  svg {
    width: 100%;
    max-width: 640px;
  }
  .grid {
    stroke: var(--line);
    fill: none;
  }
  .line {
    fill: none;
    stroke: var(--act);
    stroke-width: 3;
  }
  .now {
    stroke: var(--bad);
    stroke-width: 2;
  }
  text {
    font-size: 14px;
    fill: var(--ink);
  }
</style>
