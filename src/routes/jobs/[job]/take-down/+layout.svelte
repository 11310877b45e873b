<script lang="ts">
  import SubNav from '$ui/shell/SubNav.svelte';

  let { data, children } = $props();
  const at = $derived(`/jobs/${data.jobId}`);
</script>

<SubNav
  label="Take down"
  links={[
    { href: `${at}/take-down`, title: 'Checklist' },
    { href: `${at}/take-down/labels`, title: 'Labels' },
    { href: `${at}/scan`, title: 'Scan a label' },
  ]}
/>
{@render children()}
