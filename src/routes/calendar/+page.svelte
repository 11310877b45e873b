<script lang="ts">
  import AskFirst from '$ui/AskFirst.svelte';
  import Spoilt from '$ui/Spoilt.svelte';
  import { Button } from 'carbon-components-svelte';
  import { onDestroy } from 'svelte';
  import { enhance } from '$app/forms';
  import { refresh } from '$ui/refresh';
  import { sayDay, sayMinutes, sayTime } from '$core/units/clock-time';

  let { data, form } = $props();
  const c = $derived(data.calendar);
  const names = $derived(new Map(data.workers.map((w) => [w.id, w.name])));
  const DAY = 30;
  const LABEL = 132;
  const width = $derived(LABEL + c.days.length * DAY);
  const last = $derived(c.days.at(-1)?.to ?? 1);
  /** Days are of one width, whatever the clock does in them. */
  const x = (ms: number): number => {
    const i = c.days.findIndex((d) => ms < d.to);
    const day = c.days[i < 0 ? c.days.length - 1 : i];
    if (!day || ms >= last) return width;
    return LABEL + i * DAY + (Math.max(0, ms - day.from) / (day.to - day.from)) * DAY;
  };
  const weekday = (iso: string) => new Date(`${iso}T12:00:00Z`).getUTCDay();
  const weekend = (iso: string) => [0, 6].includes(weekday(iso));
  const ROW = 34;
  const load = (d: (typeof c.people)[number]['days'][number]): string =>
    d.away
      ? 'away'
      : d.planned === 0
        ? ''
        : d.open === 0
          ? 'over'
          : d.planned > d.open + 1
            ? 'over'
            : d.planned > d.open * 0.8
              ? 'full'
              : 'some';
  const percent = (n: number) => `${Math.round(n * 100)} %`;
  const keep =
    () =>
    ({ update }: { update: (o?: { reset?: boolean }) => Promise<void> }) =>
      update({ reset: true });

  let timer: ReturnType<typeof setTimeout> | undefined;
  $effect(() => {
    clearTimeout(timer);
    if (data.search?.state === 'running') timer = setTimeout(() => void refresh('calendar:search'), 500);
  });
  onDestroy(() => clearTimeout(timer));
</script>

<div class="page stack">
  <h1>Calendar</h1>
  {#if form && 'refused' in form && form.refused}<p class="bad" role="alert">{form.refused}</p>{/if}
  {#if form && 'saved' in form && form.saved}<p class="ok" role="status">{form.saved}</p>{/if}
  <Spoilt jobs={c.spoilt} />
  {#if c.clashes.length}
    <section class="card clash">
      <h2>▲ {c.clashes.length === 1 ? 'A clash' : `${c.clashes.length} clashes`}</h2>
      <ul>
        {#each c.clashes as clash, i (i)}<li>{clash}.</li>{/each}
      </ul>
    </section>
  {/if}
  {#if c.jobs.length === 0}
    <p>No job is planned yet. <a href="/jobs">Choose one and plan it.</a></p>
  {:else}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="scroll" role="group" aria-label="Jobs, people and places by day" tabindex="0">
      <svg
        {width}
        height={26 + c.jobs.length * ROW}
        viewBox="0 0 {width} {26 + c.jobs.length * ROW}"
        role="group"
        aria-label="Jobs by day"
      >
        {#each c.days as d, i (d.iso)}
          {#if weekend(d.iso)}<rect
              x={LABEL + i * DAY}
              y="20"
              width={DAY}
              height="100%"
              fill="url(#closed)"
            />{/if}
          {#if weekday(d.iso) === 1 || i === 0}<text
              x={LABEL + i * DAY + 2}
              y="14"
              font-size="12.5"
              font-weight="600">{sayDay(d.from, data.zone)}</text
            >{/if}
        {/each}
        {#each c.jobs as job, k (job.id)}
          {@const y = 26 + k * ROW}
          <line x1="0" x2={width} y1={y + ROW - 3} y2={y + ROW - 3} stroke="var(--line)" />
          <a href="/jobs/{job.id}/plan"
            ><text x="0" y={y + 17} font-size="14" font-weight="600" fill="var(--act)">{job.name}</text></a
          >
          {#if job.begins !== null && job.back !== null}
            <rect
              x={x(job.begins)}
              y={y + 4}
              width={Math.max(2, x(job.back) - x(job.begins))}
              height="18"
              fill={job.hex}
              fill-opacity="0.35"
              stroke="var(--line-strong)"
              stroke-dasharray="3 2"
            />
            {#each job.spans as s, i (i)}
              {#if s.from < last}<rect
                  x={x(s.from)}
                  y={y + 4}
                  width={Math.max(1.5, x(s.to) - x(s.from))}
                  height="18"
                  fill="var(--ink)"
                  fill-opacity="0.75"
                />{/if}
            {/each}
            {#if job.back < last}
              <line
                x1={x(job.back)}
                x2={x(job.back)}
                y1={y}
                y2={y + 26}
                stroke="var(--act)"
                stroke-width="2.4"
              />
            {/if}
          {/if}
          {#if job.promised !== null && job.promised < last}
            <path
              d="M{x(job.promised)},{y} v26 m-5,-26 h10"
              stroke={job.back !== null && job.back > job.promised ? 'var(--bad)' : 'var(--ready)'}
              stroke-width="2"
              fill="none"
            />
          {/if}
        {/each}
        <line x1={x(data.now)} x2={x(data.now)} y1="18" y2="100%" stroke="var(--bad)" stroke-width="1.6" />
      </svg>
      <table class="days" style:width="{width}px">
        <caption class="hidden">Load by person and place</caption>
        <colgroup
          ><col style:width="{LABEL}px" />{#each c.days as d (d.iso)}<col
              style:width="{DAY}px"
            />{/each}</colgroup
        >
        <thead class="hidden"
          ><tr
            ><th>Who or where</th>{#each c.days as d (d.iso)}<th>{d.iso}</th>{/each}</tr
          ></thead
        >
        <tbody>
          {#each c.people as p (p.id)}
            <tr>
              <th scope="row">{p.name}</th>
              {#each p.days as d, i (i)}
                <td
                  class={load(d)}
                  title={d.away
                    ? `${sayDay(c.days[i]?.from ?? 0, data.zone)}: away, ${d.away}`
                    : `${sayDay(c.days[i]?.from ?? 0, data.zone)}: ${sayMinutes(d.planned)} of ${sayMinutes(d.open)}${d.jobs.length ? `, ${d.jobs.join(', ')}` : ''}`}
                  >{d.away ? '–' : d.planned ? Math.round(d.planned / 6) / 10 : ''}</td
                >
              {/each}
            </tr>
          {/each}
          {#each c.places as p, k (k)}
            <tr>
              <th scope="row">{p.name}, in use</th>
              {#each p.use as u, i (i)}<td class={u > 0.8 ? 'full' : u > 0 ? 'some' : ''}
                  >{u ? percent(u).replace(' %', '') : ''}</td
                >{/each}
            </tr>
            <tr>
              <th scope="row">its rack, of {p.slots}</th>
              {#each p.taken as n, i (i)}<td
                  class={n > p.slots ? 'over' : n > p.slots * 0.9 ? 'full' : n ? 'some' : ''}>{n || ''}</td
                >{/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <p class="soft key">
      People: hours planned a day. Place: share of eight hours, in %. Rack: most pieces on it.
      <span class="swatch some"></span> some <span class="swatch full"></span> full
      <span class="swatch over"></span> ▲ too much <span class="swatch away"></span> away
    </p>
    <div class="cards">
      <section class="card">
        <h2>Hand back</h2>
        <p class="soft">
          Bound: with a job’s lots, turning and pins as they are, and the other jobs as they are planned, no
          plan is before that.
        </p>
        <table class="plain">
          <thead><tr><th>Job</th><th>Planned</th><th>Promised</th><th>Bound</th></tr></thead>
          <tbody>
            {#each c.jobs as job (job.id)}
              <tr>
                <td><a href="/jobs/{job.id}/plan">{job.name}</a></td>
                <td
                  ><b
                    >{job.none
                      ? 'no plan fits'
                      : job.back
                        ? sayTime(job.back, data.zone)
                        : job.home
                          ? 'all home'
                          : 'no plan yet'}</b
                  ></td
                >
                <td class:bad={job.promised !== null && job.back !== null && job.back > job.promised}
                  >{job.promised ? sayDay(job.promised - 60_000, data.zone) : '–'}</td
                >
                <td class="soft">{job.bound ? sayTime(job.bound, data.zone) : ''}</td>
              </tr>
            {/each}
          </tbody>
        </table>
      </section>
      <section class="card">
        <h2>All jobs together</h2>
        {#if data.search?.state === 'running'}
          <progress value={data.search.share} aria-label="Planning all jobs together"></progress>
          <form method="post" action="?/stop" use:enhance>
            <Button type="submit" size="small" kind="tertiary">Stop, keep the best so far</Button>
          </form>
        {:else if data.impossible}
          <p class="bad">No joint plan: {data.impossible}.</p>
          <form method="post" action="?/drop" use:enhance>
            <Button type="submit" size="small" kind="ghost">Put it away</Button>
          </form>
        {:else if data.together.length}
          <table class="plain">
            <thead><tr><th>Job</th><th>As planned</th><th>Together</th></tr></thead>
            <tbody>
              {#each data.together as t (t.id)}
                {@const off = t.was === null ? 0 : Math.round((t.was - t.is) / 60_000)}
                <tr>
                  <td>{t.name}</td>
                  <td>{t.was === null ? '–' : sayTime(t.was, data.zone)}</td>
                  <td
                    ><b>{sayTime(t.is, data.zone)}</b>{off
                      ? `, ${sayMinutes(Math.abs(off))} ${off > 0 ? 'sooner' : 'later'}`
                      : ', the same'}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
          <div class="row">
            <form method="post" action="?/accept" use:enhance>
              <Button type="submit" size="small">Take it over</Button>
            </form>
            <form method="post" action="?/drop" use:enhance>
              <Button type="submit" size="small" kind="ghost">Leave it</Button>
            </form>
          </div>
        {:else}
          <p class="soft">
            One plan over everybody’s days, the tent and the rack, weighed by what was promised.
          </p>
          {#if data.search?.state === 'failed'}<p class="bad">The search broke off. Try again.</p>{/if}
          <form method="post" action="?/together" use:enhance>
            <Button type="submit" kind="tertiary">Plan all jobs together</Button>
          </form>
        {/if}
      </section>
      <section class="card">
        <h2>A new kitchen</h2>
        {#if form && 'first' in form && form.first}
          <p>
            {form.first.pieces} pieces, worked as {form.first.like}: start
            <b>{sayDay(form.first.start, data.zone)}</b>, hand back
            <b>{sayTime(form.first.back, data.zone)}</b>.
          </p>
          <p class="soft">An earlier start would not bring it back sooner.</p>
        {/if}
        <form method="post" action="?/start" use:enhance>
          <Button type="submit" kind="tertiary">When could one start?</Button>
        </form>
      </section>
    </div>
  {/if}
  <section class="card">
    <h2>Away</h2>
    {#if data.absences.length}
      <table class="plain">
        <thead
          ><tr
            ><th>Who</th><th>From</th><th>Until</th><th>Why</th><th><span class="hidden">Take out</span></th
            ></tr
          ></thead
        >
        <tbody>
          {#each data.absences.slice(0, 60) as a (a.id)}
            <tr>
              <td>{a.worker === null ? 'everybody' : names.get(a.worker)}</td>
              <td>{sayTime(a.from, data.zone)}</td>
              <td>{sayTime(a.to, data.zone)}</td>
              <td>{a.why}{a.source ? `, from ${a.source}` : ''}</td>
              <td>
                <AskFirst
                  words="Take out"
                  label="Take out {a.why}, {sayTime(a.from, data.zone)}"
                  ask="Take {a.why} out? Plans use that time again."
                  sure="Take it out"
                  action="?/forget"
                  fields={{ id: a.id }}
                />
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
      {#if data.absences.length > 60}<p class="soft">And {data.absences.length - 60} more.</p>{/if}
    {/if}
    <form method="post" action="?/away" class="fields" use:enhance={keep}>
      <label
        >Who<select name="worker"
          ><option value="">everybody</option>{#each data.workers as w (w.id)}<option value={w.id}
              >{w.name}</option
            >{/each}</select
        ></label
      >
      <label>First day<input type="date" name="from" required /></label>
      <label>Last day<input type="date" name="to" /></label>
      <label>Why<input name="why" required maxlength="80" placeholder="holiday" /></label>
      <Button type="submit" kind="tertiary">Add these days</Button>
    </form>
    <form method="post" action="?/import" enctype="multipart/form-data" class="fields" use:enhance={keep}>
      <label
        >Whose calendar<select name="worker"
          ><option value="">everybody: public holidays</option>{#each data.workers as w (w.id)}<option
              value={w.id}>{w.name}</option
            >{/each}</select
        ></label
      >
      <label>Calendar file<input type="file" name="file" accept=".ics,text/calendar" required /></label>
      <Button type="submit" kind="tertiary">Read it</Button>
    </form>
    <p class="soft">
      What the file says is busy keeps people off; recurring events too. Reading the same file again replaces
      it.
    </p>
  </section>
  <section class="card">
    <h2>Everyone’s own calendar</h2>
    {#each data.workers as w (w.id)}
      <form method="post" action="?/feed" class="row" use:enhance={keep}>
        <input type="hidden" name="worker" value={w.id} />
        <b>{w.name}</b>
        <a href="/people/{w.id}/calendar.ics" download>Calendar file</a>
        <Button type="submit" size="small" kind="ghost">Private address</Button>
      </form>
      <AskFirst
        words="New address"
        label="New address for {w.name}"
        ask="Give {w.name} a new address? The old one stops at once for everybody who has it."
        sure="Make a new one"
        action="?/feed"
        fields={{ worker: w.id, anew: 'yes' }}
      />
      {#if form && 'feed' in form && form.feed?.worker === w.id}
        <input
          class="field mono"
          readonly
          value={form.feed.address}
          aria-label="Private address of {w.name}’s calendar"
        />
        <p class="soft">Who has this address can read it. A new one ends the old.</p>
      {/if}
    {/each}
  </section>
</div>

<style>
  .page {
    padding: 16px 20px 40px;
  }
  .scroll {
    overflow-x: auto;
  }
  svg {
    display: block;
  }
  .days {
    border-collapse: collapse;
    table-layout: fixed;
    font-size: 12px;
  }
  .days th {
    width: 132px;
    text-align: left;
    font-weight: 500;
    font-size: 13px;
    position: sticky;
    left: 0;
    background: var(--ground);
  }
  .days td {
    width: 30px;
    min-width: 30px;
    height: 26px;
    padding: 0;
    text-align: center;
    border: 1px solid var(--line);
    font-variant-numeric: tabular-nums;
  }
  td.some,
  .swatch.some {
    background: #d9e4ea;
  }
  td.full,
  .swatch.full {
    background: #f0d9a8;
  }
  td.over,
  .swatch.over {
    background: #f3c3bd;
    font-weight: 700;
  }
  td.away,
  .swatch.away {
    background: repeating-linear-gradient(135deg, #cfc8b8 0 2px, transparent 2px 6px);
  }
  .swatch {
    display: inline-block;
    width: 22px;
    height: 12px;
    margin-left: 10px;
    border: 1px solid var(--line-strong);
  }
  .cards {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
    gap: 12px;
    align-items: start;
  }
  .clash {
    border-left: 6px solid var(--bad);
  }
  .clash ul {
    margin: 0;
    padding-left: 18px;
    list-style: disc;
  }
  .fields {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 14px;
    align-items: end;
    margin-top: 12px;
  }
  .fields label {
    display: grid;
    gap: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  .fields input,
  .fields select {
    height: 44px;
    padding: 0 10px;
    font: inherit;
    font-size: 15px;
    color: var(--ink);
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  .fields input[type='file'] {
    padding-top: 9px;
  }
  .row {
    align-items: center;
  }
  progress {
    width: 100%;
    height: 10px;
    accent-color: var(--act);
  }
  .bad {
    color: var(--bad);
    font-weight: 500;
  }
  .hidden {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
</style>
