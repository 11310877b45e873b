<!-- One of several, from a list. Its children are Options. -->
<script lang="ts">
  import { Select } from 'carbon-components-svelte';
  import type { Snippet } from 'svelte';
  import type { HTMLSelectAttributes } from 'svelte/elements';

  interface Props extends Omit<HTMLSelectAttributes, 'value' | 'class' | 'size' | 'onchange'> {
    label: string;
    /** the name is heard, not seen: something beside the list says it */
    hideLabel?: boolean;
    value?: string | number | null;
    /** what is wrong, and what to do */
    error?: string | null;
    hint?: string;
    onchange?: (event: Event & { currentTarget: HTMLSelectElement }) => void;
    children: Snippet;
  }
  const uid = $props.id();
  let {
    label,
    hideLabel = false,
    value = $bindable(),
    error = null,
    hint = '',
    id = uid,
    onchange,
    children,
    ...rest
  }: Props = $props();
</script>

<div class="kit-field">
  <Select
    selected={value === undefined || value === null ? undefined : String(value)}
    id={String(id)}
    labelText={label}
    {hideLabel}
    invalid={Boolean(error)}
    invalidText={error ?? ''}
    helperText={hint}
    on:change={(event) => {
      const chosen = event as unknown as Event & { currentTarget: HTMLSelectElement };
      const text = chosen.currentTarget.value;
      value = typeof value === 'number' ? Number(text) : text;
      onchange?.(chosen);
    }}
    {...rest as Record<string, unknown>}>{@render children()}</Select
  >
</div>
