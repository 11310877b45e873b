<script lang="ts">
  import SubNav from '$ui/shell/SubNav.svelte';

  let { data, children } = $props();
  const at = $derived(`/jobs/${data.jobId}/plan`);
</script>

{#if data.pieceCount === 0}
  <p>There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Enter the survey first.</a></p>
{:else}
  <SubNav
    label="Plan"
    links={[
      { href: at, title: 'Schedule' },
      { href: `${at}/system`, title: 'System' },
      { href: `${at}/take-off`, title: 'Take-off' },
      { href: `${at}/mix`, title: 'Mix bench' },
    ]}
  />
  {@render children()}
{/if}
