<!-- Several lines to write in. -->
<script lang="ts">
  import { TextArea } from 'carbon-components-svelte';
  import type { HTMLTextareaAttributes } from 'svelte/elements';
  import { holding } from './holding.svelte';

  interface Props extends Omit<HTMLTextareaAttributes, 'value' | 'class' | 'placeholder'> {
    label: string;
    hideLabel?: boolean;
    value?: string;
    error?: string | null;
    hint?: string;
    mono?: boolean;
    ref?: HTMLTextAreaElement | null;
  }
  const uid = $props.id();
  let {
    label,
    hideLabel = false,
    value = '',
    error = null,
    hint = '',
    mono = false,
    id = uid,
    rows = 3,
    ref = $bindable(null),
    ...rest
  }: Props = $props();
  const held = holding(() => value);
</script>

<div class={['kit-field whole', { typewritten: mono }]}>
  <TextArea
    bind:value={held.current}
    bind:ref
    id={String(id)}
    labelText={label}
    {hideLabel}
    rows={rows ?? 3}
    invalid={Boolean(error)}
    invalidText={error ?? ''}
    helperText={hint}
    {...rest as Record<string, unknown>}
  />
</div>
