<!-- How a coat dries: stage by stage, at other hours, in other air, and what touch tests taught. -->
<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import { counted } from '$ui/words';
  import { enhance } from '$app/forms';
  import { STAGE_WORDS, STAGES } from '$core/coating/system';
  import { sayClock, sayMinutes, sayTime } from '$core/units/clock-time';
  import Chart from '$ui/charts/Chart.svelte';
  import { hoursChart, progressChart, sensitivityChart } from '$ui/drying/drying-charts';

  let { data, form } = $props();
  const view = $derived(data.view);
  const word = $derived(STAGE_WORDS[data.stage]);
  const charts = $derived({
    view,
    stage: data.stage,
    laid: data.laid,
    now: data.now,
    zone: data.zone,
    measures: data.measures,
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
  <form class="fields" method="get" data-sveltekit-keepfocus>
    <Choice label="Product" name="product" value={data.product.key}
      >{#each data.products as p (p.key)}<Option value={p.key} text={p.name} />{/each}</Choice
    >
    <Choice label="Dries in" name="place" value={data.place}
      ><Option value="tent" text="the tent" /><Option value="shop" text="the shop" /><Option
        value="house"
        text="the house"
      /></Choice
    >
    <DateField label="Applied" of="day and time" name="laid" value={data.laidLocal} />
    <NumberField
      label="Wet film, % of the right one"
      whole
      name="film"
      min="30"
      max="300"
      value={data.film}
    />
    <Choice label="Compare by" name="stage" value={data.stage}
      >{#each view.stages as s (s.stage)}<Option value={s.stage} text={STAGE_WORDS[s.stage]} />{/each}</Choice
    >
    <Button type="submit" kind="tertiary">Show</Button>
  </form>
  {#if data.wrong}<Notice>{data.wrong}</Notice>{/if}
  {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
  {#if form && 'done' in form && form.done}<Notice kind="ok">{form.done}</Notice>{/if}
  <div class="pair">
    <div class="stack">
      <section class="card">
        <h2>Progress, applied {sayTime(data.laid, data.zone)}</h2>
        <Chart
          option={progressChart(charts)}
          label="Progress of each stage from {sayTime(data.laid, data.zone)}"
        />
      </section>
      <div class="charts">
        <section class="card">
          <h2>The same coat at other hours: {word}</h2>
          <Chart
            option={hoursChart(charts)}
            label="Wait to {word} for a coat applied at each hour of the day"
            height={240}
          />
          {#if best?.minutes != null}<p class="soft">
              Shortest if applied at {sayClock(best.laid, data.zone)}: {sayMinutes(best.minutes)}.
            </p>{/if}
        </section>
        <section class="card">
          <h2>In other air: {word}, at four humidities</h2>
          <Chart
            option={sensitivityChart(charts)}
            label="Wait to {word} by temperature at four humidities"
            height={240}
          />
        </section>
      </div>
    </div>
    <div class="stack">
      <section class="card">
        <h2>Ready</h2>
        <Table label="When each stage is ready">
          <thead><tr><th>Stage</th><th>When</th><th>Sheet</th><th>Of it</th></tr></thead>
          <tbody>
            {#each view.stages as s (s.stage)}
              <tr>
                <td>{STAGE_WORDS[s.stage]}</td>
                <td><b>{s.ready ? sayTime(s.ready, data.zone) : 'beyond the forecast'}</b></td>
                <td class="soft">{sayMinutes(s.sheetMinutes)}</td>
                <td class="soft">{slower(s)}</td>
              </tr>
            {/each}
          </tbody>
        </Table>
        <p class="soft">Sheet: at 25 °C, 50 % humidity. Of it: this air’s time over the sheet’s.</p>
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
          <Hidden name="product" value={data.product.key} />
          <Hidden name="place" value={data.place} />
          <Choice label="Tested for" name="stage"
            >{#each STAGES.filter((s) => view.stages.some((v) => v.stage === s)) as s (s)}<Option
                value={s}
                text={STAGE_WORDS[s]}
              />{/each}</Choice
          >
          <DateField label="Coat applied" of="day and time" name="laidAt" value={data.laidLocal} required />
          <DateField label="Not ready yet at" of="day and time" name="notAt" max={data.nowLocal} />
          <DateField label="Found ready at" of="day and time" name="readyAt" max={data.nowLocal} />
          <div><Button type="submit" kind="tertiary">Save the touch test</Button></div>
        </form>
      </section>
    </div>
  </div>
</div>

<style>
  .page {
    padding: 14px 20px 60px;
  }
  .charts {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 12px;
  }
  td:nth-child(n + 3) {
    white-space: nowrap;
    text-align: right;
  }
  @media (max-width: 800px) {
    .page {
      padding: 12px 14px 60px;
    }
    .charts {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
