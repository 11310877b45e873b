<!-- A line to write in, with its name, what is wrong with it, and a hint. -->
<script lang="ts">
  import { TextInput } from 'carbon-components-svelte';
  import type { HTMLInputAttributes } from 'svelte/elements';
  import { holding } from './holding.svelte';

  export interface FieldProps extends Omit<HTMLInputAttributes, 'value' | 'size' | 'class' | 'placeholder'> {
    label: string;
    /** the name is heard, not seen: something beside the field says it */
    hideLabel?: boolean;
    /** what is there at first */
    value?: string | number | null;
    /** what is there now, for two-way use */
    text?: string | undefined;
    placeholder?: string;
    /** what is wrong, and what to do */
    error?: string | null;
    hint?: string;
    width?: 'short' | 'whole';
    mono?: boolean;
    ref?: HTMLInputElement | null;
  }
  const uid = $props.id();
  let {
    label,
    hideLabel = false,
    value = '',
    text = $bindable(),
    error = null,
    hint = '',
    id = uid,
    width,
    mono = false,
    disabled,
    required,
    readonly,
    name,
    ref = $bindable(null),
    ...rest
  }: FieldProps = $props();
  const held = holding(() => (text === undefined ? value : text));
</script>

<div class={['kit-field', width, { typewritten: mono }]}>
  <TextInput
    bind:value={
      () => held.current ?? '',
      (typed) => {
        held.current = typed;
        if (text !== undefined) text = String(typed ?? '');
      }
    }
    bind:ref
    id={String(id)}
    name={name ?? undefined}
    labelText={label}
    {hideLabel}
    invalid={Boolean(error)}
    invalidText={error ?? ''}
    helperText={hint}
    disabled={disabled ?? undefined}
    required={required ?? undefined}
    readonly={readonly ?? undefined}
    {...rest}
  />
</div>
