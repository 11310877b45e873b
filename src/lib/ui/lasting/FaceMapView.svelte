<!-- Where on a front failures were pointed at. -->
<script lang="ts">
  import { FACE_GRID, type FaceMap } from '$core/durability/maps';

  interface Props {
    map: FaceMap;
    name: string;
    /** height of a cell over its width */
    tall: number;
  }
  let { map, name, tall }: Props = $props();
  const most = $derived(Math.max(1, ...map.cells));
</script>

<figure>
  <figcaption>
    <b>{name}</b> <span class="soft">{map.pointed} pointed at, on {map.pieces}</span>
  </figcaption>
  <div
    class="grid"
    style:grid-template-columns="repeat({FACE_GRID.columns}, minmax(0, 1fr))"
    role="img"
    aria-label="{name}, from the top: {Array.from({ length: FACE_GRID.rows }, (_, r) =>
      map.cells.slice(r * FACE_GRID.columns, (r + 1) * FACE_GRID.columns).join(' '),
    ).join('; ')}"
  >
    {#each map.cells as n, i (i)}
      <span style:--share={n / most} style:aspect-ratio="1 / {tall}">{n || ''}</span>
    {/each}
  </div>
</figure>

<style>
  figure {
    margin: 0;
  }
  .grid {
    display: grid;
    gap: 1px;
    margin-top: 4px;
    max-width: 170px;
    border: 2px solid var(--line-strong);
    background: var(--line);
  }
  .grid span {
    min-width: 0;
    min-height: 0;
    overflow: hidden;
    display: flex;
    align-items: center;
    justify-content: center;
    background: color-mix(in srgb, var(--bad) calc(var(--share) * 45%), var(--card));
    font-size: 12px;
  }
</style>
