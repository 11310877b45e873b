<!-- The stand-in for a scanner that types: every key of a label, faster than hands. -->
<script lang="ts">
  import { Button } from 'carbon-components-svelte';

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

<details class="card">
  <summary>Simulated scanner</summary>
  <div class="row scan">
    <label class="labelled"
      >Label<select class="field" bind:value={simulated}>
        <option value="">choose one</option>
        {#each pieces as p (p.id)}<option value={p.id}>piece {p.code}</option>{/each}
        {#each Array.from({ length: slots }, (_, i) => i + 1) as n (n)}<option value="slot:{n}"
            >rack slot {n}</option
          >{/each}
      </select></label
    >
    <Button kind="tertiary" disabled={!simulated} on:click={typeLikeScanner}>Scan</Button>
  </div>
</details>

<style>
  .scan {
    align-items: end;
  }
</style>
