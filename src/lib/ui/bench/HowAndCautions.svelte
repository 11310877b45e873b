<!-- How an act is done, and what to beware of. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view';
  import MethodCard from '../MethodCard.svelte';

  let { act }: { act: BenchAct } = $props();
</script>

<MethodCard card={act.card} title="How it is done" />
{#if act.cautions.length}
  <details class="cautions">
    <summary>▲ Cautions</summary>
    <ul>
      {#each act.cautions as caution, i (i)}<li>{caution}</li>{/each}
    </ul>
  </details>
{/if}

<style>
  .cautions summary {
    color: var(--warn);
  }
  .cautions ul {
    margin: 0 0 8px;
    padding-left: 18px;
    list-style: disc;
  }
</style>
