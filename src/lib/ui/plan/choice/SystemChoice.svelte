<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import Group from '$ui/kit/Group.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Pick from '$ui/kit/Pick.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import type { Choice as PlanChoice } from '$core/planning/job/choice';
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
  let {
    proposals,
    chosen,
    usual,
  }: { proposals: readonly Offer[]; chosen: PlanChoice | null; usual: string } = $props();
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

<Group legend="Finish system, the best for this kitchen first">
  <div class="tiles">
    {#each proposals as { system: s, points, says } (s.key)}
      <Pick
        class={['tile', { on: key === s.key, no: points === null }]}
        name="system"
        value={s.key}
        bind:group={key}
      >
        <b>{s.name}</b>
        <span>{points === null ? 'No: ' : ''}{says}</span>
      </Pick>
    {/each}
  </div>
</Group>

{#if system}
  <Table label="Coats and waits">
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
            ><NumberField
              label="Coats of {product?.name} on backs"
              hideLabel
              whole
              name="back.{key}.{i}"
              min="0"
              max="4"
              value={coats(system, i, 'back')}
            /></td
          >
          <td
            ><NumberField
              label="Coats of {product?.name} on fronts"
              hideLabel
              whole
              name="front.{key}.{i}"
              min="0"
              max="4"
              value={coats(system, i, 'front')}
            /></td
          >
          {#each SHOWN as stage (stage)}
            {@const figure = product?.stages[stage]}
            <td
              class="figure"
              title={figure ? `${figure.basis}${figure.note ? `, ${figure.note}` : ''}` : 'no figure'}
            >
              {figure ? sayMinutes(figure.value) : '–'}{#if figure?.basis === 'from memory'}<sup>m</sup>{/if}
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </Table>
  <p class="soft">
    Times at 25 °C, 50 % humidity. <sup>m</sup> from memory; the product’s data sheet always wins.
    <a href="/systems/{key}">Figures, steps and method cards</a>
  </p>
  {#if offer?.newer}
    <Tick class="wide" name="newest" value="yes">
      take version {offer.newer} of the system; the job has version {system.version}</Tick
    >
  {/if}
{/if}

<Choice label="Applied by" name="tool" bind:chosen={tool}>
  {#each JOB_TOOLS as t (t)}<Option value={t} text={TOOL_FACTS[t].name} />{/each}
</Choice>

<style>
  .tiles {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
    gap: 8px;
    width: 100%;
  }
  .tiles span {
    color: var(--soft);
    font-size: 13px;
  }
  td :global(.kit-field) {
    width: 64px;
  }
  .figure {
    white-space: nowrap;
  }
</style>
