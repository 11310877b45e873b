<!-- Yes or no, or one of several ticks. The browser’s own mark is kept, so that forced colours and print show it. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import { holding } from './holding.svelte';
  import type { ClassValue, HTMLInputAttributes } from 'svelte/elements';

  interface Props extends Omit<HTMLInputAttributes, 'type' | 'class' | 'checked'> {
    /** how it is at first */
    checked?: boolean;
    /** how it is now, for two-way use */
    ticked?: boolean | undefined;
    /** what it is called where its words do not say it */
    label?: string;
    class?: ClassValue;
    children?: Snippet;
  }
  let { checked = false, ticked = $bindable(), label, class: name, children, ...rest }: Props = $props();
  const held = holding(() => ticked ?? checked);
</script>

<label class={['check', name]}
  ><input
    type="checkbox"
    aria-label={label}
    {...rest}
    bind:checked={
      () => held.current,
      (now) => {
        held.current = now;
        if (ticked !== undefined) ticked = now;
      }
    }
  />{@render children?.()}</label
>
