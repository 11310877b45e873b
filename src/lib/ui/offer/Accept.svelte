<!-- Who accepted an offer, when and with which options; or the form that records it. -->
<script lang="ts">
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import Button from '$ui/kit/Button.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Group from '$ui/kit/Group.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { enhance } from '$app/forms';
  import { keepFields } from '$ui/shell/keep-fields';
  import { dayToMs, isoDay, sayDate } from '$core/units/clock-time';
  import { formatMoney } from '$core/units/measures';
  import type { OfferView } from '$server/services/offer/offer-page';

  let { view, newest, now, zone }: { view: OfferView; newest: boolean; now: number; zone: string } = $props();
  const today = $derived(isoDay(now, zone));
  const past = $derived(today > view.offer.validUntil);
</script>

{#if view.accepted}
  <section class="card stack accepted" aria-label="Accepted">
    <h2>Accepted</h2>
    <p>
      By <b>{view.accepted.name}</b> on {sayDate(dayToMs(view.accepted.day, zone), zone)}, for
      <b>{formatMoney(view.total.totalCents, view.offer.currency)}</b>.
    </p>
    {#if newest}
      <AskFirst
        words="Accepted by mistake"
        ask="Take the acceptance of version {view.version} back? That it was recorded stays on record."
        sure="Take it back"
        action="?/withdraw"
        fields={{ offer: view.id }}
      />
    {/if}
  </section>
{:else if newest}
  <form class="card stack" method="post" action="?/accept" use:enhance={keepFields}>
    <h2>Accepted?</h2>
    {#if past}<p class="warn">
        It was valid until {sayDate(dayToMs(view.offer.validUntil, zone), zone)}. Make a new version.
      </p>{/if}
    <Hidden name="offer" value={view.id} />
    <Field label="Accepted by" name="name" maxlength={120} autocomplete="off" required />
    <DateField label="On" name="day" value={today} required />
    {#if view.options.length}
      <Group legend="With these options">
        {#each view.options as o (o.key)}
          <Tick class="wide" name="take.{o.key}" value="yes">{o.words}</Tick>
        {/each}
      </Group>
    {/if}
    <div><Button type="submit">Record it as accepted</Button></div>
  </form>
{/if}

<style>
  .accepted {
    border-left: 5px solid var(--ready);
  }
</style>
