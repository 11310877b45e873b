<script lang="ts">
  import AskFirst from '$ui/AskFirst.svelte';
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import MethodCard from '$ui/MethodCard.svelte';
  import { STAGE_WORDS } from '$core/coating/system';
  import { sayTime } from '$core/units/clock-time';
  import { fahrenheit, formatFilm, formatKelvin, formatTemperature, UM_PER_MIL } from '$core/units/measures';
  import { writeWait } from '$core/units/wait';

  let { data, form } = $props();
  let editing = $state(false);
  const system = $derived(data.system);
  const us = $derived(data.measures === 'us');
  const round = (n: number) => String(Number(n.toFixed(3)));
  const film = (um: number) => round(us ? um / UM_PER_MIL : um);
  const warm = (celsius: number) => round(us ? fahrenheit(celsius) : celsius);
  const apart = (kelvin: number) => round(us ? kelvin * 1.8 : kelvin);
  const percent = (share: number) => String(Number((share * 100).toFixed(2)));
  const MARK = { 'common practice': '', 'from memory': 'm', 'data sheet': 's', 'learnt here': 'l' } as const;
</script>

<div class="page">
  <p><a href="/systems">Finish systems</a></p>
  <div class="head">
    <div>
      <h1>{system.name}</h1>
      <p class="soft">{system.reason} Version {system.version}.</p>
    </div>
    <button class="tool" onclick={() => (editing = !editing)} aria-pressed={editing}
      >Change the figures</button
    >
  </div>
  {#if form && 'refused' in form && form.refused}<p class="bad" role="alert">{form.refused}</p>{/if}
  {#if form && 'saved' in form && form.saved}
    <p role="status">Saved as version {form.saved}. Jobs keep the version they were planned with.</p>
  {/if}
  <div class="pair body">
    <div class="stack">
      <section class="card">
        <h2>Steps</h2>
        <ol>
          {#each data.steps as step, i (i)}
            <li>
              <b>{step.act}</b>{#if step.on === 'kitchen'}&nbsp;<span class="soft">the kitchen</span>{/if}
              {#if step.says.length}<br /><span class="soft">{step.says.join(' · ')}</span>{/if}
            </li>
          {/each}
        </ol>
      </section>
      <section class="card">
        <h2>Figures</h2>
        <form
          method="post"
          action="?/save"
          use:enhance={() =>
            async ({ update, result }) => {
              await update({ reset: false });
              if (result.type === 'success') editing = false;
            }}
        >
          {#if editing}
            <label class="labelled"
              >Name of the system<input class="field" name="name" value={system.name} /></label
            >
          {/if}
          {#each system.products as p (p.key)}
            <fieldset>
              <legend>
                {#if editing}<input
                    class="field"
                    name="{p.key}.name"
                    value={p.name}
                    aria-label="Name of {p.name}"
                  />{:else}{p.name}{/if}
                <span class="soft">{p.kind}, {p.base}</span>
              </legend>
              <div class="figures" class:wide={editing}>
                {#each data.stages as stage (stage)}
                  {@const figure = p.stages[stage]}
                  {#if editing || figure}
                    <label class="labelled"
                      >{STAGE_WORDS[stage]}
                      {#if editing}
                        <input
                          class="field"
                          name="{p.key}.{stage}"
                          value={data.waits[p.key]?.[stage] ?? ''}
                        />
                        <input
                          class="field small"
                          name="{p.key}.{stage}.phases"
                          value={data.phases[p.key]?.[stage] ?? ''}
                          aria-label="Phases of {STAGE_WORDS[stage]}, {p.name}"
                        />
                      {:else if figure}
                        <span class="value" title="{figure.basis}{figure.note ? `, ${figure.note}` : ''}"
                          >{writeWait(figure.value)}<sup>{MARK[figure.basis]}</sup></span
                        >
                        <span class="phases">{data.phases[p.key]?.[stage]}</span>
                      {/if}
                    </label>
                  {/if}
                {/each}
                {#if editing || p.recoatBy}
                  <label class="labelled"
                    >recoat by
                    {#if editing}<input
                        class="field"
                        name="{p.key}.recoatBy"
                        value={p.recoatBy ? writeWait(p.recoatBy.value) : ''}
                      />{:else if p.recoatBy}<span class="value">{writeWait(p.recoatBy.value)}</span>{/if}
                  </label>
                {/if}
              </div>
              {#if editing}
                <div class="figures">
                  <label class="labelled"
                    >Solids, % by volume<input
                      class="field"
                      name="{p.key}.solids"
                      value={percent(p.solids.value)}
                    /></label
                  >
                  <label class="labelled"
                    >Dry film, {us ? 'mil' : 'µm'}<input
                      class="field"
                      name="{p.key}.dryFilm"
                      value={film(p.dryFilm.value)}
                    /></label
                  >
                  <label class="labelled"
                    >Density, kg/L<input
                      class="field"
                      name="{p.key}.density"
                      value={p.density.value}
                    /></label
                  >
                  <label class="labelled"
                    >Coldest, {us ? '°F' : '°C'}<input
                      class="field"
                      name="{p.key}.minC"
                      value={warm(p.limits.minC)}
                    /></label
                  >
                  <label class="labelled"
                    >Warmest, {us ? '°F' : '°C'}<input
                      class="field"
                      name="{p.key}.maxC"
                      value={warm(p.limits.maxC)}
                    /></label
                  >
                  <label class="labelled"
                    >Dampest, %<input
                      class="field"
                      name="{p.key}.maxHumidity"
                      value={percent(p.limits.maxHumidity)}
                    /></label
                  >
                  <label class="labelled"
                    >Over the dew point, {us ? '°F' : 'K'}<input
                      class="field"
                      name="{p.key}.dewMarginK"
                      value={apart(p.limits.dewMarginK)}
                    /></label
                  >
                  {#if p.mix}
                    <label class="labelled"
                      >Parts of base<input class="field" name="{p.key}.a" value={p.mix.a} /></label
                    >
                    <label class="labelled"
                      >Parts of hardener<input class="field" name="{p.key}.b" value={p.mix.b} /></label
                    >
                    <label class="labelled"
                      >Parts by<select class="field" name="{p.key}.by" value={p.mix.by}
                        ><option>volume</option><option>mass</option></select
                      ></label
                    >
                    <label class="labelled"
                      >Thinner as % of<select class="field" name="{p.key}.thinnerOf" value={p.mix.thinnerOf}
                        ><option value="A+B">base and hardener</option><option value="A">base</option></select
                      ></label
                    >
                    <label class="labelled"
                      >Thinner, %<input
                        class="field"
                        name="{p.key}.thinner"
                        value={percent(p.mix.thinner)}
                      /></label
                    >
                    <label class="labelled"
                      >Stands<input
                        class="field"
                        name="{p.key}.induction"
                        value={writeWait(p.mix.induction.value)}
                      /></label
                    >
                    <label class="labelled"
                      >Pot life<input
                        class="field"
                        name="{p.key}.potLife"
                        value={writeWait(p.mix.potLife.value)}
                      /></label
                    >
                  {/if}
                  <label class="labelled"
                    >What I changed is from<select class="field" name="{p.key}.basis"
                      ><option>data sheet</option><option>learnt here</option><option>common practice</option
                      ><option>from memory</option></select
                    ></label
                  >
                </div>
              {:else}
                <p class="soft">
                  Solids {percent(p.solids.value)} %, dry film {formatFilm(p.dryFilm.value, data.measures)}, {p
                    .density.value} kg/L · {formatTemperature(p.limits.minC, data.measures)} to {formatTemperature(
                    p.limits.maxC,
                    data.measures,
                  )}, at most {percent(p.limits.maxHumidity)} % humidity, surface {formatKelvin(
                    p.limits.dewMarginK,
                    data.measures,
                  )} over the dew point{#if p.mix}&nbsp;· {p.mix.a} : {p.mix.b} by {p.mix.by}, {percent(
                      p.mix.thinner,
                    )} % thinner, stands {p.mix.induction.value} min, pot life {writeWait(
                      p.mix.potLife.value,
                    )}{:else if p.thinUpTo}&nbsp;· thin up to {percent(p.thinUpTo.value)} %{/if}.
                  <a href="/drying?product={p.key}">How it dries</a>
                </p>
              {/if}
            </fieldset>
          {/each}
          {#if editing}
            <fieldset>
              <legend>Coats and sanding</legend>
              <label class="labelled tools"
                >Laid by<select class="field" name="tool" value={system.tool}
                  >{#each data.tools as t (t.key)}<option value={t.key}>{t.name}</option>{/each}</select
                ></label
              >
              {#each system.layers as l, i (i)}
                <div class="row">
                  <b class="prep">{system.products.find((p) => p.key === l.product)?.name}</b>
                  <label class="labelled"
                    >Backs<input class="field short" name="layer.{i}.back" value={l.coats.back} /></label
                  >
                  <label class="labelled"
                    >Fronts<input class="field short" name="layer.{i}.front" value={l.coats.front} /></label
                  >
                  <label class="labelled"
                    >Grit before<input
                      class="field short"
                      name="layer.{i}.sandFirst"
                      value={l.sandFirst ?? ''}
                    /></label
                  >
                  <label class="labelled"
                    >Grit between<input
                      class="field short"
                      name="layer.{i}.sandBetween"
                      value={l.sandBetween ?? ''}
                    /></label
                  >
                </div>
              {/each}
            </fieldset>
            <fieldset>
              <legend>Prep</legend>
              {#each system.prep as p (p.key)}
                <div class="row">
                  <label class="check prep"
                    ><input type="checkbox" name="prep.{p.key}.keep" value="yes" checked /> {p.act}</label
                  >
                  <label class="labelled"
                    >Minutes a {p.on === 'kitchen' ? 'm²' : 'piece'}<input
                      class="field short"
                      name="prep.{p.key}.minutes"
                      value={p.minutesPerPiece.value}
                    /></label
                  >
                  <label class="labelled"
                    >Then wait<input
                      class="field short"
                      name="prep.{p.key}.dry"
                      value={writeWait(p.dry.value)}
                    /></label
                  >
                </div>
              {/each}
              {#if data.addable.length}
                <label class="labelled tools"
                  >Add a step<select class="field" name="added"
                    ><option value="">none</option>{#each data.addable as p (p.key)}<option value={p.key}
                        >{p.act}</option
                      >{/each}</select
                  ></label
                >
              {/if}
            </fieldset>
            <Button type="submit">Save as version {system.version + 1}</Button>
          {/if}
        </form>
        {#if editing}
          <div class="reset">
            <AskFirst
              words="Back to the shipped figures"
              ask="Go back to the shipped figures of {system.name}? Your own stay in the list of versions; jobs that were planned with them keep them."
              sure="Go back to them"
              action="?/reset"
            />
          </div>
        {/if}
        <p class="soft">
          Waits at 25 °C, 50 % humidity, and what they wait for. <sup>m</sup> from memory, <sup>s</sup> data
          sheet,
          <sup>l</sup> learnt here, the rest common practice.
        </p>
      </section>
    </div>
    <div class="stack">
      {#if data.learnt.length}
        <section class="card">
          <h2>Learnt</h2>
          {#each data.learnt as l, i (i)}<p>{l.product}, {l.place}: {l.says}.</p>{/each}
        </section>
      {/if}
      <section class="card">
        <h2>Method cards</h2>
        {#each data.cards as { card, cautions }, i (i)}
          <MethodCard {card} {cautions} />
        {/each}
      </section>
      <section class="card">
        <h2>Cautions</h2>
        <ul>
          {#each system.cautions as c, i (i)}<li>{c}</li>{/each}
        </ul>
      </section>
      {#if data.versions.length}
        <section class="card">
          <h2>Versions</h2>
          {#each data.versions as v (v.version)}<p>
              {v.version} · {sayTime(v.savedAt, 'UTC')}, {v.who}
            </p>{/each}
        </section>
      {/if}
    </div>
  </div>
</div>

<style>
  .page {
    padding: 14px 20px 60px;
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    align-items: start;
    margin-bottom: 10px;
  }
  .body {
    margin-top: 12px;
  }
  ol,
  ul {
    margin: 0;
    padding-left: 20px;
    list-style: disc;
  }
  ol {
    list-style: decimal;
    columns: 2;
    column-gap: 26px;
  }
  ol li {
    break-inside: avoid;
    padding: 3px 0;
  }
  fieldset {
    border: 0;
    border-top: 1px solid var(--line);
    margin: 8px 0 0;
    padding: 8px 0;
  }
  legend {
    padding: 0 8px 0 0;
    font-weight: 600;
  }
  legend .soft {
    font-weight: 400;
  }
  .figures {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(118px, 1fr));
    gap: 8px 12px;
    margin-bottom: 6px;
  }
  .wide {
    grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  }
  .figures .field {
    width: 100%;
  }
  .small {
    height: 36px;
    font-size: 12.5px;
  }
  .value {
    color: var(--ink);
    font-size: 15px;
    font-weight: 600;
  }
  .phases {
    font-size: 12px;
  }
  .short {
    width: 110px;
  }
  .tools {
    width: fit-content;
  }
  .prep {
    justify-content: flex-start;
    min-width: 160px;
  }
  .reset {
    margin-top: 8px;
  }
  @media (max-width: 800px) {
    .page {
      padding: 12px 14px 60px;
    }
    ol {
      columns: 1;
    }
    .head {
      flex-wrap: wrap;
    }
  }
</style>
