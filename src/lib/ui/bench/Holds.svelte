<!-- What the gun, or what lays paint on the wall, is said to hold before an act. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view/bench-act';
  import Button from '$ui/kit/Button.svelte';
  import FactForm from '../facts/FactForm.svelte';

  interface Props {
    act: BenchAct;
    /** the key that stands for it; none where several acts are listed */
    key?: string | undefined;
  }
  let { act, key }: Props = $props();
</script>

{#if act.toLoad}
  <FactForm
    kind="paint.loaded"
    class="holds"
    fields={{
      paint: `${act.toLoad.product} ${act.toLoad.colour}`,
      ...(act.inKitchen ? { of: 'wall' } : {}),
    }}
  >
    {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending} data-key={key}
        >It holds {act.toLoad?.words}</Button
      >{/snippet}
  </FactForm>
{/if}

<style>
  :global(.holds) {
    margin-bottom: 10px;
  }
</style>
