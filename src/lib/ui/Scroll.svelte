<!-- Something wide that moves sideways on a narrow page, by key as well as by finger. -->
<script lang="ts">
  import type { Snippet } from 'svelte';

  let { label, children }: { label: string; children: Snippet } = $props();
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="scroll" role="region" aria-label={label} tabindex="0">{@render children()}</div>

<style>
  .scroll {
    overflow-x: auto;
  }
</style>
