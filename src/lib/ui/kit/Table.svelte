<!-- A table; it moves sideways by itself where the page is narrow, by key as well as by finger. -->
<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    /** what the table is, for those who hear it */
    label: string;
    class?: string;
    style?: string;
    children: Snippet;
  }
  let { label, class: name = '', style, children }: Props = $props();
  let box: HTMLElement | undefined = $state();
  let moves = $state(false);
  $effect(() => {
    const own = box;
    if (!own) return;
    const look = () => (moves = own.scrollWidth > own.clientWidth);
    const watch = new ResizeObserver(look);
    watch.observe(own);
    look();
    return () => watch.disconnect();
  });
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="scroll"
  bind:this={box}
  tabindex={moves ? 0 : undefined}
  role={moves ? 'group' : undefined}
  aria-label={moves ? `${label}, moves sideways` : undefined}
>
  <table class={['plain', name]} {style} aria-label={label}>{@render children()}</table>
</div>

<style>
  .scroll {
    overflow-x: auto;
  }
</style>
