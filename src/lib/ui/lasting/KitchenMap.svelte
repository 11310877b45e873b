<!-- A kitchen as such, with how much fails where. -->
<script lang="ts">
  import type { PlaceRate } from '$core/durability/maps';
  import { percent } from './say-lasting';

  let { places }: { places: readonly PlaceRate[] } = $props();
  const most = $derived(Math.max(0.01, ...places.map((p) => p.rate)));
  const of = (name: string) => places.find((p) => p.place === name);
  const shade = (name: string): number => {
    const found = of(name);
    return found ? 0.1 + 0.75 * (found.rate / most) : 0;
  };
  /** fronts of a kitchen: what each stands for */
  const FRONTS: readonly { x: number; y: number; w: number; h: number; place: string }[] = [
    { x: 0, y: 0, w: 60, h: 70, place: 'elsewhere' },
    { x: 62, y: 0, w: 60, h: 70, place: 'elsewhere' },
    { x: 124, y: 0, w: 58, h: 44, place: 'by the stove' },
    { x: 184, y: 0, w: 56, h: 70, place: 'elsewhere' },
    { x: 0, y: 100, w: 34, h: 80, place: 'at the bin' },
    { x: 36, y: 100, w: 54, h: 80, place: 'at the sink' },
    { x: 92, y: 100, w: 30, h: 80, place: 'by the stove' },
    { x: 184, y: 100, w: 26, h: 80, place: 'by the stove' },
    { x: 212, y: 100, w: 28, h: 80, place: 'elsewhere' },
  ];
</script>

<svg viewBox="-1 -1 242 184" aria-hidden="true">
  <rect x="0" y="90" width="240" height="8" class="counter" />
  <rect x="124" y="100" width="58" height="80" class="stove" />
  <circle cx="139" cy="94" r="5" class="ring" /><circle cx="167" cy="94" r="5" class="ring" />
  {#each FRONTS as f, i (i)}
    <rect x={f.x} y={f.y} width={f.w} height={f.h} class="front" />
    <rect x={f.x} y={f.y} width={f.w} height={f.h} class="worn" style:opacity={shade(f.place)} />
  {/each}
</svg>
<ul>
  {#each places as p, i (i)}
    <li>
      <span class="key" style:opacity={0.1 + 0.75 * (p.rate / most)}></span>
      {p.place}: <b>{p.failed}</b> of {p.pieces}
      <span class="soft">{percent(p.rate)}, {percent(p.limits.low)} to {percent(p.limits.high)}</span>
    </li>
  {/each}
</ul>

<style>
  svg {
    width: 100%;
    max-width: 380px;
  }
  .counter {
    fill: var(--line-strong);
  }
  .stove {
    fill: none;
    stroke: var(--line-strong);
    stroke-dasharray: 4 3;
  }
  .ring {
    fill: none;
    stroke: var(--ink);
  }
  .front {
    fill: var(--card);
    stroke: var(--line-strong);
  }
  .worn {
    fill: var(--bad);
  }
  ul {
    margin: 6px 0 0;
    padding: 0;
    list-style: none;
  }
  .key {
    display: inline-block;
    width: 14px;
    height: 14px;
    background: var(--bad);
    vertical-align: -2px;
  }
</style>
