<!-- Jobs of which something cannot be read: named, with the way out. -->
<script lang="ts">
  import type { SpoiltJob } from '$server/services/job/each-job';

  let { jobs }: { jobs: readonly SpoiltJob[] } = $props();
</script>

{#each jobs as job (job.id)}
  <section class="card spoilt" role="alert">
    <h2>{job.name}: not all of it can be read</h2>
    <ul>
      {#each job.faults as fault, i (i)}<li>{fault.what} <b>{fault.advice}</b></li>{/each}
    </ul>
    <p><a href="/jobs/{job.id}/manage">Put {job.name} right, archive or delete it</a></p>
  </section>
{/each}

<style>
  .spoilt {
    border-left: 6px solid var(--bad);
  }
  ul {
    margin: 4px 0;
    padding-left: 18px;
  }
  a {
    display: inline-flex;
    align-items: center;
    min-height: 44px;
  }
</style>
