<!-- The touch-ups of the next half year: how many, and what they cost. -->
<script lang="ts">
  import { sayMinutes } from '$core/units/clock-time';
  import { formatMoney, formatVolume, type Measures } from '$core/units/measures';
  import Table from '$ui/kit/Table.svelte';
  import { many } from './say-lasting';
  import type { LastingView } from '$core/durability/lasting';

  let {
    view,
    measures,
    costs,
  }: {
    view: Pick<LastingView, 'forecast' | 'counts' | 'cost' | 'warranty'>;
    measures: Measures;
    costs: { hourCents: number | null; currency: string } | null;
  } = $props();
  const counts = $derived(view.counts);
  const expected = $derived(view.forecast.months.reduce((sum, m) => sum + m.expected, 0));
  const hour = $derived(costs?.hourCents ?? null);
  /** work of so many touch-ups, in money */
  const money = (touchUps: number, cents: number) =>
    formatMoney(Math.round(((touchUps * view.cost.minutes) / 60) * cents), costs?.currency ?? '');
</script>

<section class="card" aria-label="The next half year">
  <h2>Touch-ups to expect</h2>
  {#if view.forecast.untold || counts.failures < 5}
    <p class="soft">Too few failures to forecast from.</p>
  {:else}
    <Table label="Touch-ups to expect">
      <thead><tr><th>Month from now</th><th>Expected</th><th>9 times in 10</th></tr></thead>
      <tbody>
        {#each view.forecast.months as m, i (i)}
          <tr><td>{i + 1}</td><td>{m.expected.toFixed(1)}</td><td>{m.low} to {m.high}</td></tr>
        {/each}
      </tbody>
    </Table>
    <p>
      In the half year about <b>{Math.round(expected)}</b>: {sayMinutes(
        Math.round(expected * view.cost.minutes),
      )}, {formatVolume(expected * view.cost.ml, measures)} of paint{#if hour !== null}, {money(
          expected,
          hour,
        )} of work{/if}.
    </p>
    <p>
      About <b>{Math.round(view.forecast.unseen)}</b> may have failed already where nobody looked since.
    </p>
    {#if hour !== null}
      <p>
        Reserve for warranty: about <b>{Math.round(view.warranty)}</b> touch-ups,
        <b>{money(view.warranty, hour)}</b>.
      </p>
    {/if}
    <p class="soft">
      {Math.round(view.cost.minutes)} min and {Math.round(view.cost.ml)} mL each, {view.cost.made
        ? `by ${many(view.cost.made, 'touch-up', 'touch-ups')} that ${view.cost.made === 1 ? 'was' : 'were'} made`
        : 'as usual'}.
    </p>
  {/if}
</section>
