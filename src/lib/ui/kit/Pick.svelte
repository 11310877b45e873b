<!-- One of several that are all in sight. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { ClassValue, HTMLInputAttributes } from 'svelte/elements';

  interface Props extends Omit<HTMLInputAttributes, 'type' | 'class' | 'value'> {
    value: string | number;
    /** the one that is picked, for `bind:group` */
    group?: string | number;
    class?: ClassValue;
    children: Snippet;
  }
  let { value, group = $bindable(), checked, class: name, children, ...rest }: Props = $props();
</script>

<label class={['check', name]}
  ><input
    type="radio"
    {value}
    checked={group === undefined ? checked : group === value}
    {...rest}
    onchange={(event) => {
      group = value;
      rest.onchange?.(event);
    }}
  />{@render children()}</label
>
