<!-- One of several, from a list. Its children are Options. -->
<script lang="ts">
  import { Select } from 'carbon-components-svelte';
  import { untrack, type Snippet } from 'svelte';
  import type { HTMLSelectAttributes } from 'svelte/elements';
  import { holding } from './holding.svelte';

  interface Props extends Omit<HTMLSelectAttributes, 'value' | 'class' | 'size' | 'onchange'> {
    label: string;
    /** the name is heard, not seen: something beside the list says it */
    hideLabel?: boolean;
    /** what is chosen at first */
    value?: string | number | null;
    /** what is chosen now, for two-way use */
    chosen?: string | undefined;
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
    value,
    chosen = $bindable(),
    error = null,
    hint = '',
    id = uid,
    onchange,
    children,
    ...rest
  }: Props = $props();
  const held = holding(() => {
    const given = chosen ?? value;
    return given === undefined || given === null ? undefined : String(given);
  });
  let ref: HTMLSelectElement | null = $state(null);
  const given = untrack(() => held.current);
  $effect(() => {
    // A form that is emptied shows what was chosen at first.
    const form = ref?.form;
    const reset = () => (held.current = given);
    form?.addEventListener('reset', reset);
    return () => form?.removeEventListener('reset', reset);
  });
</script>

<div class="kit-field">
  <Select
    selected={held.current}
    bind:ref
    id={String(id)}
    labelText={label}
    {hideLabel}
    invalid={Boolean(error)}
    invalidText={error ?? ''}
    helperText={hint}
    on:change={(event) => {
      const change = event as unknown as Event & { currentTarget: HTMLSelectElement };
      held.current = change.currentTarget.value;
      if (chosen !== undefined) chosen = held.current;
      onchange?.(change);
    }}
    {...rest as Record<string, unknown>}>{@render children()}</Select
  >
</div>
