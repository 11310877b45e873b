<script lang="ts">
  import FieldPage from '$ui/field/FieldPage.svelte';

  let { data, children } = $props();
</script>

{#key data.jobId}
  <FieldPage {data}>{@render children()}</FieldPage>
{/key}
