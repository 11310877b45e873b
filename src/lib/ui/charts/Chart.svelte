<!-- A chart drawn by ECharts, loaded only where one is shown. -->
<script lang="ts">
  import type { EChartsCoreOption } from 'echarts/core';

  let {
    option,
    label,
    height = 280,
  }: { option: EChartsCoreOption; label: string; height?: number } = $props();
  let box: HTMLDivElement | undefined = $state();
  let draw: ((option: EChartsCoreOption) => void) | undefined = $state();

  $effect(() => {
    if (!box) return;
    const host = box;
    let end = () => {};
    let gone = false;
    void Promise.all([
      import('echarts/core'),
      import('echarts/charts'),
      import('echarts/components'),
      import('echarts/renderers'),
    ]).then(([core, charts, components, renderers]) => {
      if (gone) return;
      core.use([
        charts.LineChart,
        charts.BarChart,
        components.GridComponent,
        components.TooltipComponent,
        components.LegendComponent,
        components.MarkLineComponent,
        renderers.SVGRenderer,
      ]);
      const chart = core.init(host, null, { renderer: 'svg' });
      const watch = new ResizeObserver(() => chart.resize());
      watch.observe(host);
      draw = (o) => chart.setOption(o, true);
      end = () => {
        watch.disconnect();
        chart.dispose();
      };
    });
    return () => {
      gone = true;
      end();
    };
  });
  $effect(() => draw?.(option));
</script>

<div bind:this={box} class="chart" style:height="{height}px" role="img" aria-label={label}></div>

<style>
  .chart {
    width: 100%;
    min-width: 0;
  }
</style>
