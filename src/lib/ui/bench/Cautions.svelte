<!-- What to beware of: the grave stands open, the rest folds out. -->
<script lang="ts">
  import type { Caution } from '$core/coating/cautions';
  import FoldOut from '$ui/kit/FoldOut.svelte';

  let { cautions }: { cautions: readonly Caution[] } = $props();
  const grave = $derived(cautions.filter((c) => c.grave));
  const usual = $derived(cautions.filter((c) => !c.grave));
</script>

{#if grave.length}
  <ul class="grave" aria-label="Beware">
    {#each grave as caution, i (i)}<li><span aria-hidden="true">▲</span> {caution.text}</li>{/each}
  </ul>
{/if}
{#if usual.length}
  <FoldOut>
    {#snippet head()}<span class="warn">▲ {grave.length ? 'More cautions' : 'Cautions'}</span>{/snippet}
    <ul>
      {#each usual as caution, i (i)}<li>{caution.text}</li>{/each}
    </ul>
  </FoldOut>
{/if}

<style>
  ul {
    margin: 0 0 8px;
    padding-left: 18px;
    list-style: disc;
  }
  .grave {
    list-style: none;
    margin: 6px 0;
    padding: 6px 10px;
    border-left: 4px solid var(--bad);
  }
  .grave li {
    padding: 2px 0;
  }
  .grave span {
    color: var(--bad);
  }
</style>
