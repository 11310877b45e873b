<!-- The pages of a plan. -->
<script lang="ts">
  import SubNav from '$ui/shell/SubNav.svelte';

  let { job }: { job: string } = $props();
  const at = $derived(`/jobs/${job}/plan`);
</script>

<SubNav
  label="Plan"
  links={[
    { href: at, title: 'Schedule' },
    { href: `${at}/set-up`, title: 'Set-up' },
    { href: `${at}/system`, title: 'System' },
    { href: `${at}/take-off`, title: 'Take-off' },
    { href: `${at}/offer`, title: 'Offer' },
    { href: `${at}/mix`, title: 'Mix bench' },
  ]}
/>
