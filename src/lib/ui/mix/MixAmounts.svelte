<!-- How much of what goes into the cup, by volume and on the scale, and the record of a cup that was mixed. -->
<script lang="ts">
  import { keepFields } from '$ui/shell/keep-fields';
  import { enhance } from '$app/forms';
  import { massOf, mixFor, splitMixes } from '$core/takeoff/mix';
  import { OVERTHINNED } from '$core/coating/cautions';
  import { sayMinutes } from '$core/units/clock-time';
  import { readNumber } from '$core/units/read-number';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Table from '$ui/kit/Table.svelte';
  import { attempt } from './attempt';
  import { sayVolume, startThinner, type ComingLot, type MixProduct, type VolumeUnit } from './mix';

  interface Props {
    products: readonly MixProduct[];
    /** lots that are next, the first for each product */
    coming: readonly ComingLot[];
    unit: VolumeUnit;
    /** a batch number for a new cup */
    batch: string;
    /** the product */
    chosen: string;
    /** of thinner, in % */
    thinner: string;
    share: number;
  }
  let { products, coming, unit, batch, chosen = $bindable(), thinner = $bindable(), share }: Props = $props();

  const product = $derived(products.find((p) => p.key === chosen));
  const lot = $derived(coming.find((c) => c.product === chosen));
  // svelte-ignore state_referenced_locally
  let wanted = $state(startAmount(coming[0]?.ml ?? 1000));
  function startAmount(ml: number): string {
    return unit.ml === 1 ? String(Math.ceil(ml / 10) * 10) : (ml / unit.ml).toFixed(1);
  }
  const choose = () => {
    thinner = startThinner(product);
    if (lot) wanted = startAmount(lot.ml);
  };

  /** T12: 10 to 15 %: half as much again is the most. Common practice, no source. */
  const MOST_OVER = 1.5;
  const number = (text: string): number => readNumber(text) ?? NaN;
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
  const one = (ml: number) => sayVolume(ml, unit);
  const scale = (g: number) => g.toFixed(g < 100 ? 1 : 0);
</script>

<section class="card stack">
  <h2>Mix</h2>
  <div class="fields">
    <Choice label="Product" bind:chosen onchange={choose}>
      {#each products as p (p.key)}<Option value={p.key} text={p.name} />{/each}
    </Choice>
    <NumberField label="How much" unit={unit.name} bind:text={wanted} />
    <NumberField
      label="Thinner, % {product?.mix?.thinnerOf === 'A+B' ? 'of base and hardener' : 'of the base'}"
      bind:text={thinner}
    />
  </div>
  {#if lot}<p class="soft">
      {lot.words}{lot.colour ? `, ${lot.colour}` : ''} takes {one(lot.ml)}
      {unit.name}, {sayMinutes(lot.minutes)} of work.
    </p>{/if}
  {#if product && !product.mix && product.thinUpTo !== null && share > product.thinUpTo + 1e-9}
    <p class="warn">
      More than its {Math.round(product.thinUpTo * 100)} %: the film gets thin and slow.
    </p>
  {:else if product?.mix && product.mix.b > 0 && share > product.mix.thinner * MOST_OVER + 1e-9}
    <p class="bad">{OVERTHINNED}</p>
  {:else if product && !product.mix && product.thinUpTo === null && share > 0}
    <p class="warn">{product.name} is not thinned. The data sheet decides.</p>
  {/if}
  {#if 'wrong' in mixed}
    <Notice>{mixed.wrong}.</Notice>
  {:else if grams}
    <Table label="What goes in">
      <thead><tr><th>Into the cup</th><th>Volume</th><th>On the scale</th><th>Scale so far</th></tr></thead>
      <tbody>
        <tr
          ><td>{product?.mix ? 'Base' : product?.name}</td><td><b>{one(mixed.value.a)} {unit.name}</b></td><td
            >{scale(grams.a)} g</td
          ><td>{scale(grams.a)} g</td></tr
        >
        {#if mixed.value.b > 0}
          <tr
            ><td>Hardener</td><td><b>{one(mixed.value.b)} {unit.name}</b></td><td>{scale(grams.b)} g</td><td
              >{scale(grams.a + grams.b)} g</td
            ></tr
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
    </Table>
    {#if product?.mix}
      <p>
        {product.mix.a} : {product.mix.b} by {product.mix.by}. Leave it {product.mix.induction.value} min to react,
        then use within {sayMinutes(product.mix.potLife.value)} of mixing.
      </p>
    {/if}
    {#if cups && 'value' in cups && cups.value.length > 1}
      <p class="warn">
        Longer than the pot life: mix {cups.value.length} cups of {one(cups.value[0] ?? 0)}
        {unit.name}, one after the other.
      </p>
    {:else if cups && 'wrong' in cups}<p class="bad">{cups.wrong}.</p>{/if}
    <form class="fields" method="post" action="?/fact" use:enhance={keepFields}>
      <Hidden name="kind" value="mix.made" />
      <Hidden name="product" value={chosen} />
      <Hidden name="a" value={mixed.value.a.toFixed(1)} />
      <Hidden name="b" value={mixed.value.b.toFixed(1)} />
      <Hidden name="thinner" value={mixed.value.thinner.toFixed(1)} />
      <Hidden name="induction" value={product?.mix?.induction.value ?? 0} />
      <Hidden name="potLife" value={product?.mix?.potLife.value ?? ''} />
      <Field label="Batch" width="short" name="batch" value={batch} />
      <Button type="submit">Mixed now</Button>
    </form>
  {/if}
</section>

<style>
  td:nth-child(n + 2),
  th:nth-child(n + 2) {
    text-align: right;
  }
</style>
