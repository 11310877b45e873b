<script lang="ts">
  import { pieces } from '$ui/words';
  import { Button } from 'carbon-components-svelte';
  import { sayDay, sayNear, sayTime } from '$core/units/clock-time';

  let { data } = $props();
  const pages: Record<string, string> = {
    survey: 'survey',
    plan: 'plan',
    'take-down': 'take-down',
    coat: 'coat',
    hang: 'hang',
    'hand-over': 'hand-over',
    check: 'check',
  };
  const asks: Record<string, string> = {
    survey: 'Draw the walls',
    plan: 'Choose a system and start',
    'take-down': 'Label and take down',
    coat: 'Go to the bench',
    hang: 'Hang the pieces',
    'hand-over': 'Hand over',
    check: 'See the touch-ups',
  };
</script>

<div class="page stack">
  <div class="row">
    <h1>Today{data.jobs[0] ? `, ${sayDay(data.now, data.jobs[0].zone)}` : ''}</h1>
    <span class="soft">{data.company}</span>
  </div>
  {#if data.jobs.length === 0}
    <div class="card">
      <p>Nothing is under way.</p>
      <Button href="/jobs/new">Start a job</Button>
    </div>
  {/if}
  <div class="grid">
    {#each data.jobs as job (job.id)}
      <section
        class="card"
        class:ready={job.acts.some((a) => a.status === 'ready' || a.status === 'running')}
      >
        <h2><a href="/jobs/{job.id}/{pages[job.stage]}">{job.name}</a></h2>
        <p class="soft">
          {pieces(job.pieces)}{job.stage === 'coat' ? ` · ${job.passes}` : ''}{job.back
            ? ` · back ${sayTime(job.back, job.zone)}`
            : ''}
        </p>
        <ul>
          {#each job.acts as act (act.words + act.status)}
            <li>
              <b class="mono when"
                >{act.status === 'running'
                  ? 'now'
                  : act.from
                    ? sayNear(act.from, data.now, job.zone)
                    : act.status === 'up'
                      ? 'up'
                      : 'ready'}</b
              >
              <span>{act.words} <span class="soft">{pieces(act.pieces)}</span></span>
            </li>
          {/each}
        </ul>
        {#each job.air as air (air.place)}
          {#if !air.coat}<p class="stop">Air in the {air.place}: {air.reasons.join('; ')}</p>{/if}
        {/each}
        {#if job.openTouchUps}<p class="stop">{job.openTouchUps} to touch up</p>{/if}
        <Button href="/jobs/{job.id}/{pages[job.stage]}">{asks[job.stage]}</Button>
      </section>
    {/each}
  </div>
</div>

<style>
  .page {
    padding: 18px 20px;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 380px), 1fr));
    gap: 14px;
  }
  .ready {
    border-left: 5px solid var(--ready);
  }
  ul {
    list-style: none;
    margin: 8px 0 12px;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: minmax(64px, max-content) 1fr;
    gap: 10px;
    padding: 5px 0;
    border-top: 1px solid var(--line);
  }
  .when {
    font-size: 15px;
  }
  .stop {
    color: var(--bad);
    margin-bottom: 8px;
  }
</style>
