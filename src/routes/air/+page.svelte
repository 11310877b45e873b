<!-- The air of every place: whether a coat may be laid now, and how the places are kept. -->
<script lang="ts">
  import { untrack } from 'svelte';
  import { goto } from '$app/navigation';
  import { formatKelvin } from '$core/units/measures';
  import PlaceCard from '$ui/air/PlaceCard.svelte';
  import PlacesForm from '$ui/air/PlacesForm.svelte';
  import TentDevices from '$ui/air/TentDevices.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { oneStream } from '$ui/shell/one-stream';
  import { refresh } from '$ui/shell/refresh';

  let { data, form } = $props();

  $effect(() => {
    // The sensors’ readings come in as they are sent.
    const known = untrack(() => data.known);
    return oneStream('anthem-air', `/air/stream?known=${encodeURIComponent(known)}`, {
      onopen: () => undefined,
      onlost: () => undefined,
      onmessage: () => void refresh('anthem:air'),
    });
  });
</script>

<div class="page stack">
  <div class="head">
    <h1>Air</h1>
    <Choice
      label="For a coat of"
      value={data.product.key}
      onchange={(e) =>
        void goto(`/air?product=${e.currentTarget.value}`, { keepFocus: true, noScroll: true })}
    >
      {#each data.products as p (p.key)}<Option value={p.key} text={p.name} />{/each}
    </Choice>
  </div>
  {#if !data.foreseen}
    <Notice kind="note"
      >No forecast is connected here. What is read or typed below counts for two weeks; without that films are
      reckoned by the sheet, at 25 °C and 50 % humidity.</Notice
    >
  {/if}
  {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
  {#if form && 'done' in form && form.done}<Notice kind="ok">{form.done}</Notice>{/if}
  <div class="places">
    {#each data.places as p (p.place)}
      <PlaceCard place={p} sensors={data.sensors} now={data.now} zone={data.zone} measures={data.measures} />
    {/each}
  </div>
  <div class="lower">
    {#if data.whatIfs.length}<TentDevices
        whatIfs={data.whatIfs}
        product={data.product}
        now={data.now}
        zone={data.zone}
        measures={data.measures}
      />{/if}
    <PlacesForm set={data.set} measures={data.measures} />
  </div>
  <p class="soft">
    Within the product’s temperatures and humidity, and {formatKelvin(
      data.product.limits.dewMarginK,
      data.measures,
    )} over the dew point, until the coat is dry to touch. The product’s data sheet decides.
    <a href="/drying?product={data.product.key}">How {data.product.name} dries</a>
  </p>
</div>

<style>
  .page {
    padding: 14px 20px 60px;
  }
  .head {
    display: flex;
    justify-content: space-between;
    align-items: end;
    gap: 12px;
  }
  .places {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 12px;
    align-items: start;
  }
  .lower {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(300px, 1fr);
    gap: 12px;
    align-items: start;
  }
  @media (max-width: 800px) {
    .page {
      padding: 12px 14px 60px;
    }
    .lower {
      grid-template-columns: minmax(0, 1fr);
    }
    .head {
      flex-wrap: wrap;
    }
  }
</style>
