<!-- One line that is always there: whether everything is sent, how old what is shown is, and what is wrong with storage or clock. -->
<script lang="ts">
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import { sayFact } from '$core/bench/view/say-fact';
  import { sayClock, sayMinutes, sayNear, sayTime } from '$core/units/clock-time';
  import { DOUBTFUL } from '../device/clock.svelte';
  import { getField } from './field-context';

  interface Props {
    zone: string;
    /** the server's time of what is shown; null where the server gave it just now */
    keptAt: number | null;
  }
  let { zone, keptAt }: Props = $props();
  const field = getField();
  const { outbox } = field;

  /** So many of what waits are named. */
  const NAMED = 30;
  const waits = $derived((outbox.away || outbox.slow || outbox.reason !== '') && outbox.unsent !== '');
  const asOf = $derived(keptAt === null ? '' : sayNear(keptAt, field.now, zone));
  const words = $derived(
    waits
      ? `${outbox.unsent} not sent yet`
      : outbox.away || keptAt !== null
        ? 'No connection'
        : !outbox.looked
          ? 'Looking for what is not sent …'
          : outbox.unsent
            ? 'Sending …'
            : 'Everything is sent',
  );
  let open = $state(false);
</script>

<div class="line" class:unsent={waits || outbox.away || keptAt !== null} aria-live="polite">
  <b>{words}</b>
  <span class="soft">
    {#if outbox.reason}{outbox.reason}{/if}
    {#if waits}Kept on this device.{:else if outbox.away}Go on: what you record is kept here.{/if}
    {#if outbox.nextTry !== null && waits}Tried again at {sayClock(outbox.nextTry + outbox.skew, zone)}.{/if}
    {#if asOf}Shown as of {asOf}.{/if}
  </span>
</div>
{#if field.storageWords}
  <p class="bad" role="alert">
    <b>Nothing is kept on this device.</b>
    {field.storageWords}
    {outbox.heldByPage
      ? `${outbox.heldByPage} ${outbox.heldByPage === 1 ? 'record is' : 'records are'} held by this page alone: do not close it before they are sent.`
      : 'With a connection, what you record is sent at once.'}
  </p>
{/if}
{#if waits && outbox.waiting.length}
  <FoldOut words="What is not sent" bind:open>
    {#if open}
      <ol>
        {#each outbox.waiting.slice(0, NAMED) as k (k.n)}<li>
            <span class="mono">{sayTime(k.fact.at, zone)}</span>
            {sayFact(field.bench, k.fact.body)}
            {#if k.why}<span class="soft">{k.why}</span>{/if}
          </li>{/each}
        {#if outbox.waiting.length > NAMED}<li class="soft">and {outbox.waiting.length - NAMED} more</li>{/if}
      </ol>
    {/if}
  </FoldOut>
{/if}
{#if Math.abs(outbox.skew) > DOUBTFUL && !outbox.stopped}
  <p class="soft">
    This device’s clock is {sayMinutes(Math.round(Math.abs(outbox.skew) / 60_000))}
    {outbox.skew > 0 ? 'slow' : 'fast'}. Times are recorded by the server’s clock.
  </p>
{/if}

<style>
  .line {
    display: flex;
    flex-wrap: wrap;
    gap: 0 10px;
    min-height: 28px;
    align-items: baseline;
    border-left: 6px solid var(--ready);
    padding: 2px 10px;
  }
  .line.unsent {
    border-color: var(--wet);
    background: var(--card);
  }
  .bad {
    border-left: 6px solid var(--bad);
    padding: 6px 10px;
    background: var(--card);
  }
  li {
    padding: 4px 0;
    border-top: 1px solid var(--line);
  }
</style>
