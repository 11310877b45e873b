<!-- How an act is done, and what to beware of. -->
<script lang="ts">
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import type { BenchAct } from '$core/bench/view/view';
  import MethodCard from '../systems/MethodCard.svelte';

  let { act }: { act: BenchAct } = $props();
</script>

<MethodCard card={act.card} title="How it is done" />
{#if act.cautions.length}
  <FoldOut>
    {#snippet head()}<span class="warn">▲ Cautions</span>{/snippet}
    <ul>
      {#each act.cautions as caution, i (i)}<li>{caution}</li>{/each}
    </ul>
  </FoldOut>
{/if}

<style>
  ul {
    margin: 0 0 8px;
    padding-left: 18px;
    list-style: disc;
  }
</style>
