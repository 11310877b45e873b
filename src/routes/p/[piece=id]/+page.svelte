<script lang="ts">
  import PieceSheet from '$ui/bench/piece/PieceSheet.svelte';
  import FieldPage from '$ui/field/FieldPage.svelte';

  let { data, form } = $props();
</script>

{#key data.jobId}
  <FieldPage {data}>
    {#key data.pieceId}
      <PieceSheet
        piece={data.pieceId}
        zone={data.zone}
        unit={data.unit}
        measures={data.measures}
        stopped={form && 'stopped' in form ? form.stopped : undefined}
        refused={form && 'refused' in form ? form.refused : undefined}
      />
    {/key}
  </FieldPage>
{/key}
