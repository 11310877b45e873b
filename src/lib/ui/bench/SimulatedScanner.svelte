<!-- The stand-in for a scanner that types: every key of a label, faster than hands. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Option from '$ui/kit/Option.svelte';

  interface Props {
    pieces: readonly { id: string; code: string }[];
    slots: number;
  }
  let { pieces, slots }: Props = $props();
  let simulated = $state('');
  function typeLikeScanner() {
    for (const key of [...simulated, 'Enter']) {
      window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    }
  }
</script>

<FoldOut words="Simulated scanner" class="card">
  <div class="row scan">
    <Choice label="Label" bind:chosen={simulated}>
      <Option value="" text="choose one" />
      {#each pieces as p (p.id)}<Option value={p.id} text="piece {p.code}" />{/each}
      {#each Array.from({ length: slots }, (_, i) => i + 1) as n (n)}<Option
          value="slot:{n}"
          text="rack slot {n}"
        />{/each}
    </Choice>
    <Button kind="tertiary" disabled={!simulated} onclick={typeLikeScanner}>Scan</Button>
  </div>
</FoldOut>

<style>
  .scan {
    align-items: end;
  }
</style>
