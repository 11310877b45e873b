<!-- What a plan asks of the household and of people: days without fronts, days in the house, and hours from the first act of a day to its last. -->
<script lang="ts">
  import type { Household } from '$core/job-plan/household';
  import { sayDay, sayHours } from '$core/units/clock-time';
  import { formatMoney } from '$core/units/measures';
  import { counted } from '../words';
  import type { PlanData } from './plan-page';

  interface Props {
    household: Household;
    labour: PlanData['labour'];
    costs: PlanData['costs'];
    /** what the bound holds for, in words */
    boundHolds: string;
    /** days later that were chosen */
    later: number;
    zone: string;
  }
  let { household, labour, costs, boundHolds, later, zone }: Props = $props();
  const one = (n: number) => n.toFixed(1);
  /** how much less the fronts could be away at best, % */
  const atMost = $derived(Math.ceil(100 * (1 - household.pieceDays.least / household.pieceDays.is)));
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
</div>
{#if labour}
  <div class="card">
    <h2>People’s days</h2>
    <p class="big">
      {sayHours(labour.paid)} paid{costs
        ? `, ${formatMoney(Math.round((labour.paid / 60) * costs.hourCents), costs.currency)}`
        : ''}
    </p>
    <p>
      From the first act of a day to the last, breaks left out. {sayHours(labour.worked)} of it are work. Somebody
      comes {counted(labour.comings, 'time')}{labour.drives
        ? ` and drives between house and pieces ${counted(labour.drives, 'time')}`
        : ''}.
    </p>
    {#if labour.idle.length}<p>Not needed for this job: {labour.idle.join(', ')}.</p>{/if}
  </div>
{/if}

<style>
  .big {
    font-size: 20px;
    font-weight: 600;
  }
</style>
