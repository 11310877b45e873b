<script lang="ts">
  import PlanNav from '$ui/plan/PlanNav.svelte';

  let { data, children } = $props();
</script>

{#if data.pieceCount === 0}
  <p>There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Enter the survey first.</a></p>
{:else}
  <PlanNav job={data.jobId} />
  {@render children()}
{/if}
