<!-- The figures of a system’s products: waits with what they wait for, film, limits, mix. -->
<script lang="ts">
  import { phasesOf } from '$core/coating/film-stage';
  import { STAGE_WORDS, STAGES, type System } from '$core/coating/system';
  import { writePhases } from '$core/drying/phase-words';
  import { formatFilm, formatKelvin, formatTemperature, type Measures } from '$core/units/measures';
  import { writeWait } from '$core/units/wait';
  import { BASIS_MARK, percent, sayBasis } from './figures';

  let { system, measures }: { system: System; measures: Measures } = $props();
</script>

{#each system.products as p (p.key)}
  <section>
    <h3>{p.name} <span class="soft">{p.kind}, {p.base}</span></h3>
    <dl>
      {#each STAGES as stage (stage)}
        {@const figure = p.stages[stage]}
        {#if figure}
          <div>
            <dt>{STAGE_WORDS[stage]}</dt>
            <dd>
              <b title={sayBasis(figure)}>{writeWait(figure.value)}<sup>{BASIS_MARK[figure.basis]}</sup></b>
              <span class="soft">{writePhases(phasesOf(p, stage))}</span>
            </dd>
          </div>
        {/if}
      {/each}
      {#if p.recoatBy}
        <div>
          <dt>recoat by</dt>
          <dd>
            <b title={sayBasis(p.recoatBy)}
              >{writeWait(p.recoatBy.value)}<sup>{BASIS_MARK[p.recoatBy.basis]}</sup></b
            >
          </dd>
        </div>
      {/if}
    </dl>
    <p class="soft">
      Solids {percent(p.solids.value)} %, dry film {formatFilm(p.dryFilm.value, measures)}, {p.density.value} kg/L
      · {formatTemperature(p.limits.minC, measures)} to {formatTemperature(p.limits.maxC, measures)}, at most {percent(
        p.limits.maxHumidity,
      )} % humidity, surface {formatKelvin(p.limits.dewMarginK, measures)} over the dew point{#if p.mix}&nbsp;·
        <span title={p.mix.basis.parts ? sayBasis(p.mix.basis.parts) : ''}
          >{p.mix.a} : {p.mix.b} by {p.mix.by}</span
        >,
        <span title={p.mix.basis.thinner ? sayBasis(p.mix.basis.thinner) : ''}
          >{percent(p.mix.thinner)} % thinner</span
        >, left to react {p.mix.induction.value} min, pot life {writeWait(
          p.mix.potLife.value,
        )}{:else if p.thinUpTo}&nbsp;· thin up to {percent(p.thinUpTo.value)} %{/if}.
      <a href="/drying?product={p.key}">How it dries</a>
    </p>
  </section>
{/each}

<style>
  section {
    border-top: 1px solid var(--line);
    margin-top: 8px;
    padding: 8px 0;
  }
  h3 {
    font-weight: 600;
  }
  h3 .soft {
    font-weight: 400;
  }
  dl {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(118px, 1fr));
    gap: 8px 12px;
    margin: 4px 0 6px;
  }
  dt {
    color: var(--soft);
    font-size: 13px;
  }
  dd {
    margin: 0;
  }
  dd b {
    font-size: 15px;
  }
  dd span {
    display: block;
    font-size: 12px;
  }
</style>
