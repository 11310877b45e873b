<script lang="ts">
  import { keepFields } from '$ui/shell/keep-fields';
  import AsItCame from '$ui/plan/AsItCame.svelte';
  import Table from '$ui/kit/Table.svelte';
  import Button from '$ui/kit/Button.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import { enhance } from '$app/forms';
  import { sayDay, sayHours, sayMinutes } from '$core/units/clock-time';
  import { formatArea, formatFilm, formatMoney, formatVolume } from '$core/units/measures';

  let { data, form } = $props();
  const totals = $derived(data.totals);
  const cameOf = $derived(new Map(data.came?.hours.map((h) => [h.key, h])));
  const volume = (ml: number) => formatVolume(ml, data.measures);
  const cans = (cover: NonNullable<typeof totals>['lines'][number]['cover']) =>
    cover.cans.map((c) => `${c.count} × ${volume(c.ml)}`).join(' + ') || '–';
  const days = $derived.by(() => {
    const out = new Map<string, NonNullable<typeof totals>['lines']>();
    for (const line of [...(totals?.lines ?? [])].sort(
      (a, b) => (a.first ?? Infinity) - (b.first ?? Infinity),
    )) {
      const day = line.first === null ? 'No day planned' : sayDay(line.first, data.zone);
      out.set(day, [...(out.get(day) ?? []), line]);
    }
    return [...out];
  });
  const products = $derived([...new Map((totals?.lines ?? []).map((l) => [l.product, l.name])).entries()]);
</script>

{#if !totals}
  <p>No system is chosen yet. <a href="/jobs/{data.jobId}/plan/system">Choose one first.</a></p>
{:else}
  <div class="pair">
    <div class="stack">
      <section class="card">
        <div class="head">
          <h2>To buy, by day of need</h2>
          <span class="row">
            <a class="tool" href="/jobs/{data.jobId}/plan/take-off/shopping.pdf" target="_blank">PDF</a>
            <a class="tool" href="/jobs/{data.jobId}/plan/take-off/shopping.csv">CSV</a>
          </span>
        </div>
        {#each days as [day, lines] (day)}
          <h3>{day}</h3>
          <ul>
            {#each lines as l, i (i)}
              <li>
                <b>{l.name}{l.colour ? `, ${l.colour}` : ''}</b><span class="buy">{cans(l.cover)}</span>
                <span class="soft"
                  >{volume(l.volumeMl)} needed{l.cover.cents === null
                    ? ''
                    : ` · ${formatMoney(l.cover.cents, totals.currency)}`}</span
                >
              </li>
            {/each}
          </ul>
        {/each}
      </section>
      <section class="card">
        <h2>Where the paint goes</h2>
        <Table label="Where the paint goes">
          <thead
            ><tr
              ><th>Product</th><th>Area</th><th>Wet film</th><th>On the work</th><th>Overspray</th><th
                >Hose, tray</th
              ><th>Reserve</th><th>Touch-up can</th><th>To have</th></tr
            ></thead
          >
          <tbody>
            {#each totals.lines as l, i (i)}
              <tr>
                <td>{l.name}{l.colour ? `, ${l.colour}` : ''}</td>
                <td>{formatArea(l.areaM2, data.measures)}</td>
                <td>{formatFilm(l.wetUm, data.measures)}</td>
                <td>{volume(l.onWorkMl)}</td>
                <td>{volume(l.missesMl)}</td>
                <td>{volume(l.lossMl)} <span class="soft">×{l.loads}</span></td>
                <td>{volume(l.reserveMl)}</td>
                <td>{l.keepMl ? volume(l.keepMl) : '–'}</td>
                <td><b>{volume(l.volumeMl)}</b></td>
              </tr>
            {/each}
          </tbody>
        </Table>
        <p class="soft">
          Faces {formatArea(data.facesM2, data.measures)}{#each totals.fixed as f (f.kind)}
            &nbsp;· {f.name} {formatArea(f.areaM2, data.measures)}{/each}. Every coat counted; ×2 means the
          hose or tray is loaded twice.
        </p>
      </section>
      <section class="card">
        <h2>Sizes and prices</h2>
        {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
        {#if totals.unpriced.length}<p class="warn">No price yet: {totals.unpriced.join(', ')}.</p>{/if}
        {#each products as [key, name] (key)}
          <FoldOut words={name}>
            <form class="stack" method="post" action="?/cans" use:enhance={keepFields}>
              <Hidden name="product" value={key} />
              {#each [0, 1, 2, 3] as i (i)}
                {@const can = data.sizes[key]?.[i]}
                <div class="row">
                  <NumberField
                    label="Size"
                    unit={data.measures === 'us' ? 'gal' : 'L'}
                    name="size"
                    value={can ? can.size : ''}
                  />
                  <NumberField
                    label="Price{totals.currency ? `, ${totals.currency}` : ''}"
                    name="price"
                    value={can?.cents == null ? '' : (can.cents / 100).toFixed(2)}
                  />
                </div>
              {/each}
              <div><Button type="submit" kind="tertiary">Save sizes of {name}</Button></div>
            </form>
          </FoldOut>
        {/each}
      </section>
    </div>
    <div class="stack">
      <section class="card">
        <h2>Cost</h2>
        <dl>
          <dt>Hours</dt>
          <dd>{sayHours(totals.minutes)}</dd>
          <dt>Paint</dt>
          <dd>
            {totals.paintCents === null ? 'prices missing' : formatMoney(totals.paintCents, totals.currency)}
          </dd>
          <dt>Labour</dt>
          <dd>
            {#if totals.labourCents === null}<a href="/settings">set the labour rate</a>{:else}{formatMoney(
                totals.labourCents,
                totals.currency,
              )}{/if}
          </dd>
          {#if totals.paintCents !== null && totals.labourCents !== null}
            <dt>Total</dt>
            <dd><b>{formatMoney(totals.paintCents + totals.labourCents, totals.currency)}</b></dd>
          {/if}
        </dl>
      </section>
      {#if data.came}
        <AsItCame
          came={data.came}
          measures={data.measures}
          rate={data.rate && { cents: data.rate.hourCents, currency: data.rate.currency }}
        />
      {/if}
      <section class="card">
        <h2>Hours by step</h2>
        <Table label="Hours by step">
          {#if data.came}<thead
              ><tr><th>Step</th><th class="minutes">Expected</th><th class="minutes">Came</th></tr></thead
            >{/if}
          <tbody>
            {#each totals.hours as h (h.key)}
              {@const came = cameOf.get(h.key)}
              <tr class:kitchen={h.kitchen}
                ><td>{h.act}</td><td class="minutes">{sayMinutes(h.minutes)}</td>{#if data.came}<td
                    class="minutes"
                    >{came ? sayMinutes(Math.round(came.came)) : '–'}{#if came && !came.done}<br /><span
                        class="soft">not all done</span
                      >{/if}</td
                  >{/if}</tr
              >
            {/each}
          </tbody>
        </Table>
        <p class="soft">
          In italics: on the kitchen that stays. Common practice and memory; change them under Systems.
        </p>
      </section>
    </div>
  </div>
{/if}

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: start;
    gap: 10px;
  }
  h3 {
    font-weight: 600;
    margin-top: 6px;
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 0 12px;
    padding: 5px 0;
    border-bottom: 1px solid var(--line);
  }
  .buy {
    font-weight: 600;
    text-align: right;
  }
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
    padding-right: 0;
    padding-left: 10px;
  }
  .kitchen td:first-child {
    font-style: italic;
  }
</style>
