<!-- What the device keeps of benches that are not open: sent from any page, and said as long as it is not. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { afterNavigate } from '$app/navigation';
  import { refresh } from './refresh';
  import { pageIsLive } from '../device/given';
  import { jobsKept, Outbox, sentSince } from '../facts/outbox.svelte';

  interface Props {
    /** job whose bench is open: it looks after its own */
    open: string | null;
  }
  let { open }: Props = $props();
  let boxes: Outbox[] = $state.raw([]);
  const said = $derived(
    boxes.flatMap((box) => {
      const waits = (box.away || box.slow || box.reason) && box.unsent ? [`${box.unsent} not sent yet`] : [];
      const no = box.notTaken;
      const words = [...waits, ...(no ? [`${no} refused by the server`] : [])].join(', ');
      return words ? [{ job: box.job, words, why: box.reason }] : [];
    }),
  );

  // A bench that was left may have left something.
  afterNavigate(async ({ type }) => {
    pageIsLive();
    const jobs = (await jobsKept().catch(() => [])).filter((job) => job !== open);
    for (const box of boxes) if (!jobs.includes(box.job)) box.close();
    boxes = jobs.map((job) => boxes.find((b) => b.job === job) ?? new Outbox(job, () => void refresh()));
    for (const box of boxes) void box.open();
    // What was stored while this page was on its way may not be in it.
    if (type === 'enter' && (await sentSince(performance.timeOrigin).catch(() => false))) void refresh();
  });
  onMount(() => {
    const online = () => boxes.forEach((box) => void box.flush());
    window.addEventListener('online', online);
    return () => {
      window.removeEventListener('online', online);
      boxes.forEach((box) => box.close());
    };
  });
</script>

{#each said as { job, words, why } (job)}
  <p class="left" role="status">
    <b>{words}</b>. {why} Kept on this device.
    <a href="/jobs/{job}/coat" data-sveltekit-reload>Go to its bench</a>
  </p>
{/each}

<style>
  .left {
    margin: 0;
    padding: 6px 20px;
    background: var(--card);
    border-bottom: 1px solid var(--line);
    border-left: 6px solid var(--wet);
  }
  a {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
</style>
