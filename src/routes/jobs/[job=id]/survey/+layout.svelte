<script lang="ts">
  import SubNav from '$ui/shell/SubNav.svelte';

  let { data, children } = $props();
  const at = $derived(`/jobs/${data.jobId}/survey`);
</script>

<SubNav
  label="Survey"
  links={[
    { href: at, title: 'Draw' },
    { href: `${at}/pieces`, title: 'Pieces and zones' },
    { href: `${at}/tests`, title: 'Tests and photos' },
    { href: `${at}/files`, title: 'Import and export' },
  ]}
/>
{@render children()}
