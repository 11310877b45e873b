<!-- A panel before the page. It holds the focus, closes with Escape, the browser’s Back and a tap beside it, and gives the focus back. -->
<script lang="ts">
  import { onMount, type Snippet } from 'svelte';
  import { beforeNavigate, pushState } from '$app/navigation';

  interface Props {
    label: string;
    close: () => void;
    /** gets what closes the panel */
    children: Snippet<[() => void]>;
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
      // Closed by the page: its entry goes too, unless another panel took its place.
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
  const leave = () => (entry ? history.back() : close());
</script>

<svelte:window onpopstate={() => entry && popped()} />
<dialog
  bind:this={dialog}
  aria-label={label}
  tabindex="-1"
  oncancel={(event) => {
    event.preventDefault();
    leave();
  }}
  onclick={(event) => event.target === dialog && leave()}
>
  <div class="inside">{@render children(leave)}</div>
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
