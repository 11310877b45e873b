<!-- An offer as the customer reads it. -->
<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import { dayToMs, sayDate } from '$core/units/clock-time';
  import { formatMoney } from '$core/units/measures';
  import { sayDaysMoved, sayWhenBack } from '$core/offer/say-offer';
  import type { OfferView } from '$server/services/offer/offer-page';

  interface Props {
    view: OfferView;
    address: string;
    /** whether it is the newest version */
    newest: boolean;
  }
  let { view, address, newest }: Props = $props();
  const offer = $derived(view.offer);
  const money = (cents: number) => formatMoney(cents, offer.currency);
  const day = (iso: string) => sayDate(dayToMs(iso, offer.job.zone), offer.job.zone);
  const percent = (share: number) => `${Number((share * 100).toFixed(3))} %`;
  const open = $derived(view.options.filter((o) => !o.taken));
</script>

<article class="card stack" aria-label="Offer, version {view.version}">
  <header>
    <div>
      <p class="soft">{[offer.company.name, offer.company.town].filter(Boolean).join(', ')}</p>
      <h2>Offer: {offer.job.name}</h2>
      <p class="soft">
        {offer.job.place ? `${offer.job.place} · ` : ''}version {view.version} of {sayDate(
          view.madeAt,
          offer.job.zone,
        )} · valid until {day(offer.validUntil)}
      </p>
    </div>
    <a class="tool not-printed" href="{address}/offer.pdf?version={view.version}" target="_blank">PDF</a>
  </header>
  {#if !newest}<p class="warn">There is a newer version of this offer.</p>{/if}
  <h3>What we do</h3>
  <ul>
    {#each offer.scope as line, i (i)}<li>{line}</li>{/each}
  </ul>
  {#if offer.notIncluded.length}
    <h3>Not included</h3>
    <ul>
      {#each offer.notIncluded as line, i (i)}<li>{line}</li>{/each}
    </ul>
  {/if}
  <h3>When</h3>
  <p>{sayWhenBack(offer)}</p>
  <h3>Price</h3>
  <Table label="Price">
    <tbody>
      <tr><th scope="row">The work as described</th><td></td><td>{money(view.baseCents)}</td></tr>
      {#each view.options.filter((o) => o.taken) as o (o.key)}
        <tr><th scope="row">{o.words}</th><td>{sayDaysMoved(o.days)}</td><td>{money(o.cents)}</td></tr>
      {/each}
      <tr><th scope="row">Before tax</th><td></td><td>{money(view.total.netCents)}</td></tr>
      {#if offer.rates.tax > 0}
        <tr
          ><th scope="row">{offer.taxName || 'Tax'}, {percent(offer.rates.tax)}</th><td></td><td
            >{money(view.total.taxCents)}</td
          ></tr
        >
      {/if}
      <tr class="total"><th scope="row">Total</th><td></td><td>{money(view.total.totalCents)}</td></tr>
      {#if offer.rates.deposit > 0}
        <tr
          ><th scope="row">Deposit before work begins, {percent(offer.rates.deposit)}</th><td></td><td
            >{money(view.total.depositCents)}</td
          ></tr
        >
      {/if}
    </tbody>
  </Table>
  {#if open.length}
    <h3>{view.accepted ? 'Offered, not taken' : 'Options'}</h3>
    <Table label="Options">
      <tbody>
        {#each open as o (o.key)}
          <tr
            ><th scope="row">{o.words}</th><td>{sayDaysMoved(o.days)}</td><td
              >{o.cents < 0 ? '' : '+ '}{money(o.cents)}</td
            ></tr
          >
        {/each}
      </tbody>
    </Table>
    <p class="soft">Each by itself, before tax.</p>
  {/if}
  {#if offer.note}
    <h3>Terms</h3>
    <p class="terms">{offer.note}</p>
  {/if}
</article>

<style>
  header {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    align-items: start;
  }
  h3 {
    font-weight: 600;
  }
  ul {
    margin: 0;
    padding-left: 18px;
    list-style: disc;
  }
  th {
    font-weight: 400;
    text-align: left;
  }
  td {
    text-align: right;
    white-space: nowrap;
  }
  .total :is(th, td) {
    font-weight: 600;
  }
  .terms {
    white-space: pre-line;
  }
</style>
