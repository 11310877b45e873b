<script lang="ts">
  import TakeDownNav from '$ui/take-down/TakeDownNav.svelte';

  let { data, children } = $props();
</script>

<TakeDownNav job={data.jobId} />
{@render children()}
