<!-- What a plan is made from, to be decided. -->
<script lang="ts">
  import SetUpForm from '$ui/plan/choice/SetUpForm.svelte';

  let { data } = $props();
</script>

<SetUpForm {data} />
