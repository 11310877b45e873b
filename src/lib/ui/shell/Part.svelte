<!-- A part of a page. Where it breaks, it says so in its place, and the rest of the page stays. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import type { Snippet } from 'svelte';
  import { afterNavigate } from '$app/navigation';

  let { name, children }: { name: string; children: Snippet } = $props();
  let again: (() => void) | null = null;
  // Another page, or the same one with other data, may well be shown.
  afterNavigate(() => {
    again?.();
    again = null;
  });
</script>

<svelte:boundary
  onerror={(error, reset) => {
    console.error(error);
    again = reset;
  }}
>
  {@render children()}
  {#snippet failed(error: unknown, reset: () => void)}
    <div class="card broken" role="alert">
      <p><b>{name} cannot be shown.</b> Nothing that was recorded is lost, and the rest of the page works.</p>
      <p class="soft">{error instanceof Error ? error.message : String(error)}</p>
      <Button kind="tool" onclick={reset}>Try again</Button>
    </div>
  {/snippet}
</svelte:boundary>

<style>
  .broken {
    border-left: 6px solid var(--bad);
  }
</style>
