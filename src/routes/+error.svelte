<script lang="ts">
  import { page } from '$app/state';
</script>

<div class="stack">
  <h1>{page.error?.message ?? 'Something went wrong.'}</h1>
  {#if page.error?.advice}<p>{page.error.advice}</p>{/if}
  {#if page.params.job && page.status >= 500}
    <p>
      If this job is the cause: <a href="/jobs/{page.params.job}/manage">repair, archive or delete it</a>.
      Other jobs are not affected.
    </p>
  {/if}
  <p class="row"><a href="/">Today</a> <a href="/jobs">Jobs</a> <span class="soft">({page.status})</span></p>
</div>

<style>
  .stack {
    padding: 40px 20px;
    max-width: 640px;
  }
</style>
