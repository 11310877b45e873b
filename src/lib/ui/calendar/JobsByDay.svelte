<!-- Six weeks: every job from its first work to its hand-back, and below it how full people and places are. -->
<script lang="ts">
  import { sayDay, sayMinutes } from '$core/units/clock-time';
  import type { CompanyCalendar, DayLoad } from '$server/services/across/company-calendar';

  let { calendar: c, now, zone }: { calendar: CompanyCalendar; now: number; zone: string } = $props();
  const DAY = 30;
  const LABEL = 132;
  const ROW = 34;
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
  const load = (d: DayLoad): string => {
    if (d.away) return 'away';
    if (d.planned === 0) return '';
    if (d.open === 0 || d.planned > d.open + 1) return 'over';
    return d.planned > d.open * 0.8 ? 'full' : 'some';
  };
</script>

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
          font-weight="600">{sayDay(d.from, zone)}</text
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
          <line x1={x(job.back)} x2={x(job.back)} y1={y} y2={y + 26} stroke="var(--act)" stroke-width="2.4" />
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
    <line x1={x(now)} x2={x(now)} y1="18" y2="100%" stroke="var(--bad)" stroke-width="1.6" />
  </svg>
  <table class="days" style:width="{width}px">
    <caption class="sr-only">Load by person and place</caption>
    <colgroup
      ><col style:width="{LABEL}px" />{#each c.days as d (d.iso)}<col
          style:width="{DAY}px"
        />{/each}</colgroup
    >
    <thead class="sr-only"
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
                ? `${sayDay(c.days[i]?.from ?? 0, zone)}: away, ${d.away}`
                : `${sayDay(c.days[i]?.from ?? 0, zone)}: ${sayMinutes(d.planned)} of ${sayMinutes(d.open)}${d.jobs.length ? `, ${d.jobs.join(', ')}` : ''}`}
              >{d.away ? '–' : d.planned ? Math.round(d.planned / 6) / 10 : ''}</td
            >
          {/each}
        </tr>
      {/each}
      {#each c.places as p, k (k)}
        <tr>
          <th scope="row">{p.name}, in use</th>
          {#each p.use as u, i (i)}<td class={u > 0.8 ? 'full' : u > 0 ? 'some' : ''}
              >{u ? Math.round(u * 100) : ''}</td
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
<p class="soft">
  People: hours planned a day. Place: share of eight hours, in %. Rack: most pieces on it.
  <span class="sign"><span class="swatch some"></span> some</span>
  <span class="sign"><span class="swatch full"></span> full</span>
  <span class="sign"><span class="swatch over"></span> ▲ too much</span>
  <span class="sign"><span class="swatch away"></span> away</span>
</p>

<style>
  .sign {
    white-space: nowrap;
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
    background: var(--paper);
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
</style>
