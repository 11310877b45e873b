<!-- What is read only when it is wanted. -->
<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { HTMLDetailsAttributes } from 'svelte/elements';

  interface Props extends HTMLDetailsAttributes {
    /** on the line that opens it */
    words?: string;
    /** the same, where words alone do not do */
    head?: Snippet;
    children: Snippet;
  }
  let { words, head, open = $bindable(false), children, ...rest }: Props = $props();
</script>

<details bind:open {...rest}>
  <summary
    >{#if head}{@render head()}{:else}{words}{/if}</summary
  >
  {@render children()}
</details>
