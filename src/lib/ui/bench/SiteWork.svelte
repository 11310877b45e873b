<!-- The fixed work and touch-ups in the kitchen: what may be done to them now. -->
<script lang="ts">
  import { getBench } from './bench-page';
  import SiteStepRow from './SiteStepRow.svelte';

  const bench = getBench();
</script>

{#if bench.view.siteSteps}
  <section class="card">
    <h2>In the kitchen</h2>
    {#if bench.view.siteLeft === 0}
      <p class="soft">The work in the kitchen is done.</p>
    {/if}
    {#each bench.view.site as step (step.key)}
      <div class="site"><SiteStepRow {step} now={bench.now} zone={bench.zone} near={bench.near} /></div>
    {/each}
  </section>
{/if}

<style>
  .site + .site {
    border-top: 1px solid var(--line);
    margin-top: 10px;
    padding-top: 10px;
  }
</style>
