<!-- A job as a whole. It stands outside the pages of the job: it is the way out when one of them breaks. -->
<script lang="ts">
  import { keepFields } from '$ui/shell/keep-fields';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { enhance } from '$app/forms';
  import { sayDate } from '$core/units/clock-time';
  import PositionFields from '$ui/rounds/PositionFields.svelte';
  import AskFirst from '$ui/kit/AskFirst.svelte';
  import { counted } from '$ui/words';

  let { data, form } = $props();
  const job = $derived(data.managed);
  const known = $derived(data.zones.includes(job.zone));
  const goes = $derived(
    (
      [
        [job.contents.pieces, 'piece'],
        [job.contents.facts, 'recorded fact'],
        [job.contents.photos, 'photo'],
        [job.contents.labels, 'label'],
        [job.contents.plans, 'plan'],
      ] as const
    )
      .flatMap(([n, thing]) => (n ? [counted(n, thing)] : []))
      .join(', ') || 'its name and colours',
  );
  const wrong = (field: string) => ({
    error: form && 'field' in form && form.field === field && 'refused' in form ? form.refused : null,
  });
</script>

<div class="page stack">
  <p><a class="back" href="/jobs/{job.id}">← {job.name}</a></p>
  <h1>Manage {job.name}</h1>
  {#if form && 'saved' in form && form.saved}<Notice kind="ok">{form.saved}</Notice>{/if}
  {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
  {#if job.faults.length}
    <section class="card spoilt">
      <h2>What cannot be read</h2>
      <ul>
        {#each job.faults as fault, i (i)}<li>{fault.what} <b>{fault.advice}</b></li>{/each}
      </ul>
    </section>
  {/if}
  <section class="card">
    <h2>About it</h2>
    <form class="stack" method="post" action="?/about" use:enhance={keepFields}>
      <Field name="name" label="Name of the job" value={job.name} maxlength={80} {...wrong('name')} />
      <Field name="place" label="Address" value={job.place} maxlength={200} {...wrong('place')} />
      <Choice
        name="zone"
        label="Time zone"
        value={known ? job.zone : data.usualZone}
        hint={known ? '' : `Stored is “${job.zone}”, which does not exist.`}
        {...wrong('zone')}
      >
        {#each data.zones as zone (zone)}<Option value={zone} text={zone} />{/each}
      </Choice>
      <div><Button type="submit">Save</Button></div>
    </form>
  </section>
  <section class="card">
    <h2>Where it is</h2>
    <p class="soft">For rounds of visits. Standing in the house, a phone knows it.</p>
    <form class="stack" method="post" action="?/position" use:enhance={keepFields}>
      <PositionFields position={job.position} {wrong} />
      <div><Button type="submit" kind="tertiary">Save where it is</Button></div>
    </form>
  </section>
  {#if job.chosen}
    <section class="card">
      <h2>The plan’s choice</h2>
      <p class="soft">
        System, coats, people and hours as they were chosen. What was recorded stays either way.
      </p>
      <AskFirst
        words="Forget what was chosen"
        ask="Forget system, coats, people and hours of {job.name}? They must be chosen again; facts, pieces and photos stay."
        sure="Forget it"
        action="?/forget"
      />
    </section>
  {/if}
  <section class="card">
    <h2>Archive it</h2>
    {#if job.archivedAt === null}
      <p class="soft">
        An archived job is in no list of what is under way, takes nobody’s time and no place. It can be
        restored.
      </p>
      <form method="post" action="?/archive" use:enhance>
        <Button type="submit" kind="tertiary">Archive it</Button>
      </form>
    {:else}
      <p>Archived {sayDate(job.archivedAt, data.usualZone)}.</p>
      <form method="post" action="?/restore" use:enhance>
        <Button type="submit" kind="tertiary">Restore it</Button>
      </form>
    {/if}
  </section>
  <section class="card">
    <h2>Delete it</h2>
    {#if data.mayDelete}
      <p>
        <a href="/jobs/{job.id}/job.json" download>Export the job as a file first</a>: it can be brought in
        again from there.
      </p>
      <AskFirst
        words="Delete {job.name}"
        ask="This goes with it, for good: {goes}. Readings of the air stay."
        sure="Delete it for good"
        action="?/delete"
      >
        <Field name="name" label="Type its name, {job.name}" required autocomplete="off" />
      </AskFirst>
    {:else}
      <p class="soft">Only the lead of the crew deletes a job. Archive it meanwhile.</p>
    {/if}
  </section>
</div>

<style>
  .page {
    padding: 18px 20px 60px;
    max-width: 720px;
  }
  .back {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
  section :global(.ask),
  section form {
    margin-top: 8px;
  }
  .spoilt {
    border-left: 6px solid var(--bad);
  }
  ul {
    margin: 4px 0;
    padding-left: 18px;
  }
</style>
