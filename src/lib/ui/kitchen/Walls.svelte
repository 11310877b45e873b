<script lang="ts">
  import type { ElevationView, ZoneView } from '$server/services/job/elevations';
  import type { Overlay } from './elevation-view';
  import WallDrawing from './WallDrawing.svelte';

  interface Props {
    walls: ElevationView[];
    /** link of a piece */
    href?: ((id: string) => string) | null;
    pick?: ((id: string, sweep: boolean) => void) | null;
    /** pieces that stand out */
    chosen?: ReadonlySet<string>;
    overlay?: Overlay;
    zones?: readonly ZoneView[];
    scale?: number;
  }
  /** Two walls of a galley stand side by side on a laptop; codes stay legible. */
  let { walls, scale = 0.14, ...rest }: Props = $props();
</script>

<div class="walls">
  {#each walls as wall, i (i)}
    <WallDrawing {wall} {scale} {...rest} />
  {/each}
</div>

<style>
  .walls {
    display: flex;
    flex-wrap: wrap;
    gap: 18px 28px;
  }
  .walls > :global(figure) {
    max-width: 100%;
  }
</style>
