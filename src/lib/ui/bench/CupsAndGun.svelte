<!-- Cups that were mixed, and what the gun holds. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { formatVolume } from '$core/units/measures';
  import CupWords from '../mix/CupWords.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page.svelte';

  const bench = getBench();
  let batch = $state('');
</script>

{#if bench.view.cups.length}
  <section class="card" id="cups">
    <h2>Cups</h2>
    {#each bench.view.cups as cup (cup.id)}
      <p>
        <b class="mono">{cup.batch}</b>
        {cup.name}, {formatVolume(cup.a + cup.b + cup.thinner, bench.measures)}<br />
        <CupWords age={cup.age} now={bench.now} zone={bench.zone} />
      </p>
    {/each}
  </section>
{/if}
{#if bench.view.paints.length}
  <section class="card" id="gun">
    <h2>In the gun</h2>
    <FactForm kind="paint.loaded" empties={false} kept={() => (batch = '')}>
      {#snippet children(sending)}
        <div class="gun">
          <Choice label={bench.view.loaded ? 'Now' : 'Not said yet'} name="paint">
            {#each bench.view.paints as p, i (i)}
              <Option value="{p.product} {p.colour}" text={p.words} />
            {/each}
          </Choice>
          <Field label="Batch on the can" name="batch" bind:text={batch} maxlength={40} />
          <Button type="submit" kind="tertiary" disabled={sending}>Loaded</Button>
        </div>
      {/snippet}
    </FactForm>
  </section>
{/if}

<style>
  .gun {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    align-items: end;
  }
</style>
