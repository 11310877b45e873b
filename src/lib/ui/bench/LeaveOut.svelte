<!-- Pieces of an act, to be left out one by one. -->
<script lang="ts">
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import type { BenchAct } from '$core/bench/view/bench-act';

  interface Props {
    act: BenchAct;
    summary: string;
    /** field of the form */
    name: string;
    checked: boolean;
  }
  let { act, summary, name, checked }: Props = $props();
</script>

<FoldOut words={summary}>
  <div class="row">
    {#each act.pieces as piece (piece.id)}
      <Tick class="mono" {name} value={piece.id} {checked}>
        <span class:unsafe={piece.unsafe}>{piece.code}</span></Tick
      >
    {/each}
  </div>
</FoldOut>
