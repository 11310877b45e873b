<!-- Yes or no, or one of several ticks. The browser’s own mark is kept, so that forced colours and print show it. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { ClassValue, HTMLInputAttributes } from 'svelte/elements';

  interface Props extends Omit<HTMLInputAttributes, 'type' | 'class' | 'checked'> {
    checked?: boolean;
    /** what it is called where its words do not say it */
    label?: string;
    class?: ClassValue;
    children?: Snippet;
  }
  let { checked = $bindable(false), label, class: name, children, ...rest }: Props = $props();
</script>

<label class={['check', name]}
  ><input type="checkbox" bind:checked aria-label={label} {...rest} />{@render children?.()}</label
>
