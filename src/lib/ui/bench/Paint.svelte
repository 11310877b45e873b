<!-- What an act lays on, how thick, how much, and how it is mixed. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import type { BenchAct } from '$core/bench/view/bench-act';
  import { sayMinutes } from '$core/units/clock-time';
  import { formatFilm, formatVolume } from '$core/units/measures';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page.svelte';

  let { act }: { act: BenchAct } = $props();
  const bench = getBench();
</script>

{#if act.paint}
  <p>
    {act.paint.name} · wet film <b>{formatFilm(act.paint.wetUm, bench.measures)}</b> · {formatVolume(
      act.paint.volumeMl,
      bench.measures,
    )} for this pass
  </p>
  {#if act.paint.mix}
    {@const mix = act.paint.mix}
    <p>
      Mix {act.paint.mix.a.toFixed(0)} mL base, {act.paint.mix.b.toFixed(0)} mL hardener, {act.paint.mix.thinner.toFixed(
        0,
      )} mL thinner. Let it stand {act.paint.mix.induction} min; use it within {sayMinutes(
        act.paint.mix.potLife,
      )}.
    </p>
    {#if !bench.view.cups.some((c) => c.product === act.paint?.key && c.age.state !== 'past')}
      <FactForm
        kind="mix.made"
        fields={{
          product: act.paint.key,
          a: mix.a.toFixed(1),
          b: mix.b.toFixed(1),
          thinner: mix.thinner.toFixed(1),
          induction: String(mix.induction),
          potLife: String(mix.potLife),
        }}
        class="row end"
      >
        {#snippet children(sending)}
          <Field label="Batch" mono name="batch" value={bench.view.batch} maxlength={40} required />
          <Button type="submit" kind="tertiary" disabled={sending}>Mixed now</Button>
        {/snippet}
      </FactForm>
    {/if}
  {/if}
{/if}

<style>
  :global(form.row.end) {
    align-items: end;
    margin-bottom: 8px;
  }
</style>
