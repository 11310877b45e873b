<script lang="ts">
  import { pieces } from '$ui/words';
  import { page } from '$app/state';
  import DayRail from '$ui/plan/DayRail.svelte';
  import JobSpine from '$ui/shell/JobSpine.svelte';
  import Part from '$ui/shell/Part.svelte';
  import Spoilt from '$ui/shell/Spoilt.svelte';

  let { data, children } = $props();
  const current = $derived(page.url.pathname.split('/')[3] ?? '');
</script>

<JobSpine
  name={data.title}
  about="{data.about}{data.colours === 1 ? `, ${data.colour.sheen}` : ''} · {pieces(data.pieceCount)}"
  stations={data.stations}
  {current}
  manage="/jobs/{data.jobId}/manage"
/>
<div class="body">
  <Spoilt jobs={data.spoilt} />
  {#if data.notAsAccepted?.length}
    <section class="card differs" role="status" aria-label="Not as accepted">
      {#each data.notAsAccepted as line, i (i)}<p>{line}</p>{/each}
      <p>
        <a href="/jobs/{data.jobId}/plan/set-up">Change the set-up</a> ·
        <a href="/jobs/{data.jobId}/plan/offer">See the offer</a>
      </p>
    </section>
  {/if}
  <Part name="This page">{@render children()}</Part>
</div>
{#if data.rail.bars.length || data.planned}
  <Part name="The day">
    <DayRail {...data.rail} now={data.now} zone={data.zone} href="/jobs/{data.jobId}/coat" />
  </Part>
{/if}

<style>
  .differs {
    border-left: 6px solid var(--warn);
    margin-bottom: 12px;
  }
  .differs p {
    margin: 2px 0;
  }
  .body {
    padding: 14px 20px 100px;
  }
  @media (max-width: 800px) {
    .body {
      padding: 12px 14px 100px;
    }
  }
</style>
