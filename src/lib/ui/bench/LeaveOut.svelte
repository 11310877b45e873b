<!-- Pieces of an act, to be left out one by one. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view';

  interface Props {
    act: BenchAct;
    summary: string;
    /** field of the form */
    name: string;
    checked: boolean;
  }
  let { act, summary, name, checked }: Props = $props();
</script>

<details>
  <summary>{summary}</summary>
  <div class="row">
    {#each act.pieces as piece (piece.id)}
      <label class="check mono"
        ><input type="checkbox" {name} value={piece.id} {checked} />
        <span class:unsafe={piece.unsafe}>{piece.code}</span></label
      >
    {/each}
  </div>
</details>
