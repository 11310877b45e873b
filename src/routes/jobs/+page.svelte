<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import Button from '$ui/kit/Button.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Spoilt from '$ui/shell/Spoilt.svelte';

  let { data } = $props();
  const words: Record<string, string> = {
    survey: 'Survey',
    plan: 'Plan',
    'take-down': 'Take down',
    coat: 'Coat',
    hang: 'Hang',
    'hand-over': 'Hand over',
    check: 'Check',
  };
  /** Handed over, and nothing to touch up. */
  const finished = $derived(data.jobs.filter((j) => j.stage === 'check' && j.openTouchUps === 0));
  const current = $derived(data.jobs.filter((j) => !finished.includes(j)));
</script>

<div class="page stack">
  <div class="row">
    <h1>Jobs</h1>
    <Button href="/jobs/new" data-key="n">New job</Button>
    <Button href="/jobs/bring-in" kind="ghost">Import a job</Button>
    <Button href="/jobs/kept-paint" kind="ghost">Kept paint</Button>
  </div>
  <Spoilt jobs={data.spoilt} />
  {#if current.length}
    <Table label="Jobs">
      <thead
        ><tr
          ><th>Job</th><th>Stage</th><th>Pieces</th><th>Down</th><th>Passes</th><th>Home</th><th
            >To touch up</th
          ></tr
        ></thead
      >
      <tbody>
        {#each current as job (job.id)}
          <tr>
            <td
              ><a href="/jobs/{job.id}/{job.stage}"><b>{job.name}</b></a><br /><span class="soft"
                >{job.place}</span
              ></td
            >
            <td>{words[job.stage]}</td>
            <td>{job.pieces}</td>
            <td>{job.down}</td>
            <td>{job.passesDone} of {job.passes}</td>
            <td>{job.hung}</td>
            <td>{job.openTouchUps}</td>
          </tr>
        {/each}
      </tbody>
    </Table>
  {:else if data.archived.length === 0 && finished.length === 0}
    <p>No jobs yet. Start one: a name and a colour are enough, the walls come next.</p>
  {/if}
  {#if finished.length}
    <FoldOut words="Finished, {finished.length}" class="card">
      <ul class="away">
        {#each finished as job (job.id)}<li>
            <a href="/jobs/{job.id}/check"><b>{job.name}</b></a>
            <span class="soft">{job.pieces} pieces, {job.checks} looks</span>
          </li>{/each}
      </ul>
    </FoldOut>
  {/if}
  {#if data.archived.length}
    <FoldOut words="Archived, {data.archived.length}" class="card">
      <ul class="away">
        {#each data.archived as job (job.id)}<li>
            <a href="/jobs/{job.id}/{job.stage}"><b>{job.name}</b></a>
            <span class="soft">{job.place}</span>
            <a href="/jobs/{job.id}/manage">Manage</a>
          </li>{/each}
      </ul>
    </FoldOut>
  {/if}
</div>

<style>
  .page {
    padding: 18px 20px;
    max-width: 980px;
  }
  .away {
    list-style: none;
    margin: 0;
    padding: 0;
  }
  .away li {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: center;
    border-top: 1px solid var(--line);
  }
  .away a,
  td a {
    display: inline-flex;
    min-height: 44px;
    align-items: center;
  }
</style>
