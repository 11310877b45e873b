<!-- A wet-film comb: what its teeth say of the film, wet and dry. -->
<script lang="ts">
  import { judgeFilm } from '$core/takeoff/film-gauge';
  import { formatFilm, UM_PER_MIL, type Measures } from '$core/units/measures';
  import { readNumber } from '$core/units/read-number';
  import NumberField from '$ui/kit/NumberField.svelte';
  import { attempt } from './attempt';

  interface Props {
    product: { name: string; dryFilm: number; solids: number } | undefined;
    /** of thinner, 0 to 1 */
    share: number;
    measures: Measures;
  }
  let { product, share, measures }: Props = $props();
  const us = $derived(measures === 'us');
  let wet = $state('');
  let dry = $state('');
  const um = (text: string) => (readNumber(text) ?? NaN) * (us ? UM_PER_MIL : 1);
  const film = $derived(
    product && wet && dry ? attempt(() => judgeFilm({ wet: um(wet), dry: um(dry) }, product, share)) : null,
  );
</script>

<section class="card stack">
  <h2>Wet-film comb</h2>
  <p class="soft">
    {product?.name}: lay {formatFilm(
      ((product?.dryFilm ?? 0) * (1 + (share || 0))) / (product?.solids ?? 1),
      measures,
    )}
    wet.
  </p>
  <div class="two">
    <NumberField label="Last wet tooth" unit={us ? 'mil' : 'µm'} bind:text={wet} />
    <NumberField label="First dry tooth" unit={us ? 'mil' : 'µm'} bind:text={dry} />
  </div>
  {#if film && 'wrong' in film}<p class="bad">{film.wrong}.</p>{:else if film}
    <p class={film.value.says === 'right' ? '' : 'warn'}>
      {formatFilm(film.value.wetUm, measures)} wet, {Math.round(film.value.ratio * 100)} % of the target; leaves
      {formatFilm(film.value.dryUm, measures)} dry. {film.value.todo}
    </p>
  {/if}
</section>
