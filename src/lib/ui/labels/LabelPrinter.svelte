<!-- The label printer: its tape, its queue, its faults and what they cost. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import Button from '$ui/kit/Button.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import LabelPicture from '$ui/labels/LabelPicture.svelte';
  import { refresh } from '$ui/shell/refresh';
  import { counted } from '$ui/words';
  import type { LabelPage } from './label-page';

  interface Props {
    printer: Exclude<LabelPage['printer'], false>;
    /** labels that were just asked for, and how many of them had been printed before */
    queued: { count: number; again: number } | null;
  }
  let { printer, queued }: Props = $props();
  let sending = $state(false);
  const busy = $derived(printer.waiting.length > 0 && printer.fault === null);
  $effect(() => {
    // While the printer works, the page follows it.
    if (!busy) return;
    let following = true;
    // One look after the other: a new one would make the page forget the one under way.
    const follow = async () => {
      while (following) {
        await new Promise((passed) => setTimeout(passed, 400));
        if (following) await refresh('anthem:printer');
      }
    };
    void follow();
    return () => {
      following = false;
    };
  });
  const send = () => {
    sending = true;
    return async ({ update }: { update: (o: { reset: boolean }) => Promise<void> }) => {
      await update({ reset: false });
      sending = false;
    };
  };
</script>

<section class="card" aria-live="polite">
  <h2>Label printer</h2>
  {#if printer.fault}
    <Notice>
      {printer.fault === 'jam' ? 'A label jammed.' : 'The tape ran out.'} The label in it is lost.
    </Notice>
    <form method="post" action="?/attend" use:enhance={send}>
      <Button
        type="submit"
        name="act"
        value={printer.fault === 'jam' ? 'clear-jam' : 'new-tape'}
        disabled={sending}>{printer.fault === 'jam' ? 'The jam is cleared' : 'A new tape is in'}</Button
      >
    </form>
  {:else}
    <p>{busy ? 'Printing' : 'Ready'} · tape for {printer.labelsLeft} labels</p>
  {/if}
  {#if queued}
    <Notice kind="ok">
      {queued.count} labels asked for{queued.again
        ? `; ${queued.again} of them had been printed before and say so`
        : ''}.
    </Notice>
  {/if}
  <p class="soft" role="status">{printer.waiting.length} waiting</p>
  {#if printer.waiting.length}
    <AskFirst
      words="Clear the queue"
      ask="Take {counted(
        printer.waiting.length,
        'label',
      )} out of the printer’s queue? They can be asked for again."
      sure="Clear it"
      action="?/drop"
    />
  {/if}
  {#if printer.lost.length}
    <p class="warn">
      Lost: <span class="mono">{printer.lost.map((l) => l.code).join(' ')}</span>
    </p>
    <form method="post" action="?/reprint" use:enhance={send}>
      <Button type="submit" kind="tertiary" disabled={sending || printer.fault !== null}
        >Print the lost ones</Button
      >
    </form>
  {/if}
  <div class="tape">
    {#each printer.tape as { seq, label, again, state } (seq)}
      <LabelPicture {label} {again} lost={state === 'lost'} />
    {/each}
  </div>
  {#if printer.trials.length}
    <FoldOut words="It is simulated: try its faults">
      <form class="row" method="post" action="?/attend" use:enhance={send}>
        {#each printer.trials as trial (trial.key)}
          <Button kind="tool" type="submit" name="act" value={trial.key}>{trial.words}</Button>
        {/each}
      </form>
    </FoldOut>
  {/if}
</section>

<style>
  .tape {
    display: grid;
    gap: 6px;
    justify-items: center;
    margin-top: 8px;
  }
  .tape :global(svg) {
    max-width: 100%;
    height: auto;
  }
</style>
