<!-- How long the household is without its fronts, and what other plans would give and take: each computed, each a tap away. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { enhance } from '$app/forms';
  import { PATTERN_FACTS } from '$core/coating/pattern';
  import type { Household } from '$core/job-plan/household';
  import Button from '$ui/kit/Button.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { sayDay, sayHours, sayTime } from '$core/units/clock-time';
  import { capital, counted, small } from '../words';
  import { sayChance } from '$core/units/say-chance';
  import type { WeighedTrade } from '../../workers/questions';
  import type { Planner } from './planner';

  interface Props {
    planner: Planner;
    household: Household;
    /** what the bound holds for, in words */
    boundHolds: string;
    /** days later that were chosen */
    later: number;
    /** the promised day's end, ms since 1970 */
    promised: number | null;
    zone: string;
    /** whether they are being asked for: where the plan moves meanwhile, it is asked of the new one */
    asked: boolean;
  }
  let { planner, household, boundHolds, later, promised, zone, asked = $bindable() }: Props = $props();
  let trades = $state<WeighedTrade[] | null>(null);
  let busy = $state(false);
  let failed = $state('');

  async function compare(): Promise<void> {
    asked = busy = true;
    failed = '';
    try {
      trades = await planner.trades();
    } catch (error) {
      failed = error instanceof Error ? error.message : String(error);
    }
    asked = busy = false;
  }
  onMount(() => {
    if (asked) void compare();
  });
  const one = (n: number) => n.toFixed(1);
  /** how much less the fronts could be away at best, % */
  const atMost = $derived(Math.ceil(100 * (1 - household.pieceDays.least / household.pieceDays.is)));
  const others = $derived(
    (trades ?? []).filter(
      (t) =>
        (t.way !== null || t.later !== later || t.household.pieceDays.is < household.pieceDays.is) &&
        (t.later <= 0 || promised === null || t.back <= promised),
    ),
  );
  const first = $derived(trades?.[0]);
  /** the chance of the earliest of them */
  const asPlanned = $derived(first?.sure ?? null);
  const fewer = (t: WeighedTrade): string => {
    const by = household.mean - t.household.mean;
    return by > 0.05 ? `, ${one(by)} days fewer` : '';
  };
</script>

<div class="card">
  <h2>Without fronts</h2>
  <p class="big">{counted(household.days, 'day')}</p>
  <p>
    {sayDay(household.from, zone)} to {sayDay(household.to, zone)}. A front is away {one(household.mean)} days on
    average. Somebody is in the house on {counted(household.visits, 'day')}{household.nights
      ? `, and solvent dries where the family lives for ${counted(household.nights, 'night')}`
      : ''}.
  </p>
  <p class="soft">
    With {boundHolds}, a plan that hands back then
    {atMost > 0 ? `leaves fronts away for ${atMost} % less at most` : 'cannot leave fronts away for less'}.
  </p>
  {#if later > 0}
    <p>Handed back up to {counted(later, 'day')} later than it could be, as chosen.</p>
  {/if}
  {#if trades}
    {#each others as t (JSON.stringify([t.later, t.way]))}
      <form method="post" action={t.way ? '?/divide' : '?/later'} class="row" use:enhance>
        {#if t.way}
          <Hidden name="division" value={t.way.division} />
          <Hidden name="lotSize" value={t.way.lotSize} />
          <Hidden name="pattern" value={t.way.pattern} />
          <Hidden name="patterns" value={JSON.stringify(t.way.patterns)} />
        {:else}
          <Hidden name="days" value={t.later} />
        {/if}
        <span>
          <b>Hand back {sayTime(t.back, zone)}</b>{t.later > 0 ? `, ${counted(t.later, 'day')} later` : ''}:
          {#if t.way}
            lots of up to {counted(t.way.lotSize, 'piece')}, {small(PATTERN_FACTS[t.way.pattern].name)},
            <b>{sayHours((first?.minutes ?? 0) - t.minutes)} less of hands</b>;
          {/if}
          without fronts for
          {counted(t.household.days, 'day')}, a front away {one(t.household.mean)} days on average{fewer(t)}; {counted(
            t.household.visits,
            'day',
          )} in the house{t.household.nights === household.nights
            ? ''
            : `, ${counted(t.household.nights, 'night')} with solvent`}.
          {#if t.sure !== null && promised !== null}
            <b>{capital(sayChance(t.sure))} sure</b> of the promised {sayDay(
              promised - 60_000,
              zone,
            )}{asPlanned === null ? '' : `, ${sayChance(asPlanned)} as soon as it can be`}.{/if}
        </span>
        <Button type="submit" kind="tertiary">Plan it so</Button>
      </form>
    {:else}
      <p class="soft">
        No plan was found that is better in anything: handed back up to a week later, or in other lots with
        fewer hours.
      </p>
    {/each}
  {/if}
  <Button kind="tertiary" disabled={busy} onclick={compare}>
    {busy ? 'Planning …' : trades ? 'Compare again' : 'Compare with other plans'}
  </Button>
  {#if failed}<Notice>{failed}</Notice>{/if}
</div>

<style>
  .big {
    font-size: 20px;
    font-weight: 600;
  }
  form.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    padding: 6px 0;
  }
  form.row span {
    flex: 1 1 220px;
  }
</style>
