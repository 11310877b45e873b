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
  {@render children()}
</p>

<style>
  .bad::before,
  .warn::before {
    content: '▲ ' / '';
  }
  p {
    white-space: pre-line;
  }
</style>
