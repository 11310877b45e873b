<script lang="ts">
  import { HARDLY, sayChance } from '$core/units/say-chance';
  import Button from '$ui/kit/Button.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { waitingActs } from '$ui/device/waiting-acts';
  import { refresh } from '$ui/shell/refresh';
  import { pieces } from '$ui/words';
  import EveningLook from '$ui/today/EveningLook.svelte';
  import Spoilt from '$ui/shell/Spoilt.svelte';
  import { REPORT_WORDS } from '$ui/customer/report-words';
  import { sayDay, sayNear, sayTime } from '$core/units/clock-time';

  let { data } = $props();
  /** what jobs want next once what waits on this device is counted, too */
  let here: Awaited<ReturnType<typeof waitingActs>> = $state.raw(new Map());
  $effect(() => {
    void waitingActs(data.now).then(
      (found) => (here = found),
      () => undefined,
    );
    // What the device keeps is shown only as long as nobody answers.
    if (data.kept) void refresh();
  });
  const records = (n: number) => `${n} ${n === 1 ? 'record' : 'records'}`;
  const jobs = $derived(data.jobs.map((job) => ({ ...job, acts: here.get(job.id)?.acts ?? job.acts })));
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
  {#if data.kept}
    <Notice kind="warn">
      No connection. Shown as of {sayTime(data.asOf, data.jobs[0]?.zone ?? 'Etc/UTC')}.
    </Notice>
  {/if}
  {#if data.jobs.length === 0}
    <div class="card">
      <p>Nothing is under way.</p>
      <Button href="/jobs/new">Start a job</Button>
    </div>
  {/if}
  {#if data.look}<EveningLook look={data.look} jobs={data.jobs} />{/if}
  <Spoilt jobs={data.spoilt} />
  {#if data.reports?.length}
    <section class="card reports" aria-label="Reports of households">
      <h2>Households report</h2>
      {#each data.reports as r, i (i)}
        <p>
          <a href="/jobs/{r.job}/customer">{r.name}</a>, {sayTime(r.at, data.jobs[0]?.zone ?? 'Etc/UTC')}: {REPORT_WORDS[
            r.kind
          ]}{r.words ? ` · “${r.words}”` : ''}
        </p>
      {/each}
    </section>
  {/if}
  <div class="grid">
    {#each jobs as job (job.id)}
      <section
        class="card"
        class:ready={job.acts.some((a) => a.status === 'ready' || a.status === 'running')}
      >
        <h2><a href="/jobs/{job.id}/{pages[job.stage]}">{job.name}</a></h2>
        <p class="soft">
          {pieces(job.pieces)}{job.stage === 'coat' ? ` · ${job.passes}` : ''}{job.back
            ? ` · back ${sayTime(job.back, job.zone)}`
            : ''}
          {#if job.chances && job.chances !== 'asked'}
            <span class:hardly={job.chances.chance < HARDLY}
              >({sayChance(job.chances.chance)}; 8 in 10 by {sayDay(job.chances.eight, job.zone)})</span
            >
          {/if}
        </p>
        <ul>
          {#each job.acts as act, i (i)}
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
              <span
                >{act.words}
                <span class="soft"
                  >{[act.pieces ? pieces(act.pieces) : '', act.who].filter(Boolean).join(' · ')}</span
                ></span
              >
            </li>
          {/each}
        </ul>
        {#each job.soon as s, i (i)}
          <p class="soon"><b class="mono">{sayNear(s.at, data.now, job.zone)}</b> {s.words}</p>
        {/each}
        {#if here.has(job.id)}<p class="soft waits">
            Counted with {records(here.get(job.id)?.waits ?? 0)} that this device has not sent yet.
          </p>{/if}
        {#each job.stops as stop, i (i)}<p class="stop">{stop}</p>{/each}
        <Button href="/jobs/{job.id}/{pages[job.stage]}"
          >{job.stage === 'plan' && job.back ? 'Look at the plan' : asks[job.stage]}</Button
        >
      </section>
    {/each}
  </div>
  {#if data.people.some((p) => p.now || p.next.length)}
    <section>
      <h2>Who is where</h2>
      <div class="grid">
        {#each data.people as person, i (i)}
          <div class="card">
            <p>
              <b>{person.name}</b>{#if person.now}<span class="soft">: {person.now}</span>{/if}
            </p>
            <ul>
              {#each person.next as next, i (i)}
                <li>
                  <b class="mono when">{sayNear(next.at, data.now, data.jobs[0]?.zone ?? 'Etc/UTC')}</b>
                  <span>{next.words} <span class="soft">{next.job}</span></span>
                </li>
              {:else}<li class="soft">Nothing more today.</li>{/each}
            </ul>
          </div>
        {/each}
      </div>
    </section>
  {/if}
  {#if data.visits.length}
    <section class="card" aria-label="Visits due">
      <h2>Visits due</h2>
      <p><a class="tool" href="/rounds">Make a round of them</a></p>
      <ul>
        {#each data.visits as v (v.job)}
          <li><b class="mono when">{v.day}</b><a href="/jobs/{v.job}/check">{v.name}</a></li>
        {/each}
      </ul>
    </section>
  {/if}
</div>

<style>
  .hardly {
    color: var(--bad);
    font-weight: 500;
  }
  .waits {
    margin-bottom: 8px;
  }
  .soon {
    color: var(--warn);
    margin-bottom: 4px;
  }
  section > h2 {
    margin: 6px 0 8px;
  }
  .page {
    padding: 18px 20px;
  }
  .grid {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(100%, 380px), 1fr));
    gap: 14px;
    align-items: start;
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
