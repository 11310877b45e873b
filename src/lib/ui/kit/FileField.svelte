<!-- A file to send. -->
<script lang="ts">
  import Field, { type FieldProps } from './Field.svelte';

  let props: Omit<FieldProps, 'value' | 'text'> & { accept?: string } = $props();
</script>

<Field type="file" {...props} />
