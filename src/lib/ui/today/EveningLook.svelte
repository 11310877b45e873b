<!-- What the coming night, or day, changes, with what would help; and everyone's first hour. -->
<script lang="ts">
  import { sayClock, sayDay } from '$core/units/clock-time';

  interface Props {
    look: {
      when: 'evening' | 'morning';
      first: readonly { name: string; at: number; words: string; job: string; zone: string }[];
    };
    jobs: readonly { id: string; name: string; notes: readonly string[] | null }[];
  }
  let { look, jobs }: Props = $props();
  const told = $derived(jobs.filter((j) => j.notes?.length));
</script>

<section class="card look" aria-label={look.when === 'evening' ? 'Before the night' : 'Before the day'}>
  <h2>{look.when === 'evening' ? 'Before the night' : 'Before the day'}</h2>
  {#each told as job (job.id)}
    <h3><a href="/jobs/{job.id}/coat">{job.name}</a></h3>
    <ul>
      {#each job.notes ?? [] as note, i (i)}<li>{note}</li>{/each}
    </ul>
  {:else}
    <p>
      {look.when === 'evening'
        ? 'Nothing tonight changes what is planned.'
        : 'Nothing that the night did changes what is planned.'}
    </p>
  {/each}
  {#if look.first.length}
    <h3>First hour</h3>
    <ul>
      {#each look.first as f, i (i)}
        <li>
          <b>{f.name}</b>, {sayDay(f.at, f.zone)}
          {sayClock(f.at, f.zone)}: {f.words} <span class="soft">{f.job}</span>
        </li>
      {/each}
    </ul>
  {/if}
</section>

<style>
  ul {
    list-style: none;
    margin: 0 0 10px;
    padding: 0;
  }
  li {
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
</style>
