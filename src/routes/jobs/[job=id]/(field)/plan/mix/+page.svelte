<!-- Mixing: amounts for the next lot, cups under way, viscosity and the wet film. -->
<script lang="ts">
  import { sayTime } from '$core/units/clock-time';
  import { readNumber } from '$core/units/read-number';
  import CupWords from '$ui/mix/CupWords.svelte';
  import CupSeconds from '$ui/mix/CupSeconds.svelte';
  import { sayVolume, startThinner, volumeUnit } from '$ui/mix/mix';
  import MixAmounts from '$ui/mix/MixAmounts.svelte';
  import WetFilmComb from '$ui/mix/WetFilmComb.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';

  import { mixPage } from '$core/bench/pages/mix';
  import { getField } from '$ui/field/field-context';
  import PlanNav from '$ui/plan/PlanNav.svelte';

  let { data, form } = $props();
  const field = getField();
  const view = $derived(mixPage(field.bench, field.now));
  // svelte-ignore state_referenced_locally
  let chosen = $state(view.coming[0]?.product ?? view.products[0]?.key ?? '');
  const product = $derived(view.products.find((p) => p.key === chosen));
  // svelte-ignore state_referenced_locally
  let thinner = $state(startThinner(view.products.find((p) => p.key === chosen)));
  const share = $derived((readNumber(thinner) ?? NaN) / 100);
  const unit = $derived(volumeUnit(data.measures));
  const one = (ml: number) => sayVolume(ml, unit);
</script>

<PlanNav job={data.jobId} />
{#if view.products.length === 0}
  <p>No system is chosen yet. <a href="/jobs/{data.jobId}/plan/system">Choose one first.</a></p>
{:else}
  <StoppedNote stopped={field.stopped ?? form?.stopped} />
  <div class="pair">
    <div class="stack">
      <MixAmounts
        products={view.products}
        coming={view.coming}
        {unit}
        batch={view.batch}
        bind:chosen
        bind:thinner
        {share}
      />
      <section class="card">
        <h2>Cups</h2>
        {#each view.mixes as m (m.id)}
          <div class="cup">
            <p>
              <b class="mono">{m.batch}</b> <b>{m.name}</b>
              {one(m.a + m.b + m.thinner)}
              {unit.name} · {sayTime(m.at, data.zone)}, {m.who}<br />
              <CupWords age={m.age} now={field.now} zone={data.zone} />
            </p>
            <a class="tool" href="/jobs/{data.jobId}/plan/mix/cup.pdf?mix={m.id}" target="_blank">Label</a>
          </div>
        {:else}<p class="soft">Nothing is mixed yet.</p>{/each}
      </section>
    </div>
    <div class="stack">
      <CupSeconds thinUpTo={product?.thinUpTo ?? null} use={(percent) => (thinner = percent)} />
      <WetFilmComb {product} {share} measures={data.measures} />
    </div>
  </div>
{/if}

<style>
  .cup {
    display: flex;
    gap: 10px;
    justify-content: space-between;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
</style>
