<!-- What just happened, or what is wrong: heard once, when it comes. -->
<script lang="ts">
  import type { Snippet } from 'svelte';

  interface Props {
    /** an error or a warning, something done, or only said */
    kind?: 'bad' | 'warn' | 'ok' | 'note';
    children: Snippet;
  }
  let { kind = 'bad', children }: Props = $props();
</script>

<p class={kind} role={kind === 'bad' ? 'alert' : 'status'}>
  {#if kind === 'bad' || kind === 'warn'}<span aria-hidden="true">▲ </span>{/if}{@render children()}
</p>

<style>
  p {
    white-space: pre-line;
  }
</style>
