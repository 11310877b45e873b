<!-- The pages of the take-down. -->
<script lang="ts">
  import SubNav from '$ui/shell/SubNav.svelte';

  let { job }: { job: string } = $props();
  const at = $derived(`/jobs/${job}`);
</script>

<SubNav
  label="Take down"
  links={[
    { href: `${at}/take-down`, title: 'Checklist' },
    { href: `${at}/take-down/labels`, title: 'Labels' },
    { href: `${at}/scan`, title: 'Scan a label' },
  ]}
/>
