<!-- A number with its unit. Whole ones have steps; others take either decimal sign, as the server reads both. -->
<script lang="ts">
  import Field, { type FieldProps } from './Field.svelte';

  interface Props extends FieldProps {
    unit?: string;
    whole?: boolean;
  }
  let {
    label,
    unit = '',
    whole = false,
    width = 'short',
    value = '',
    text = $bindable(),
    ref = $bindable(null),
    ...rest
  }: Props = $props();
</script>

<Field
  label={unit ? `${label}, ${unit}` : label}
  type={whole ? 'number' : 'text'}
  inputmode={whole ? 'numeric' : 'decimal'}
  {width}
  {value}
  bind:text
  bind:ref
  {...rest}
/>
