<!-- How a film feels that an act waits for. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view/bench-act';
  import { FEEL_FACTS, FEELS } from '$core/coating/looks';
  import Button from '$ui/kit/Button.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import FactForm from '../facts/FactForm.svelte';

  let { act }: { act: BenchAct } = $props();
</script>

{#if act.touchStep}
  <FoldOut words="Touch test">
    <FactForm kind="film.felt" fields={{ piece: act.targets, step: act.touchStep }}>
      {#snippet children(sending)}
        <div class="row">
          {#each FEELS as feel (feel)}<Button
              type="submit"
              name="feel"
              value={feel}
              kind="tertiary"
              disabled={sending}>{FEEL_FACTS[feel].words}</Button
            >{/each}
        </div>
      {/snippet}
    </FactForm>
  </FoldOut>
{/if}
