<!-- A panel before the page. It holds the focus, closes with Escape, the browser’s Back and a tap beside it, and gives the focus back. -->
<script lang="ts">
  import { onMount, type Snippet } from 'svelte';
  import { beforeNavigate, pushState } from '$app/navigation';

  interface Props {
    label: string;
    close: () => void;
    children: Snippet;
  }
  let { label, close, children }: Props = $props();
  let dialog: HTMLDialogElement | undefined = $state();
  /** the entry of the history that Back takes away is there */
  let entry = false;

  onMount(() => {
    const before = document.activeElement;
    dialog?.showModal();
    dialog?.focus();
    // The page may just have been opened with its panel: its history begins a turn later.
    const later = setTimeout(() => {
      pushState('', { panel: true });
      entry = true;
    });
    return () => {
      clearTimeout(later);
      if (before instanceof HTMLElement || before instanceof SVGElement)
        before.focus({ preventScroll: true });
      // Its entry of the history goes too, unless another panel took its place.
      setTimeout(() => {
        if (entry && !document.querySelector('dialog[open]')) history.back();
      });
    };
  });
  beforeNavigate(() => {
    entry = false;
  });
  function popped() {
    entry = false;
    close();
  }
</script>

<svelte:window onpopstate={() => entry && popped()} />
<dialog
  bind:this={dialog}
  aria-label={label}
  tabindex="-1"
  oncancel={(event) => {
    event.preventDefault();
    close();
  }}
  onclick={(event) => event.target === dialog && close()}
>
  <div class="inside">{@render children()}</div>
</dialog>

<style>
  dialog {
    position: fixed;
    inset: 0 0 0 auto;
    width: min(100%, 480px);
    max-width: 100%;
    height: 100%;
    max-height: 100%;
    margin: 0;
    padding: 0;
    border: 0;
    border-left: 3px solid var(--ink);
    background: var(--card);
    color: var(--ink);
    overflow-y: auto;
  }
  dialog::backdrop {
    background: rgb(30 36 34 / 35%);
  }
  .inside {
    min-height: 100%;
    padding: 12px 18px 40px;
  }
</style>
