<!-- Acts under way, on pieces and in the kitchen. -->
<script lang="ts">
  import { getBench } from './bench-page.svelte';
  import WorkUnderWay from './WorkUnderWay.svelte';

  const bench = getBench();
  const running = $derived(bench.view.list.filter((a) => a.status === 'running'));
</script>

{#each running as act, i (act.work?.id)}
  <section class="card now"><WorkUnderWay {act} isFirst={i === 0} /></section>
{/each}

<style>
  .now {
    border-left: 6px solid var(--act);
  }
</style>
