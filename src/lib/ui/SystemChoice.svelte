<script lang="ts">
  import type { Choice } from '$core/planning/choice';
  import { STAGES, type System } from '$core/coating/system';
  import { sayMinutes } from '$core/units/clock-time';

  let { systems, chosen }: { systems: readonly System[]; chosen: Choice | null } = $props();
  // svelte-ignore state_referenced_locally
  let key = $state(chosen?.system.key ?? systems[0]?.key ?? '');
  // svelte-ignore state_referenced_locally
  let tool = $state(chosen?.tool ?? systems[0]?.tool ?? 'spray');
  const system = $derived(systems.find((s) => s.key === key));
  const productOf = (s: System, product: string) => s.products.find((p) => p.key === product);
  const coats = (s: System, i: number, face: 'back' | 'front') =>
    chosen?.system.key === s.key ? (chosen.counts[i]?.[face] ?? 0) : (s.layers[i]?.coats[face] ?? 0);
</script>

<fieldset>
  <legend>Finish system</legend>
  <div class="tiles">
    {#each systems as s (s.key)}
      <label class="tile" class:on={key === s.key}>
        <input type="radio" name="system" value={s.key} bind:group={key} />
        <b>{s.name}</b>
        <span>{s.reason}</span>
      </label>
    {/each}
  </div>
</fieldset>

{#if system}
  <div class="scroll">
    <table class="plain">
      <thead>
        <tr>
          <th>Product</th><th>Backs</th><th>Fronts</th>
          {#each STAGES.filter((s) => s !== 'touch') as stage (stage)}<th>{stage}</th>{/each}
        </tr>
      </thead>
      <tbody>
        {#each system.layers as layer, i (`${key} ${layer.product}`)}
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
            {#each STAGES.filter((s) => s !== 'touch') as stage (stage)}
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
    <p class="soft">
      Times at 25 °C, 50 % humidity. <sup>m</sup> from memory, the rest common practice; the product’s data sheet
      always wins.
    </p>
  </div>
{/if}

<fieldset class="row">
  <legend>Laid by</legend>
  <label class="check"><input type="radio" name="tool" value="spray" bind:group={tool} /> spray</label>
  <label class="check"
    ><input type="radio" name="tool" value="brush-roller" bind:group={tool} /> brush and roller</label
  >
</fieldset>

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
    grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
    gap: 10px;
  }
  .tile {
    display: grid;
    gap: 4px;
    padding: 10px 12px;
    border: 1.5px solid var(--line-strong);
    border-radius: 4px;
    background: var(--card);
    cursor: pointer;
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
  .scroll {
    overflow-x: auto;
  }
  td input {
    width: 56px;
    height: 40px;
    font: inherit;
    padding: 0 6px;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  .figure {
    white-space: nowrap;
  }
</style>
