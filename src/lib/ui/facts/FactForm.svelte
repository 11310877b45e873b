<script lang="ts">
  import Hidden from '$ui/kit/Hidden.svelte';
  /** A form that records one fact: on the device where its page takes facts, which gives it its id; else by posting, with an id of its own, so that a form sent twice is stored once. */
  import { enhance } from '$app/forms';
  import { v7 as newId } from 'uuid';
  import type { Snippet } from 'svelte';
  import { takeFocus } from '$ui/kit/take-focus';
  import { getTap } from './tap';

  interface Props {
    kind: string;
    /** hidden fields; an array gives one field per value */
    fields?: Record<string, string | readonly string[]>;
    children: Snippet<[boolean]>;
    class?: string;
    /** empties the fields once the fact is recorded */
    empties?: boolean;
    kept?: () => void;
    /** it was opened by a touch: its first field takes the focus */
    opened?: boolean;
  }
  let {
    kind,
    fields = {},
    children,
    class: name = '',
    empties = true,
    kept,
    opened = false,
  }: Props = $props();
  const tap = getTap();
  let id = $state(newId());
  let sending = $state(false);
  const flat = $derived(
    Object.entries(fields).flatMap(([k, v]) => (typeof v === 'string' ? [v] : v).map((x) => [k, x] as const)),
  );
</script>

<form
  method="post"
  action="?/fact"
  class={name}
  {@attach opened && takeFocus}
  use:enhance={({ formData, formElement, cancel }) => {
    sending = true;
    if (tap) {
      cancel();
      void tap(formData)
        .then((done) => {
          if (!done) return;
          if (empties) formElement.reset();
          kept?.();
        })
        .finally(() => (sending = false));
      return;
    }
    formData.set('id', id);
    return async ({ update, result }) => {
      await update({ reset: empties && result.type === 'success' });
      if (result.type === 'success') {
        id = newId();
        kept?.();
      }
      sending = false;
    };
  }}
>
  <Hidden name="id" value={id} />
  <Hidden name="kind" value={kind} />
  {#each flat as [k, v], i (i)}<Hidden name={k} value={v} />{/each}
  {@render children(sending)}
</form>
