<!-- What cannot be brought back, or is missed when it is gone, asks first: once opened, the question and its answer are in its place. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import { enhance } from '$app/forms';
  import type { Snippet } from 'svelte';

  interface Props {
    /** on the closed button */
    words: string;
    /** the question: what goes, and whether it can come back */
    ask: string;
    /** on the button that does it */
    sure: string;
    /** action of the page that does it */
    action?: string;
    /** hidden fields of that action */
    fields?: Record<string, string>;
    /** does it here, where no action does */
    act?: () => void;
    /** what the closed button is called where its words do not say it */
    label?: string;
    /** more fields of the form */
    children?: Snippet;
  }
  let { words, ask, sure, action = '', fields = {}, act, label, children }: Props = $props();
  let open = $state(false);
  let question: HTMLElement | undefined = $state();
  $effect(() => {
    if (open) question?.focus();
  });
</script>

<details class="ask" bind:open>
  <summary class="tool" aria-label={label}>{words}</summary>
  <form
    method="post"
    {action}
    use:enhance={({ cancel }) => {
      if (act) {
        cancel();
        act();
        open = false;
        return;
      }
      return async ({ update, result }) => {
        await update();
        if (result.type === 'success') open = false;
      };
    }}
  >
    {#each Object.entries(fields) as [name, value] (name)}<Hidden {name} {value} />{/each}
    <p tabindex="-1" bind:this={question}>{ask}</p>
    {@render children?.()}
    <div class="row">
      <Button kind="danger-tertiary" type="submit">{sure}</Button>
      <Button kind="tool" onclick={() => (open = false)}>No, keep it</Button>
    </div>
  </form>
</details>

<style>
  .ask > summary {
    display: inline-flex;
  }
  form {
    margin-top: 6px;
    padding: 8px 12px;
    border-left: 6px solid var(--bad);
    background: var(--card);
  }
  form .row {
    margin-top: 8px;
  }
</style>
