<!-- When each job is handed back, against what was promised and what is proven. -->
<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import { sayDay, sayTime } from '$core/units/clock-time';
  import { HARDLY, sayChance } from '$core/units/say-chance';
  import type { CompanyCalendar } from '$server/services/across/company-calendar';

  let { jobs, zone }: { jobs: CompanyCalendar['jobs']; zone: string } = $props();
</script>

<section class="card">
  <h2>Hand back</h2>
  <p class="soft">
    Bound: with a job’s lots, turning and pins as they are, and the other jobs as they are planned, no plan is
    before that.
  </p>
  <Table label="Hand back by job">
    <thead><tr><th>Job</th><th>Planned</th><th>How sure</th><th>Promised</th><th>Bound</th></tr></thead>
    <tbody>
      {#each jobs as job (job.id)}
        <tr>
          <td><a href="/jobs/{job.id}/plan">{job.name}</a></td>
          <td
            ><b
              >{job.none
                ? 'no plan fits'
                : job.back
                  ? sayTime(job.back, zone)
                  : job.home
                    ? 'all home'
                    : 'no plan yet'}</b
            ></td
          >
          {#if job.chances !== null && job.chances !== 'asked'}
            <td class:bad={job.chances.chance < HARDLY}
              >{sayChance(job.chances.chance)}; 8 in 10 by {sayDay(job.chances.eight, zone)}</td
            >
          {:else}
            <td class="soft">{job.chances === 'asked' ? 'being worked out' : ''}</td>
          {/if}
          <td class:bad={job.promised !== null && job.back !== null && job.back > job.promised}
            >{job.promised ? sayDay(job.promised - 60_000, zone) : '–'}</td
          >
          <td class="soft">{job.bound ? sayTime(job.bound, zone) : ''}</td>
        </tr>
      {/each}
    </tbody>
  </Table>
</section>
