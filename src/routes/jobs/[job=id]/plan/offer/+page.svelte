<!-- The offer of a job: what the customer reads, what is behind it, who accepted it, and the form of the next version. -->
<script lang="ts">
  import Notice from '$ui/kit/Notice.svelte';
  import Accept from '$ui/offer/Accept.svelte';
  import Behind from '$ui/offer/Behind.svelte';
  import Earned from '$ui/offer/Earned.svelte';
  import NewVersion from '$ui/offer/NewVersion.svelte';
  import OfferSheet from '$ui/offer/OfferSheet.svelte';
  import Versions from '$ui/offer/Versions.svelte';

  let { data, form } = $props();
  const address = $derived(`/jobs/${data.jobId}/plan/offer`);
  const refused = $derived(form && 'refused' in form ? (form.refused ?? '') : '');
</script>

{#if refused}<Notice>{refused}</Notice>{/if}
{#if form && 'notPlanned' in form}
  {#if form.notPlanned}
    <Notice>Recorded as accepted. It could not be planned so: {form.notPlanned}</Notice>
  {:else}
    <p role="status">Recorded as accepted. The job is planned as it was accepted.</p>
  {/if}
{/if}
{#if data.view}
  <div class="pair">
    <div class="stack">
      <OfferSheet view={data.view} {address} newest={data.newest} />
    </div>
    <div class="stack not-printed">
      <Accept view={data.view} newest={data.newest} now={data.now} zone={data.zone} />
      {#if data.earned}<Earned
          earned={data.earned}
          currency={data.view.offer.currency}
          measures={data.measures}
        />{/if}
      {#if data.behind}<Behind behind={data.behind} view={data.view} />{/if}
      <Versions versions={data.versions} shown={data.view.version} {address} zone={data.zone} />
    </div>
  </div>
{/if}
{#key data.versions.length}
  <NewVersion
    form={data.form}
    hindrance={data.hindrance}
    next={(data.versions[0]?.version ?? 0) + 1}
    currency={data.currency}
  />
{/key}
