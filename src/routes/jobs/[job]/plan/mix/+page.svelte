<script lang="ts">
  import { readNumber } from '$core/units/read-number';
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import CupWords from '$ui/CupWords.svelte';
  import StoppedNote from '$ui/StoppedNote.svelte';
  import { CUP_KEYS, CUPS, secondsIn, thinnerFor, viscosity, type Cup } from '$core/takeoff/cup';
  import { judgeFilm } from '$core/takeoff/film-gauge';
  import { massOf, mixFor, splitMixes } from '$core/takeoff/mix';
  import { sayMinutes, sayTime } from '$core/units/clock-time';
  import { formatFilm, ML_PER_FL_OZ, UM_PER_MIL } from '$core/units/measures';

  let { data, form } = $props();
  // svelte-ignore state_referenced_locally
  let chosen = $state(data.coming[0]?.product ?? data.products[0]?.key ?? '');
  const product = $derived(data.products.find((p) => p.key === chosen));
  const lot = $derived(data.coming.find((c) => c.product === chosen));
  // svelte-ignore state_referenced_locally
  let wanted = $state(startAmount(data.coming[0]?.ml ?? 1000));
  // svelte-ignore state_referenced_locally
  let thinner = $state(startThinner(data.products.find((p) => p.key === chosen)));
  function startAmount(ml: number): string {
    return data.measures === 'us' ? (ml / ML_PER_FL_OZ).toFixed(1) : String(Math.ceil(ml / 10) * 10);
  }
  function startThinner(p: (typeof data.products)[number] | undefined): string {
    return String(Math.round((p?.mix?.thinner ?? 0) * 1000) / 10);
  }
  const choose = () => {
    thinner = startThinner(product);
    if (lot) wanted = startAmount(lot.ml);
  };

  /** Runs a computation and keeps what is wrong with its input in words. */
  function attempt<T>(act: () => T): { value: T } | { wrong: string } {
    try {
      return { value: act() };
    } catch (error) {
      return { wrong: error instanceof Error ? error.message : String(error) };
    }
  }
  const number = (text: string): number => readNumber(text) ?? NaN;
  const share = $derived(number(thinner) / 100);
  const densities = $derived(product?.mix?.densities ?? { a: product?.density ?? 1.2, b: 1, thinner: 1 });
  const ratio = $derived(
    product?.mix
      ? { ...product.mix, thinner: share }
      : { a: 1, b: 0, thinner: share, thinnerOf: 'A' as const },
  );
  const mixed = $derived(
    attempt(() => {
      const total = number(wanted) * unit.ml;
      if (!(total > 0 && total <= 100_000)) throw new RangeError('Write how much is wanted, such as 800');
      if (!(share >= 0 && share <= 1)) throw new RangeError('Write the thinner in %, such as 10');
      return mixFor(ratio, total);
    }),
  );
  const cups = $derived(
    product?.mix && lot && 'value' in mixed
      ? attempt(() =>
          splitMixes(
            number(wanted) * unit.ml,
            lot.minutes,
            product.mix?.potLife.value ?? 1e6,
            product.mix?.induction.value ?? 0,
          ),
        )
      : null,
  );
  const grams = $derived('value' in mixed ? massOf(mixed.value, densities) : null);
  const unit = $derived(data.measures === 'us' ? { name: 'fl oz', ml: ML_PER_FL_OZ } : { name: 'mL', ml: 1 });
  /** mL as people measure them */
  const one = (ml: number) => {
    const n = ml / unit.ml;
    return n.toFixed(n < 100 ? 1 : 0);
  };
  const scale = (g: number) => g.toFixed(g < 100 ? 1 : 0);

  let cup = $state<Cup>('ford-4');
  let secondsA = $state('45');
  let shareA = $state('0');
  let secondsB = $state('30');
  let shareB = $state('10');
  let target = $state('25');
  const nu = $derived(attempt(() => viscosity(cup, number(secondsA))));
  const others = $derived(
    'value' in nu
      ? CUP_KEYS.flatMap((k) => {
          const s = k === cup ? null : secondsIn(k, nu.value);
          return s === null ? [] : [`${CUPS[k].name} ${s.toFixed(0)} s`];
        })
      : [],
  );
  const more = $derived(
    attempt(() =>
      thinnerFor(
        viscosity(cup, number(target)),
        { share: number(shareA) / 100, nu: viscosity(cup, number(secondsA)) },
        { share: number(shareB) / 100, nu: viscosity(cup, number(secondsB)) },
      ),
    ),
  );

  const us = $derived(data.measures === 'us');
  let wet = $state('');
  let dry = $state('');
  const um = (text: string) => number(text) * (us ? UM_PER_MIL : 1);
  const film = $derived(
    product && wet && dry ? attempt(() => judgeFilm({ wet: um(wet), dry: um(dry) }, product, share)) : null,
  );
</script>

{#if data.products.length === 0}
  <p>No system is chosen yet. <a href="/jobs/{data.jobId}/plan/system">Choose one first.</a></p>
{:else}
  {#if form && 'stopped' in form && form.stopped}<StoppedNote stopped={form.stopped} />{/if}
  <div class="pair">
    <div class="stack">
      <section class="card stack">
        <h2>Mix</h2>
        <div class="row">
          <label class="labelled"
            >Product<select class="field" bind:value={chosen} onchange={choose}>
              {#each data.products as p (p.key)}<option value={p.key}>{p.name}</option>{/each}
            </select></label
          >
          <label class="labelled"
            >How much, {unit.name}<input class="field short" inputmode="decimal" bind:value={wanted} /></label
          >
          <label class="labelled"
            >Thinner, % {product?.mix?.thinnerOf === 'A+B' ? 'of base and hardener' : 'of the base'}<input
              class="field short"
              inputmode="decimal"
              bind:value={thinner}
            /></label
          >
        </div>
        {#if lot}<p class="soft">
            {lot.words}{lot.colour ? `, ${lot.colour}` : ''} takes {one(lot.ml)}
            {unit.name}, {sayMinutes(lot.minutes)} of work.
          </p>{/if}
        {#if product && !product.mix && product.thinUpTo !== null && share > product.thinUpTo + 1e-9}
          <p class="warn">
            More than its {Math.round(product.thinUpTo * 100)} %: the film gets thin and slow.
          </p>
        {:else if product && !product.mix && product.thinUpTo === null && share > 0}
          <p class="warn">{product.name} is not thinned. The data sheet decides.</p>
        {/if}
        {#if 'wrong' in mixed}
          <p class="bad" role="alert">{mixed.wrong}.</p>
        {:else if grams}
          <table class="plain amounts" aria-label="What goes in">
            <thead
              ><tr><th>Into the cup</th><th>Volume</th><th>On the scale</th><th>Scale so far</th></tr></thead
            >
            <tbody>
              <tr
                ><td>{product?.mix ? 'Base' : product?.name}</td><td
                  ><b>{one(mixed.value.a)} {unit.name}</b></td
                ><td>{scale(grams.a)} g</td><td>{scale(grams.a)} g</td></tr
              >
              {#if mixed.value.b > 0}
                <tr
                  ><td>Hardener</td><td><b>{one(mixed.value.b)} {unit.name}</b></td><td>{scale(grams.b)} g</td
                  ><td>{scale(grams.a + grams.b)} g</td></tr
                >
              {/if}
              {#if mixed.value.thinner > 0}
                <tr
                  ><td>Thinner</td><td><b>{one(mixed.value.thinner)} {unit.name}</b></td><td
                    >{scale(grams.thinner)} g</td
                  ><td>{scale(grams.a + grams.b + grams.thinner)} g</td></tr
                >
              {/if}
            </tbody>
          </table>
          {#if product?.mix}
            <p>
              {product.mix.a} : {product.mix.b} by {product.mix.by}. Stands {product.mix.induction.value} min, then
              use within {sayMinutes(product.mix.potLife.value)} of mixing.
            </p>
          {/if}
          {#if cups && 'value' in cups && cups.value.length > 1}
            <p class="warn">
              Longer than the pot life: mix {cups.value.length} cups of {one(cups.value[0] ?? 0)}
              {unit.name}, one after the other.
            </p>
          {:else if cups && 'wrong' in cups}<p class="bad">{cups.wrong}.</p>{/if}
          <form
            class="row end"
            method="post"
            action="?/fact"
            use:enhance={() =>
              async ({ update }) =>
                update({ reset: false })}
          >
            <input type="hidden" name="kind" value="mix.made" />
            <input type="hidden" name="product" value={chosen} />
            <input type="hidden" name="a" value={mixed.value.a.toFixed(1)} />
            <input type="hidden" name="b" value={mixed.value.b.toFixed(1)} />
            <input type="hidden" name="thinner" value={mixed.value.thinner.toFixed(1)} />
            <input type="hidden" name="induction" value={product?.mix?.induction.value ?? 0} />
            <input type="hidden" name="potLife" value={product?.mix?.potLife.value ?? ''} />
            <label class="labelled">Batch<input class="field short" name="batch" value={data.batch} /></label>
            <Button type="submit">Mixed now</Button>
          </form>
        {/if}
      </section>
      <section class="card">
        <h2>Cups</h2>
        {#each data.mixes as m (m.id)}
          <div class="cup">
            <p>
              <b class="mono">{m.batch}</b> <b>{m.name}</b>
              {one(m.a + m.b + m.thinner)}
              {unit.name} · {sayTime(m.at, data.zone)}, {m.who}<br />
              <CupWords age={m.age} now={data.now} zone={data.zone} />
            </p>
            <a class="tool" href="/jobs/{data.jobId}/plan/mix/cup.pdf?mix={m.id}" target="_blank">Label</a>
          </div>
        {:else}<p class="soft">Nothing is mixed yet.</p>{/each}
      </section>
    </div>
    <div class="stack">
      <section class="card stack">
        <h2>Cup seconds</h2>
        <label class="labelled"
          >Cup<select class="field" bind:value={cup}
            >{#each CUP_KEYS as k (k)}<option value={k}>{CUPS[k].name}</option>{/each}</select
          ></label
        >
        <div class="two">
          <label class="labelled"
            >Seconds<input class="field" inputmode="decimal" bind:value={secondsA} /></label
          >
          <label class="labelled"
            >with thinner, %<input class="field" inputmode="decimal" bind:value={shareA} /></label
          >
        </div>
        {#if 'wrong' in nu}<p class="bad">{nu.wrong}.</p>{:else}
          <p><b>{nu.value.toFixed(1)} cSt</b> <span class="soft">{others.join(' · ')}</span></p>
        {/if}
        <div class="two">
          <label class="labelled"
            >Then seconds<input class="field" inputmode="decimal" bind:value={secondsB} /></label
          >
          <label class="labelled"
            >with thinner, %<input class="field" inputmode="decimal" bind:value={shareB} /></label
          >
        </div>
        <label class="labelled"
          >Wanted seconds<input class="field" inputmode="decimal" bind:value={target} /></label
        >
        {#if 'wrong' in more}<p class="bad">{more.wrong}.</p>{:else}
          <p>
            Thin by <b>{(more.value * 100).toFixed(1)} %</b>.
            {#if product && product.thinUpTo !== null && more.value > product.thinUpTo}<span class="warn"
                >More than the {Math.round(product.thinUpTo * 100)} % it takes.</span
              >{/if}
            <button
              class="tool"
              type="button"
              onclick={() => (thinner = ('value' in more ? more.value * 100 : 0).toFixed(1))}>Mix so</button
            >
          </p>
        {/if}
      </section>
      <section class="card stack">
        <h2>Wet-film comb</h2>
        <p class="soft">
          {product?.name}: lay {formatFilm(
            ((product?.dryFilm ?? 0) * (1 + (share || 0))) / (product?.solids ?? 1),
            data.measures,
          )}
          wet.
        </p>
        <div class="two">
          <label class="labelled"
            >Last wet tooth, {us ? 'mil' : 'µm'}<input
              class="field"
              inputmode="decimal"
              bind:value={wet}
            /></label
          >
          <label class="labelled"
            >First dry tooth, {us ? 'mil' : 'µm'}<input
              class="field"
              inputmode="decimal"
              bind:value={dry}
            /></label
          >
        </div>
        {#if film && 'wrong' in film}<p class="bad">{film.wrong}.</p>{:else if film}
          <p class={film.value.says === 'right' ? '' : 'warn'}>
            {formatFilm(film.value.wetUm, data.measures)} wet, {Math.round(film.value.ratio * 100)} % of the target;
            leaves
            {formatFilm(film.value.dryUm, data.measures)} dry. {film.value.todo}
          </p>
        {/if}
      </section>
    </div>
  </div>
{/if}

<style>
  .short {
    width: 110px;
  }
  .end {
    align-items: end;
  }
  .amounts td:nth-child(n + 2),
  .amounts th:nth-child(n + 2) {
    text-align: right;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .two .field,
  .stack > .labelled .field {
    width: 100%;
  }
  .cup {
    display: flex;
    gap: 10px;
    justify-content: space-between;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
  }
</style>
