<!-- The figures of one product, to be changed. -->
<script lang="ts">
  import Group from '$ui/kit/Group.svelte';
  import { phasesOf } from '$core/coating/film-stage';
  import { STAGE_WORDS, STAGES, type Product } from '$core/coating/system';
  import { writePhases } from '$core/drying/phase-words';
  import type { Measures } from '$core/units/measures';
  import { writeWait } from '$core/units/wait';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { figureWriters, percent } from './figures';

  let { product: p, measures }: { product: Product; measures: Measures } = $props();
  const { film, warm, apart } = $derived(figureWriters(measures));
  const figures = $derived([
    { name: 'solids', label: 'Solids by volume', unit: '%', value: percent(p.solids.value) },
    { name: 'dryFilm', label: 'Dry film', unit: film.unit, value: film.write(p.dryFilm.value) },
    { name: 'density', label: 'Density', unit: 'kg/L', value: p.density.value },
    { name: 'minC', label: 'Coldest', unit: warm.unit, value: warm.write(p.limits.minC) },
    { name: 'maxC', label: 'Warmest', unit: warm.unit, value: warm.write(p.limits.maxC) },
    { name: 'maxHumidity', label: 'Most humidity', unit: '%', value: percent(p.limits.maxHumidity) },
    {
      name: 'dewMarginK',
      label: 'Over the dew point',
      unit: apart.unit,
      value: apart.write(p.limits.dewMarginK),
    },
  ]);
</script>

<Group legend="{p.name}: {p.kind}, {p.base}" column>
  <Field label="Name" width="whole" name="{p.key}.name" value={p.name} />
  <div class="figures">
    {#each STAGES as stage (stage)}
      {@const figure = p.stages[stage]}
      <div>
        <Field
          label={STAGE_WORDS[stage]}
          name="{p.key}.{stage}"
          value={figure ? writeWait(figure.value) : ''}
        />
        <Field
          label="Phases of {STAGE_WORDS[stage]}, {p.name}"
          hideLabel
          name="{p.key}.{stage}.phases"
          value={figure ? writePhases(phasesOf(p, stage)) : ''}
        />
      </div>
    {/each}
    <Field label="recoat by" name="{p.key}.recoatBy" value={p.recoatBy ? writeWait(p.recoatBy.value) : ''} />
  </div>
  <div class="figures">
    {#each figures as { name, label, unit, value } (name)}
      <NumberField width="whole" {label} {unit} name="{p.key}.{name}" {value} />
    {/each}
    {#if p.mix}
      <NumberField width="whole" label="Parts of base" name="{p.key}.a" value={p.mix.a} />
      <NumberField width="whole" label="Parts of hardener" name="{p.key}.b" value={p.mix.b} />
      <Choice label="Parts by" name="{p.key}.by" value={p.mix.by}>
        <Option value="volume" /><Option value="mass" />
      </Choice>
      <Choice label="Thinner as % of" name="{p.key}.thinnerOf" value={p.mix.thinnerOf}>
        <Option value="A+B" text="base and hardener" /><Option value="A" text="base" />
      </Choice>
      <NumberField
        width="whole"
        label="Thinner"
        unit="%"
        name="{p.key}.thinner"
        value={percent(p.mix.thinner)}
      />
      <Field label="Left to react" name="{p.key}.induction" value={writeWait(p.mix.induction.value)} />
      <Field label="Pot life" name="{p.key}.potLife" value={writeWait(p.mix.potLife.value)} />
    {/if}
    <Choice label="What I changed is from" name="{p.key}.basis">
      <Option value="data sheet" /><Option value="learnt here" /><Option value="common practice" />
      <Option value="from memory" />
    </Choice>
  </div>
</Group>

<style>
  .figures {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
    align-items: end;
    gap: 8px 12px;
    margin-bottom: 8px;
  }
</style>
