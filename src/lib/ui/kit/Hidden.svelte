<!-- What a form sends without showing it. -->
<script lang="ts">
  let { name, value }: { name: string; value: string | number | null | undefined } = $props();
</script>

<input type="hidden" {name} {value} />
