<script lang="ts">
  import AskFirst from '$ui/AskFirst.svelte';
  import { counted } from '$ui/words';
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import { STAGE_WORDS, STAGES } from '$core/coating/system';
  import { sayClock, sayMinutes, sayTime } from '$core/units/clock-time';
  import { fahrenheit } from '$core/units/measures';
  import { axis, FRAME, LINES, SYMBOLS } from '$ui/chart-look';
  import Chart from '$ui/Chart.svelte';

  let { data, form } = $props();
  const us = $derived(data.measures === 'us');
  const view = $derived(data.view);
  const word = $derived(STAGE_WORDS[data.stage]);
  const long = $derived(
    Math.max(...view.curves.flatMap((c) => c.points.map((p) => p[0]))) - data.laid > 36 * 3_600_000,
  );
  const when = (at: number) => (long ? sayTime(at, data.zone) : sayClock(at, data.zone));

  const HOUR = 3_600_000;
  /** ticks on whole hours, some eight of them */
  const from = $derived(Math.floor(data.laid / HOUR) * HOUR);
  const span = $derived(Math.max(...view.curves.flatMap((c) => c.points.map((p) => p[0]))) - from);
  const tick = $derived([1, 2, 3, 6, 12, 24, 48].find((h) => span / (h * HOUR) <= 8) ?? 96);
  /** a unit in which the waits are small numbers */
  const sheet = $derived(view.stages.find((s) => s.stage === data.stage)?.sheetMinutes ?? 60);
  const unit = $derived(
    sheet >= 2880
      ? { name: 'd', minutes: 1440 }
      : sheet >= 120
        ? { name: 'h', minutes: 60 }
        : { name: 'min', minutes: 1 },
  );
  const inUnit = (minutes: number | null) => (minutes === null ? null : minutes / unit.minutes);
  const progress = $derived({
    ...FRAME,
    xAxis: axis('', {
      type: 'value',
      min: from,
      max: from + Math.ceil(span / (tick * HOUR)) * tick * HOUR,
      interval: tick * HOUR,
      axisLabel: { formatter: (at: number) => when(at), hideOverlap: true },
    }),
    yAxis: axis('', { type: 'value', min: 0, max: 100, axisLabel: { formatter: '{value} %' } }),
    tooltip: {
      ...FRAME.tooltip,
      valueFormatter: (v: unknown) => `${Math.round(Number(v))} %`,
      axisPointer: {
        label: { formatter: ({ value }: { value: unknown }) => sayTime(Number(value), data.zone) },
      },
    },
    series: view.curves.map((c, i) => ({
      name: STAGE_WORDS[c.stage],
      type: 'line',
      showSymbol: false,
      symbol: SYMBOLS[i],
      lineStyle: { ...LINES[i], width: 2 },
      itemStyle: { color: LINES[i]?.color },
      data: c.points.map(([at, share]) => [at, share * 100]),
      ...(i === 0 && data.now > data.laid
        ? { markLine: { symbol: 'none', label: { formatter: 'now' }, data: [{ xAxis: data.now }] } }
        : {}),
    })),
  });
  const hours = $derived({
    ...FRAME,
    legend: undefined,
    xAxis: axis('laid at', { type: 'category', data: view.hours.map((h) => sayClock(h.laid, data.zone)) }),
    yAxis: axis('', { type: 'value', axisLabel: { formatter: `{value} ${unit.name}` } }),
    tooltip: {
      ...FRAME.tooltip,
      formatter: (all: unknown) => {
        const i = (all as { dataIndex: number }[])[0]?.dataIndex ?? 0;
        const h = view.hours[i];
        return h?.ready && h.minutes !== null
          ? `laid ${sayClock(h.laid, data.zone)}<br><b>${sayMinutes(h.minutes)}</b>, ${word} ${sayTime(h.ready, data.zone)}`
          : 'never';
      },
    },
    series: [
      {
        type: 'bar',
        data: view.hours.map((h) => inUnit(h.minutes)),
        itemStyle: { color: '#cfe0dc', borderColor: LINES[0].color, borderWidth: 1 },
      },
    ],
  });
  const sensitivity = $derived({
    ...FRAME,
    xAxis: axis(us ? 'air, °F' : 'air, °C', { type: 'value', min: us ? 50 : 10, max: us ? 95 : 35 }),
    yAxis: axis('', {
      type: 'value',
      max: (8 * sheet) / unit.minutes,
      axisLabel: { formatter: `{value} ${unit.name}`, showMaxLabel: false },
    }),
    grid: { ...FRAME.grid, top: 44 },
    tooltip: {
      ...FRAME.tooltip,
      valueFormatter: (v: unknown) => (v == null ? 'never' : sayMinutes(Number(v) * unit.minutes)),
    },
    series: view.sensitivity.map((s, i) => ({
      name: `${Math.round(s.humidity * 100)} %`,
      type: 'line',
      symbol: SYMBOLS[i],
      symbolSize: 7,
      lineStyle: { ...LINES[i], width: 2 },
      itemStyle: { color: LINES[i]?.color },
      data: s.points.map(([c, m]) => [us ? fahrenheit(c) : c, inUnit(m)]),
    })),
  });
  const best = $derived(
    view.hours.reduce<(typeof view.hours)[number] | null>(
      (a, b) => (b.minutes === null || (a?.minutes ?? Infinity) <= b.minutes ? a : b),
      null,
    ),
  );
  const slower = (stage: (typeof view.stages)[number]) =>
    stage.minutes === null ? '' : `${Math.round((stage.minutes / stage.sheetMinutes) * 100)} %`;
</script>

<div class="page stack">
  <div>
    <p><a href="/air">Air</a></p>
    <h1>How {data.product.name} dries</h1>
  </div>
  <form class="row ask" method="get" data-sveltekit-keepfocus>
    <label class="labelled"
      >Product<select class="field" name="product" value={data.product.key}
        >{#each data.products as p (p.key)}<option value={p.key}>{p.name}</option>{/each}</select
      ></label
    >
    <label class="labelled"
      >Dries in<select class="field" name="place" value={data.place}
        ><option value="tent">the tent</option><option value="shop">the shop</option><option value="house"
          >the house</option
        ></select
      ></label
    >
    <label class="labelled"
      >Laid<input class="field" type="datetime-local" name="laid" value={data.laidLocal} /></label
    >
    <label class="labelled"
      >Wet film, % of the right one<input
        class="field short"
        name="film"
        type="number"
        min="30"
        max="300"
        value={data.film}
      /></label
    >
    <label class="labelled"
      >Compare by<select class="field" name="stage" value={data.stage}
        >{#each view.stages as s (s.stage)}<option value={s.stage}>{STAGE_WORDS[s.stage]}</option
          >{/each}</select
      ></label
    >
    <Button type="submit" kind="tertiary">Show</Button>
  </form>
  {#if data.wrong}<p class="bad" role="alert">{data.wrong}</p>{/if}
  {#if form && 'refused' in form && form.refused}<p class="bad" role="alert">{form.refused}</p>{/if}
  {#if form && 'done' in form && form.done}<p role="status">{form.done}</p>{/if}
  <div class="pair">
    <div class="stack">
      <section class="card">
        <h2>On the way, laid {sayTime(data.laid, data.zone)}</h2>
        <Chart option={progress} label="Progress of each stage from {sayTime(data.laid, data.zone)}" />
      </section>
      <div class="two">
        <section class="card">
          <h2>The same coat at other hours: {word}</h2>
          <Chart option={hours} label="Wait to {word} for a coat laid at each hour of the day" height={240} />
          {#if best?.minutes != null}<p class="soft">
              Shortest laid at {sayClock(best.laid, data.zone)}: {sayMinutes(best.minutes)}.
            </p>{/if}
        </section>
        <section class="card">
          <h2>In other air: {word}, at four humidities</h2>
          <Chart option={sensitivity} label="Wait to {word} by temperature at four humidities" height={240} />
        </section>
      </div>
    </div>
    <div class="stack">
      <section class="card">
        <h2>Ready</h2>
        <table class="plain ready">
          <thead><tr><th>Stage</th><th>When</th><th>Sheet</th><th></th></tr></thead>
          <tbody>
            {#each view.stages as s (s.stage)}
              <tr>
                <td>{STAGE_WORDS[s.stage]}</td>
                <td><b>{s.ready ? sayTime(s.ready, data.zone) : 'not in the days known'}</b></td>
                <td class="soft">{sayMinutes(s.sheetMinutes)}</td>
                <td class="soft">{slower(s)}</td>
              </tr>
            {/each}
          </tbody>
        </table>
        <p class="soft">Sheet: at 25 °C, 50 % humidity. The last column: this air’s time over the sheet’s.</p>
      </section>
      <section class="card stack">
        <h2>Touch tests</h2>
        <p>{view.learnt[0]?.toUpperCase()}{view.learnt.slice(1)}.</p>
        {#if view.tests > 0}
          <AskFirst
            words="Forget them"
            ask="Forget {counted(view.tests, 'touch test')} of {data.product
              .name} here? The sheet’s times count again."
            sure="Forget them"
            action="?/forget"
            fields={{ product: data.product.key, place: data.place }}
          />
        {/if}
        <form class="stack" method="post" action="?/test" use:enhance>
          <input type="hidden" name="product" value={data.product.key} />
          <input type="hidden" name="place" value={data.place} />
          <label class="labelled"
            >Felt for<select class="field" name="stage"
              >{#each STAGES.filter((s) => view.stages.some((v) => v.stage === s)) as s (s)}<option value={s}
                  >{STAGE_WORDS[s]}</option
                >{/each}</select
            ></label
          >
          <label class="labelled"
            >Coat laid<input
              class="field"
              type="datetime-local"
              name="laidAt"
              value={data.laidLocal}
              required
            /></label
          >
          <label class="labelled"
            >Not ready yet at<input
              class="field"
              type="datetime-local"
              name="notAt"
              max={data.nowLocal}
            /></label
          >
          <label class="labelled"
            >Found ready at<input
              class="field"
              type="datetime-local"
              name="readyAt"
              max={data.nowLocal}
            /></label
          >
          <div><Button type="submit" kind="tertiary">Keep the touch test</Button></div>
        </form>
      </section>
    </div>
  </div>
</div>

<style>
  .page {
    padding: 14px 20px 60px;
  }
  .ask {
    align-items: end;
  }
  .short {
    width: 110px;
  }
  .two {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 12px;
  }
  .ready td:nth-child(n + 3) {
    white-space: nowrap;
    text-align: right;
  }
  @media (max-width: 800px) {
    .page {
      padding: 12px 14px 60px;
    }
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
