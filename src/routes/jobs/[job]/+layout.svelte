<script lang="ts">
  import { pieces } from '$ui/words';
  import { page } from '$app/state';
  import DayRail from '$ui/DayRail.svelte';
  import JobSpine from '$ui/JobSpine.svelte';

  let { data, children } = $props();
  const current = $derived(page.url.pathname.split('/')[3] ?? '');
</script>

<JobSpine
  name={data.title}
  about="{data.colour.name}, {data.colour.sheen} · {pieces(data.pieceCount)}"
  stations={data.stations}
  {current}
/>
<div class="body">{@render children()}</div>
<DayRail
  {...data.rail}
  now={data.now}
  zone={data.zone}
  hex={data.colour.hex}
  href="/jobs/{data.jobId}/coat"
/>

<style>
  .body {
    padding: 14px 20px 100px;
  }
  @media (max-width: 800px) {
    .body {
      padding: 12px 14px 100px;
    }
  }
</style>
