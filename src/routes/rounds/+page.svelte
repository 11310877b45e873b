<!-- Visits that are due, and a round of them in the shortest order. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import { page } from '$app/state';
  import { sayClock, sayDate, sayMinutes } from '$core/units/clock-time';
  import Button from '$ui/kit/Button.svelte';
  import DateField from '$ui/kit/DateField.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { DeviceClock } from '$ui/device/clock.svelte';
  import { loadField } from '$ui/device/field';
  import { keepAhead } from '$ui/device/given';
  import Hidden from '$ui/kit/Hidden.svelte';
  import PositionFields from '$ui/rounds/PositionFields.svelte';

  let { data, form } = $props();
  const clock = (ms: number) => sayClock(ms, data.zone);
  /** kitchens of the round that this device keeps */
  let ahead = $state<{ kept: number; of: number } | null>(null);
  $effect(() => {
    const stops = data.made?.stops ?? [];
    if (!stops.length || data.kept) return;
    let [kept, dropped] = [0, false];
    ahead = { kept, of: stops.length };
    // What is recorded there is timed by the server's clock.
    void new DeviceClock().ask();
    for (const { job } of stops)
      void Promise.all([loadField(fetch, job), keepAhead(`/api/jobs/${job}/head`)])
        .then(([field]) => {
          if (!dropped && !field.kept) ahead = { kept: ++kept, of: stops.length };
        })
        .catch(() => undefined);
    return () => void (dropped = true);
  });
  const touchUps = $derived(data.made?.stops.filter((s) => s.touchUps > 0) ?? []);
  const urgency = (from: number, to: number) =>
    data.now > to ? 'overdue' : data.now >= from ? 'now' : 'soon';
</script>

<div class="page stack">
  <h1>Rounds of visits</h1>
  {#if data.refused}<Notice>{data.refused}</Notice>{/if}
  {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
  {#if form && 'saved' in form && form.saved}<Notice kind="ok">{form.saved}</Notice>{/if}
  {#if form && 'left' in form && form.left?.length}
    {#each form.left as words, i (i)}<Notice>{words}</Notice>{/each}
  {/if}
  {#if data.kept}<Notice>No connection: this is as it was kept on this device.</Notice>{/if}
  {#if data.made}
    <section class="card made" aria-label="The round">
      <h2>
        {sayDate(data.made.leaves, data.zone)}: {data.made.stops.length}
        {data.made.stops.length === 1 ? 'stop' : 'stops'}, back {clock(data.made.back)}
      </h2>
      <ol>
        {#each data.made.stops as s (s.job)}
          <li>
            <b class="mono">{clock(s.begins)}–{clock(s.leaves)}</b>
            <a href="/jobs/{s.job}/check">{s.name}</a>
            <span class="soft"
              >{s.place}{s.touchUps ? `; ${s.touchUps} to touch up` : ''}{s.begins > s.arrives
                ? `; there ${clock(s.arrives)}, not open before`
                : ''}</span
            >
          </li>
        {/each}
      </ol>
      <p class="soft">
        Leave {clock(data.made.leaves)}; {sayMinutes(Math.round(data.made.round.travel))} on the road. No other
        order of these is back sooner, by these travel times: they are estimates from the straight line.
      </p>
      {#if ahead}<p class="soft" role="status">
          {ahead.kept === ahead.of
            ? 'All its kitchens are kept on this device: they work without signal.'
            : `Keeping its kitchens on this device: ${ahead.kept} of ${ahead.of}.`}
        </p>{/if}
      <div class="row">
        {#if touchUps.length}
          <form method="post" action="?/plan" use:enhance>
            <Hidden name="day" value={data.day} />
            {#each touchUps as s (s.job)}<Hidden name="job" value={s.job} />{/each}
            <Button type="submit" kind="tertiary">Plan its touch-ups for that day</Button>
          </form>
        {/if}
        <a class="tool" href="/rounds/round.ics{page.url.search}">Calendar (.ics)</a>
      </div>
    </section>
  {/if}
  {#if data.visits.length}
    <form class="stack" method="get">
      <div class="row">
        <DateField of="day" name="day" label="Day" value={data.day} required />
        <DateField of="time" name="leaves" label="Leave at" value={data.leaves} required />
      </div>
      <section class="card" aria-label="Visits and touch-ups to make">
        <h2>Visits and touch-ups to make</h2>
        <ul>
          {#each data.visits as v (v.job)}
            <li>
              <Tick name="job" value={v.job} checked={data.asked.includes(v.job)}
                ><span class="words"
                  ><b>{v.name}</b>
                  {#if v.visit}<span class={urgency(v.visit.from, v.visit.to)}
                      >{urgency(v.visit.from, v.visit.to)}: {sayDate(v.visit.from, data.zone)} to {sayDate(
                        v.visit.to,
                        data.zone,
                      )}</span
                    >{/if}
                  {#if v.touchUps}<span class="now">{v.touchUps} to touch up</span>{/if}
                  <span class="soft"
                    >{v.pieces ? `${v.pieces} pieces, ` : ''}about {v.minutes} min{v.placed
                      ? ''
                      : '; where it is is not written down'}</span
                  ></span
                ></Tick
              >
            </li>
          {/each}
        </ul>
      </section>
      <div><Button type="submit">Make the round</Button></div>
    </form>
  {:else}
    <p>No visit is due in the coming three weeks, and nothing is to touch up.</p>
  {/if}
  <FoldOut words="Where rounds begin and end">
    <form class="stack" method="post" action="?/home" use:enhance>
      <PositionFields position={data.home} />
      <div><Button type="submit" kind="tertiary">Save where the shop is</Button></div>
    </form>
    <p class="soft">
      Where a house is, is written down under Manage of its job. Where it is not known, 15 minutes are taken
      for the way.
    </p>
  </FoldOut>
</div>

<style>
  .page {
    padding: 18px 20px;
    max-width: 980px;
  }
  .made {
    border-left: 6px solid var(--act);
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    padding: 4px 0;
  }
  li span {
    display: block;
  }
  .overdue {
    color: var(--bad);
  }
  .now {
    color: var(--ready);
  }
  li a {
    display: inline-flex;
    min-height: 44px;
    align-items: center;
  }
</style>
