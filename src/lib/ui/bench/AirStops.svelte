<!-- Where the air forbids a coat now, and why. -->
<script lang="ts">
  import { getBench } from './bench-page.svelte';

  const bench = getBench();
</script>

{#each bench.view.air as air, i (i)}
  <p class="card halt" role="status">
    <b>Air in the {air.place}{air.read ? '' : ', by the forecast'}:</b>
    {air.reasons.join('; ')}. Do not coat.
  </p>
{/each}

<style>
  .halt {
    border-left: 6px solid var(--bad);
  }
</style>
