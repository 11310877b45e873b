<!-- Pieces that are not taken down yet. -->
<script lang="ts">
  import { pieces } from '../words';
  import { getBench } from './bench-page.svelte';

  const bench = getBench();
  const up = $derived(
    bench.view.list.filter((a) => a.status === 'up').reduce((n, a) => n + a.pieces.length, 0),
  );
</script>

{#if up}
  <section class="card">
    <h2>Still up</h2>
    <p>
      {pieces(up)} not down yet.
      <a href="/jobs/{bench.jobId}/take-down">Take them down.</a>
    </p>
  </section>
{/if}
