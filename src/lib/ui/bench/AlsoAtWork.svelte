<!-- One person with several works under way: asked which of them goes on. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import { sayTime } from '$core/units/clock-time';
  import type { UnderWayWork } from '$server/services/across/at-work';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page.svelte';

  const bench = getBench();
  /** of other kitchens, as the server knows them */
  let elsewhere: UnderWayWork[] = $state.raw([]);
  let both = $state(false);
  const here = $derived(
    bench.view.list.flatMap((a) =>
      a.status === 'running' && a.work && !a.work.paused && a.work.hands.includes(bench.worker)
        ? [{ job: bench.jobId, name: '', work: a.work.id, act: a.title, lot: '', since: a.work.since }]
        : [],
    ),
  );
  // What was begun last goes on; the others are asked about.
  const others = $derived(
    here.length + elsewhere.length > 1
      ? [...here, ...elsewhere].sort((a, b) => b.since - a.since).slice(1)
      : [],
  );

  const running = $derived(here.map((w) => w.work).join());
  $effect(() => {
    if (!running) {
      elsewhere = [];
      return;
    }
    both = false;
    const { jobId } = bench;
    // Without signal the bench of the other kitchen asks, once it is opened.
    void fetch('/api/at-work', { cache: 'no-store', signal: AbortSignal.timeout(5000) })
      .then((answer) => (answer.ok ? (answer.json() as Promise<UnderWayWork[]>) : []))
      .then((all) => (elsewhere = all.filter((w) => w.job !== jobId)))
      .catch(() => undefined);
  });
</script>

{#if others.length && !both}
  <section class="card also" role="status" aria-label="Also at work">
    {#each others as w (w.work)}
      <p>
        You are also at work on <b>“{w.act}”{w.lot ? `, lot ${w.lot}` : ''}{w.name ? `, ${w.name}` : ''}</b>
        since {sayTime(w.since, bench.zone)}. Is it finished, or does it pause?
      </p>
      <div class="row">
        {#if w.job === bench.jobId}
          <FactForm kind="work.paused" fields={{ work: w.work }}>
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >It pauses</Button
              >{/snippet}
          </FactForm>
          <FactForm kind="work.finished" fields={{ work: w.work }}>
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >It is finished</Button
              >{/snippet}
          </FactForm>
        {:else}
          <a class="button" href="/jobs/{w.job}/coat">Go there and say so</a>
        {/if}
        <Button kind="ghost" onclick={() => (both = true)}>I am at both</Button>
      </div>
    {/each}
  </section>
{/if}

<style>
  .also {
    border-left: 6px solid var(--warn);
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  a.button {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
</style>
