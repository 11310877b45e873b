<script lang="ts">
  import type { Choice } from '$core/planning/choice';
  import Scroll from './Scroll.svelte';
  import { STAGES, STAGE_WORDS, type System } from '$core/coating/system';
  import { JOB_TOOLS, TOOL_FACTS } from '$core/coating/tool';
  import { sayMinutes } from '$core/units/clock-time';

  interface Offer {
    system: System;
    /** null: something forbids it */
    points: number | null;
    says: string;
    newer: number | null;
  }
  let { proposals, chosen, usual }: { proposals: readonly Offer[]; chosen: Choice | null; usual: string } =
    $props();
  // svelte-ignore state_referenced_locally
  let key = $state(chosen?.system.key ?? proposals[0]?.system.key ?? '');
  // svelte-ignore state_referenced_locally
  let tool = $state(chosen?.tool ?? usual);
  const offer = $derived(proposals.find((p) => p.system.key === key));
  const system = $derived(chosen && chosen.system.key === key ? chosen.system : offer?.system);
  const SHOWN = STAGES.filter((s) => !['touch', 'handle'].includes(s));
  const productOf = (s: System, product: string) => s.products.find((p) => p.key === product);
  const coats = (s: System, i: number, face: 'back' | 'front') =>
    chosen?.system.key === s.key ? (chosen.counts[i]?.[face] ?? 0) : (s.layers[i]?.coats[face] ?? 0);
</script>

<fieldset>
  <legend>Finish system, the best for this kitchen first</legend>
  <div class="tiles">
    {#each proposals as { system: s, points, says } (s.key)}
      <label class="tile" class:on={key === s.key} class:no={points === null}>
        <input type="radio" name="system" value={s.key} bind:group={key} />
        <b>{s.name}</b>
        <span>{points === null ? 'No: ' : ''}{says}</span>
      </label>
    {/each}
  </div>
</fieldset>

{#if system}
  <Scroll label="Coats and waits">
    <table class="plain">
      <thead>
        <tr>
          <th>Product</th><th>Backs</th><th>Fronts</th>
          {#each SHOWN as stage (stage)}<th>{STAGE_WORDS[stage]}</th>{/each}
        </tr>
      </thead>
      <tbody>
        {#each system.layers as layer, i (i)}
          {@const product = productOf(system, layer.product)}
          <tr>
            <td>{product?.name}</td>
            <td
              ><input
                type="number"
                name="back.{key}.{i}"
                min="0"
                max="4"
                value={coats(system, i, 'back')}
                aria-label="Coats of {product?.name} on backs"
              /></td
            >
            <td
              ><input
                type="number"
                name="front.{key}.{i}"
                min="0"
                max="4"
                value={coats(system, i, 'front')}
                aria-label="Coats of {product?.name} on fronts"
              /></td
            >
            {#each SHOWN as stage (stage)}
              {@const figure = product?.stages[stage]}
              <td
                class="figure"
                title={figure ? `${figure.basis}${figure.note ? `, ${figure.note}` : ''}` : 'no figure'}
              >
                {figure ? sayMinutes(figure.value) : '–'}{#if figure?.basis === 'from memory'}<sup>m</sup
                  >{/if}
              </td>
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroll>
  <p class="soft">
    Times at 25 °C, 50 % humidity. <sup>m</sup> from memory; the product’s data sheet always wins.
    <a href="/systems/{key}">Figures, steps and method cards</a>
  </p>
  {#if offer?.newer}
    <label class="check wide"
      ><input type="checkbox" name="newest" value="yes" /> take version {offer.newer} of the system; the job has
      version {system.version}</label
    >
  {/if}
{/if}

<label class="labelled tool-field"
  >Laid by<select class="field" name="tool" bind:value={tool}>
    {#each JOB_TOOLS as t (t)}<option value={t}>{TOOL_FACTS[t].name}</option>{/each}
  </select></label
>

<style>
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
  }
  legend {
    padding: 0;
    margin-bottom: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  .tiles {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
    gap: 8px;
  }
  .tile {
    display: grid;
    gap: 2px;
    align-content: start;
    padding: 8px 10px;
    border: 1.5px solid var(--line-strong);
    border-radius: 4px;
    background: var(--card);
    cursor: pointer;
  }
  .tile.no {
    border-style: dashed;
    background: none;
  }
  .tile.on {
    border-color: var(--act);
    background: var(--act-soft);
  }
  .tile input {
    position: absolute;
    opacity: 0;
  }
  .tile:focus-within {
    outline: 3px solid var(--act);
    outline-offset: 2px;
  }
  .tile span {
    color: var(--soft);
    font-size: 13px;
  }
  td input {
    width: 56px;
    height: 44px;
    font: inherit;
    padding: 0 6px;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  .figure {
    white-space: nowrap;
  }
  .wide {
    justify-content: flex-start;
    width: fit-content;
    max-width: 100%;
  }
  .tool-field {
    width: fit-content;
  }
</style>
