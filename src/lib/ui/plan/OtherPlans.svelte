<!-- Plans that may be had instead: none is behind another in date, days without fronts and paid hours. Each is computed, and a tap away. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { enhance } from '$app/forms';
  import { PATTERN_FACTS } from '$core/coating/pattern';
  import { GOAL_NAMES } from '$core/planning/model/goals';
  import { sayDay, sayHalfDay, sayTime } from '$core/units/clock-time';
  import { formatMoney } from '$core/units/measures';
  import { HARDLY, sayChance } from '$core/units/say-chance';
  import Button from '$ui/kit/Button.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Chart from '../charts/Chart.svelte';
  import { axis, FRAME, LINES } from '../charts/chart-look';
  import { capital, counted, small } from '../words';
  import type { WeighedTrade } from '../../workers/questions';
  import type { PlanData } from './plan-page';
  import type { Planner } from './planner';

  interface Props {
    planner: Planner;
    data: PlanData;
    /** whether they are being asked for: where the plan moves meanwhile, it is asked of the new one */
    asked: boolean;
  }
  let { planner, data, asked = $bindable() }: Props = $props();
  let trades = $state<WeighedTrade[] | null>(null);
  let busy = $state(false);
  let failed = $state('');
  let share = $state(0);

  async function compare(): Promise<void> {
    asked = busy = true;
    failed = '';
    share = 0;
    try {
      trades = await planner.trades((s) => (share = s));
    } catch (error) {
      failed = error instanceof Error ? error.message : String(error);
    }
    asked = busy = false;
  }
  onMount(() => {
    if (asked) void compare();
  });
  const { zone } = $derived(data);
  const list = $derived(
    (trades ?? [])
      .filter((t) => t.sure === null || t.sure >= HARDLY)
      .sort((a, b) => date(a) - date(b) || a.paid - b.paid),
  );
  /** the day that holds in eight of ten futures, or the planned one where that is not known */
  const date = (t: WeighedTrade): number => t.holds ?? t.back;
  const letter = (k: number) => String.fromCharCode(65 + k);
  const hours = (minutes: number) => Math.round(minutes / 60);
  const money = (minutes: number) =>
    data.costs
      ? `, ${formatMoney(Math.round((minutes / 60) * data.costs.hourCents), data.costs.currency)}`
      : '';
  /** lots and turning where they are not as planned */
  const otherwise = (t: WeighedTrade): string =>
    t.way.lotSize === data.chosen?.lotSize &&
    t.way.division === data.chosen.division &&
    t.way.pattern === data.chosen.pattern
      ? ''
      : `lots of up to ${counted(t.way.lotSize, 'piece')}, ${small(PATTERN_FACTS[t.way.pattern].name)}`;
  /** the plan that is kept: the day that holds, and its paid hours */
  const now = $derived(
    data.labour && data.chances !== null && data.chances !== 'asked'
      ? [[data.chances.eight, hours(data.labour.paid)]]
      : [],
  );
  const option = $derived({
    ...FRAME,
    grid: { left: 52, right: 52, top: 12, bottom: 46 },
    legend: { show: false },
    tooltip: { show: false },
    xAxis: axis('Handed back in 8 of 10', {
      type: 'time',
      minInterval: 86_400_000,
      axisLabel: { formatter: (at: number) => sayDay(at, zone).replace(/^\S+ /, ''), hideOverlap: true },
    }),
    yAxis: axis('Paid hours', { type: 'value', scale: true, nameGap: 36 }),
    series: [
      {
        type: 'line',
        lineStyle: { width: 0 },
        symbol: 'circle',
        symbolSize: (_: unknown, { dataIndex }: { dataIndex: number }) =>
          10 + 2 * ((list[dataIndex]?.household.days ?? 0) - fewest),
        itemStyle: { color: LINES[0].color },
        label: {
          show: true,
          position: 'right',
          formatter: ({ dataIndex }: { dataIndex: number }) =>
            `${letter(dataIndex)} ${list[dataIndex]?.household.days ?? ''} d`,
        },
        data: list.map((t) => [date(t), hours(t.paid)]),
      },
      {
        type: 'line',
        lineStyle: { width: 0 },
        symbol: 'emptyDiamond',
        symbolSize: 14,
        itemStyle: { color: LINES[1].color },
        label: { show: true, position: 'left', formatter: `now ${data.household?.days ?? ''} d` },
        data: now,
      },
    ],
  });
  const fewest = $derived(Math.min(...list.map((t) => t.household.days)));
</script>

<div class="card">
  <h2>Other plans</h2>
  <p class="soft">
    What a sooner day, fewer days without fronts and fewer paid hours cost each other. The date is the half
    day that holds in 8 of 10 futures. No plan here is behind another in all three.
  </p>
  {#if list.length + now.length > 1}
    <Chart
      {option}
      height={240}
      label="{list.length} plans by the day they are handed back, paid hours and days without fronts; the list below says the same"
    />
    <p class="soft">Beside each letter: days without fronts.</p>
  {/if}
  {#if trades}
    {#each list as t, k (JSON.stringify(t.way))}
      <form method="post" action="?/instead" class="row" use:enhance>
        <Hidden name="way" value={JSON.stringify(t.way)} />
        <div class="what">
          <p class="date">
            <b class="letter">{letter(k)}</b>
            {sayHalfDay(date(t), zone)}
          </p>
          <p>
            <b>{counted(t.household.days, 'day')}</b> without fronts · <b>{hours(t.paid)} h</b> paid{money(
              t.paid,
            )}
          </p>
          <p class="soft">
            {t.people === 1 ? 'One person' : `${t.people} people`}, {counted(t.comings, 'coming')}{t.drives
              ? `, ${counted(t.drives, 'drive')}`
              : ''}; {counted(t.household.visits, 'day')} in the house{t.household.nights
              ? `, ${counted(t.household.nights, 'night')} with solvent`
              : ''}{otherwise(t) ? `; ${otherwise(t)}` : ''}. Without a delay {sayTime(t.back, zone)}.
            {#if t.sure !== null && data.promised !== null}
              {capital(sayChance(t.sure))} sure of {sayDay(data.promised - 60_000, zone)}.
            {/if}
          </p>
        </div>
        <Button type="submit" kind="tertiary">Plan it so</Button>
      </form>
    {:else}
      <p class="soft">No plan was found.</p>
    {/each}
  {/if}
  {#if busy}
    <progress value={share} aria-label="Other plans computed"></progress>
  {:else}
    <Button kind="tertiary" onclick={compare}>{trades ? 'Compare again' : 'Compare with other plans'}</Button>
  {/if}
  {#if failed}<Notice>{failed}</Notice>{/if}
  {#if data.chosen?.laterFor}
    <form method="post" action="?/instead" class="row" use:enhance>
      <Hidden name="way" value={JSON.stringify({ ...data.chosen, later: 0, laterFor: null })} />
      <p class="what">
        Planned as chosen here: {GOAL_NAMES[data.chosen.laterFor]} first{data.chosen.later
          ? `, up to ${counted(data.chosen.later, 'day')} later`
          : ''}.
      </p>
      <Button type="submit" kind="tertiary">Plan by the order of the set-up</Button>
    </form>
  {/if}
</div>

<style>
  form.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    padding: 6px 0;
  }
  form.row {
    border-top: 1px solid var(--line);
  }
  .what {
    flex: 1 1 220px;
  }
  .date {
    font-size: 17px;
    font-weight: 600;
  }
  .letter {
    display: inline-block;
    min-width: 22px;
    color: var(--act);
  }
</style>
