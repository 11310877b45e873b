<!-- The fixed work: what may be done to it now. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import { sayClock, sayMinutes } from '$core/units/clock-time';
  import Cautions from './Cautions.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page';

  const bench = getBench();
</script>

{#if bench.view.siteSteps}
  <section class="card">
    <h2>In the kitchen</h2>
    {#if bench.view.siteLeft === 0}
      <p class="soft">The fixed work is done.</p>
    {/if}
    {#each bench.view.site as s (s.key)}
      <div class="site">
        <p>
          <b>{s.act}{s.colour ? `, ${s.colour}` : ''}</b>
          <span class="soft"
            >{s.work
              ? `under way since ${sayClock(s.work.since, bench.zone)} · ${s.work.who}`
              : s.from > bench.now
                ? `from ${bench.near(s.from)}`
                : `ready now · about ${sayMinutes(s.minutes)}`}{s.planned && !s.work
              ? ` · planned ${bench.near(s.planned)}`
              : ''}{s.product ? ` · ${s.product}` : ''}</span
          >
        </p>
        <p class="soft">{s.how}</p>
        <Cautions cautions={s.cautions} />
        {#if s.work}
          <FactForm kind="site.finished" fields={{ work: s.work.id }}>
            {#snippet children(sending)}<Button type="submit" disabled={sending}>Done</Button>{/snippet}
          </FactForm>
        {:else if s.from <= bench.now}
          {#if s.toLoad}
            <FactForm
              kind="paint.loaded"
              fields={{ paint: `${s.toLoad.product} ${s.toLoad.colour}`, of: 'wall' }}
            >
              {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                  >It holds {s.toLoad?.words}</Button
                >{/snippet}
            </FactForm>
          {/if}
          {#if s.ready}
            <p class="warn">
              {s.ready.why === 'late'
                ? `Its time was over ${bench.near(s.ready.since)}: scuff it and dust it off, or score it, as the film asks.`
                : `It stood since ${bench.near(s.ready.since)}: wipe the dust off with a tack cloth first.`}
            </p>
            <FactForm kind="site.readied" fields={{ step: s.key }}>
              {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                  >{s.ready?.why === 'late' ? 'Scuffed or scored' : 'Wiped'}</Button
                >{/snippet}
            </FactForm>
          {/if}
          <FactForm kind="site.started" fields={{ step: s.key }}>
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}>Start</Button
              >{/snippet}
          </FactForm>
        {/if}
      </div>
    {/each}
  </section>
{/if}

<style>
  .site + .site {
    border-top: 1px solid var(--line);
    margin-top: 10px;
    padding-top: 10px;
  }
</style>
