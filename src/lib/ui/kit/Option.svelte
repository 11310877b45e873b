<!-- One line of a Choice. -->
<script lang="ts">
  import { SelectItem } from 'carbon-components-svelte';

  let { value, text }: { value: string | number; text?: string } = $props();
</script>

<SelectItem value={String(value)} text={text ?? String(value)} />
