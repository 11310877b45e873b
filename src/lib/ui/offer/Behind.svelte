<!-- What is behind an offer: cost, margin and the hours by step. Not for the customer. -->
<script lang="ts">
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Table from '$ui/kit/Table.svelte';
  import { sayHours, sayMinutes } from '$core/units/clock-time';
  import { formatMoney } from '$core/units/measures';
  import type { OfferPage, OfferView } from '$server/services/offer/offer-page';

  let { behind, view }: { behind: NonNullable<OfferPage['behind']>; view: OfferView } = $props();
  const money = (cents: number) => formatMoney(cents, view.offer.currency);
  const left = $derived(view.total.netCents - behind.costCents);
  const options = $derived(new Map(view.options.map((o) => [o.key, o])));
</script>

<section class="card stack" aria-label="Behind the offer">
  <h2>Behind the offer</h2>
  <dl>
    <dt>Hours</dt>
    <dd>{sayHours(behind.minutes)} at {money(view.offer.rates.hourCents)}</dd>
    <dt>Cost</dt>
    <dd>{money(behind.costCents)}</dd>
    <dt>Left over</dt>
    <dd>
      <b>{money(left)}</b>{view.total.netCents > 0
        ? `, ${((100 * left) / view.total.netCents).toFixed(1)} %`
        : ''}
    </dd>
  </dl>
  {#if behind.options.length}
    <Table label="Options: hours and cost">
      <thead><tr><th>Option</th><th>Hours</th><th>Cost</th></tr></thead>
      <tbody>
        {#each behind.options as o (o.key)}
          <tr
            ><td>{options.get(o.key)?.words}</td><td
              >{o.minutes < 0 ? '−' : ''}{sayHours(Math.abs(o.minutes))}</td
            ><td>{money(o.costCents)}</td></tr
          >
        {/each}
      </tbody>
    </Table>
  {/if}
  <FoldOut words="Hours by step">
    <Table label="Offered hours by step">
      <tbody>
        {#each behind.steps as s (s.key)}
          <tr><td>{s.act}</td><td class="minutes">{sayMinutes(Math.round(s.minutes))}</td></tr>
        {/each}
      </tbody>
    </Table>
  </FoldOut>
  <p class="soft">Not on the offer and not in its PDF.</p>
</section>

<style>
  dl {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 4px 12px;
    margin: 0;
  }
  dt {
    color: var(--soft);
  }
  dd {
    margin: 0;
    text-align: right;
  }
  .minutes {
    text-align: right;
    white-space: nowrap;
  }
</style>
