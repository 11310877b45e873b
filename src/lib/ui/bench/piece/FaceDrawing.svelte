<!-- One face of a piece, on which a flaw is pointed at. -->
<script lang="ts">
  import type { ComponentProps } from 'svelte';
  import type { MarkedPiece } from '$core/bench/view/marked';
  import type { Face } from '$core/coating/system';
  import DoorMark from '$ui/kitchen/DoorMark.svelte';
  import PointAt from './PointAt.svelte';

  type Props = { piece: MarkedPiece; face: Face } & Pick<
    ComponentProps<typeof PointAt>,
    'flaws' | 'pointed' | 'point'
  >;
  let { piece, face, ...pointing }: Props = $props();
</script>

<PointAt width={piece.w} height={piece.h} label="A flaw on the {face}" {...pointing}>
  {#snippet children(w, h)}
    <DoorMark
      x={0}
      y={0}
      {w}
      {h}
      code=""
      mark={{ ...piece.mark, front: piece.mark[face], back: piece.mark[face] }}
      hex={piece.hex}
      text={0}
    />
  {/snippet}
</PointAt>
