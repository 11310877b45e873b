<!-- The fixed work, visits and touch-ups: what may be done to them now. -->
<script lang="ts">
  import { getBench } from './bench-page.svelte';
  import FixedParts from './FixedParts.svelte';
  import KitchenAct from './KitchenAct.svelte';

  const bench = getBench();
  const acts = $derived(bench.view.list.filter((a) => a.inKitchen && a.status !== 'running'));
  // As they are planned; what has no time keeps its place behind them.
  const inOrder = $derived(
    acts.toSorted((a, b) => (a.planned ?? Number.MAX_SAFE_INTEGER) - (b.planned ?? Number.MAX_SAFE_INTEGER)),
  );
</script>

{#if bench.view.kitchenSteps}
  <section class="card">
    <h2>In the kitchen</h2>
    {#if bench.view.kitchenLeft === 0}
      <p class="soft">The work in the kitchen is done.</p>
    {:else if inOrder.length === 0}
      <p class="soft">Nothing more can be begun there now.</p>
    {/if}
    {#each inOrder as act (act.key)}
      <div class="site"><KitchenAct {act} near={bench.near} /></div>
    {/each}
    <FixedParts />
  </section>
{/if}

<style>
  .site + .site {
    border-top: 1px solid var(--line);
    margin-top: 10px;
    padding-top: 10px;
  }
</style>
