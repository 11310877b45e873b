<!-- Share that lasts over the years, a line a group, with the limits of each at the marks. -->
<script lang="ts">
  import Chart from '../charts/Chart.svelte';
  import { axis, FRAME, LINES, SYMBOLS } from '../charts/chart-look';
  import type { Ranked } from '$core/durability/lasting';

  interface Props {
    groups: readonly Ranked[];
    label: string;
  }
  let { groups, label }: Props = $props();
  const YEAR = 365.25;
  const MOST = 5;
  /** As the lines of the chart are dashed. */
  const DASHES = ['', '6 4', '2 3', '8 3 2 3', '3 3'];
  /** Between two looks the line falls evenly: nobody knows when in between. */
  const line = (g: Ranked): [number, number][] => {
    let before = 1;
    const points: [number, number][] = [[0, 1]];
    for (const { from, to, survival } of g.curve) {
      points.push([from / YEAR, before], [to / YEAR, survival]);
      before = survival;
    }
    points.push([g.watched / YEAR, before]);
    return points;
  };
  const shown = $derived(groups.filter((g) => !g.tooFew).slice(0, MOST));
  const least = $derived(
    Math.min(0.9, ...shown.flatMap((g) => g.points.map((p) => p.limits?.low ?? p.survival))),
  );
  const option = $derived({
    ...FRAME,
    grid: { left: 58, right: 18, top: 16, bottom: 46 },
    legend: { show: false },
    tooltip: { show: false },
    xAxis: axis('Years in use', { type: 'value', min: 0, nameGap: 26 }),
    yAxis: axis('Still sound', {
      type: 'value',
      min: Math.floor(least * 5) / 5,
      max: 1,
      nameGap: 42,
      axisLabel: { formatter: (v: number) => `${Math.round(v * 100)} %` },
    }),
    series: shown.flatMap((g, i) => {
      const look = LINES[i % LINES.length];
      const shift = (i - (shown.length - 1) / 2) * 0.025;
      return [
        {
          name: g.name,
          type: 'line',
          data: line(g),
          symbol: 'none',
          lineStyle: { color: look?.color, type: look?.type, width: 2.5 },
          itemStyle: { color: look?.color },
        },
        // The sign, and a bar from the lower to the upper limit.
        {
          type: 'line',
          data: g.points.map((p) => [p.time / YEAR + shift, p.survival]),
          symbol: SYMBOLS[i % SYMBOLS.length],
          symbolSize: 9,
          lineStyle: { width: 0 },
          itemStyle: { color: look?.color },
        },
        {
          type: 'line',
          data: g.points.flatMap((p) =>
            p.limits
              ? [
                  [p.time / YEAR + shift, p.limits.low],
                  [p.time / YEAR + shift, p.limits.high],
                  [null, null],
                ]
              : [],
          ),
          symbol: 'none',
          connectNulls: false,
          lineStyle: { color: look?.color, width: 1.2 },
        },
      ];
    }),
  });
</script>

{#if shown.length}
  <ul class="legend" aria-hidden="true">
    {#each shown as g, i (i)}
      {@const look = LINES[i % LINES.length]}
      <li>
        <svg width="34" height="12"
          ><line
            x1="0"
            x2="34"
            y1="6"
            y2="6"
            stroke={look?.color}
            stroke-width="3"
            stroke-dasharray={DASHES[i % DASHES.length]}
          /></svg
        >
        {g.name}
      </li>
    {/each}
  </ul>
  <Chart {option} {label} height={320} />
{:else}
  <p class="soft">Too few to draw: a line wants five failures at least.</p>
{/if}

<style>
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    margin: 0;
    padding: 0;
    list-style: none;
  }
  .legend svg {
    vertical-align: middle;
  }
</style>
