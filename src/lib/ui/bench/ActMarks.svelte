<!-- The door marks of an act, each opening its piece. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view/bench-act';
  import DoorMark from '../kitchen/DoorMark.svelte';
  import { getBench } from './bench-page.svelte';

  let { act }: { act: BenchAct } = $props();
  const bench = getBench();
  const size = (h: number) => Math.min(66, Math.max(22, h * 0.085));
</script>

<div class="marks">
  {#each act.pieces as piece (piece.id)}
    {@const h = size(piece.h)}
    {@const w = Math.min(72, Math.max(30, piece.w * 0.085))}
    <a href="/p/{piece.id}" aria-label="Piece {piece.code}" onclick={(e) => bench.open(e, piece.id)}>
      <svg width={w + 4} height={h + 4} viewBox="-2 -2 {w + 4} {h + 4}">
        <DoorMark x={0} y={0} {w} {h} code={piece.code} mark={piece.mark} hex={piece.hex} text={15} />
      </svg>
    </a>
  {/each}
</div>

<style>
  .marks {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    margin: 8px 0;
    align-items: end;
  }
</style>
