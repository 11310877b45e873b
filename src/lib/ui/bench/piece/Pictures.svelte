<!-- Photos, small, each opening the whole. -->
<script lang="ts">
  import type { BenchPhoto } from '$core/bench/view/bench-job';

  interface Props {
    photos: readonly BenchPhoto[];
    /** what they show, in words */
    of: string;
  }
  let { photos, of }: Props = $props();
</script>

{#if photos.length}
  <div class="fields">
    {#each photos as p (p.small)}
      <a href={p.whole} target="_blank" class="photo"
        ><img src={p.small} alt={p.note || `Photo: ${of}`} /><span class="soft">{p.note}</span></a
      >
    {/each}
  </div>
{/if}

<style>
  .photo {
    display: grid;
    font-size: 13px;
  }
  .photo img {
    width: 96px;
    height: 72px;
    object-fit: cover;
    border: 1px solid var(--line);
  }
</style>
