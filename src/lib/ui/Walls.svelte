<script lang="ts">
  import type { ElevationView } from '$server/services/elevations';
  import WallDrawing from './WallDrawing.svelte';

  interface Props {
    walls: ElevationView[];
    hex: string;
    /** link of a piece */
    href: (id: string) => string;
    /** the piece that stands out */
    chosen?: string | null;
  }
  let { walls, hex, href, chosen = null }: Props = $props();
  /** Two walls of a galley stand side by side on a laptop; codes stay legible. */
  const SCALE = 0.14;
</script>

<div class="walls">
  {#each walls as wall (wall.name)}
    <WallDrawing {wall} {hex} scale={SCALE} {href} chosen={new Set(chosen === null ? [] : [chosen])} />
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
