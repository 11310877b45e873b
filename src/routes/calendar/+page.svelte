<!-- All jobs by day: who and what is free, when each is handed back, who is away. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import { sayDay, sayTime } from '$core/units/clock-time';
  import AllJobsTogether from '$ui/calendar/AllJobsTogether.svelte';
  import DaysAway from '$ui/calendar/DaysAway.svelte';
  import HandBackDates from '$ui/calendar/HandBackDates.svelte';
  import JobsByDay from '$ui/calendar/JobsByDay.svelte';
  import PeopleFeeds from '$ui/calendar/PeopleFeeds.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Spoilt from '$ui/shell/Spoilt.svelte';

  let { data, form } = $props();
  const c = $derived(data.calendar);
</script>

<div class="page stack">
  <h1>Calendar</h1>
  {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
  {#if form && 'saved' in form && form.saved}<Notice kind="ok">{form.saved}</Notice>{/if}
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
    <JobsByDay calendar={c} now={data.now} zone={data.zone} />
    <div class="cards">
      <HandBackDates jobs={c.jobs} zone={data.zone} />
      <AllJobsTogether
        search={data.search}
        compared={data.together}
        impossible={data.impossible}
        zone={data.zone}
      />
      <section class="card">
        <h2>A new kitchen</h2>
        {#if form && 'first' in form && form.first}
          <p>
            {form.first.pieces} pieces, worked as {form.first.like}: start
            <b>{sayDay(form.first.start, data.zone)}</b>, hand back
            <b>{sayTime(form.first.back, data.zone)}</b> at the earliest.
          </p>
          <p class="soft">
            An earlier start would not bring it back sooner. How sure a day is, the kitchen’s own plan says:
            promise none before that.
          </p>
        {/if}
        <form method="post" action="?/start" use:enhance>
          <Button type="submit" kind="tertiary">When could one start?</Button>
        </form>
      </section>
    </div>
  {/if}
  <DaysAway absences={data.absences} workers={data.workers} zone={data.zone} />
  <PeopleFeeds workers={data.workers} feed={(form && 'feed' in form && form.feed) || null} />
</div>

<style>
  .page {
    padding: 16px 20px 40px;
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
</style>
