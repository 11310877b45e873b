<script lang="ts">
  import { formatVolume } from '$core/units/measures';
  import Button from '$ui/kit/Button.svelte';

  let { data } = $props();
  const past = $derived(data.cans.filter((c) => c.past).length);
</script>

<div class="page stack">
  <div class="row">
    <h1>Kept paint</h1>
    <Button href="/jobs" kind="ghost">All jobs</Button>
  </div>
  {#if past}<p class="bad">
      ▲ {past} of {data.cans.length} past the day to use it by: test it, or throw it away.
    </p>{/if}
  {#if data.cans.length}
    <ul>
      {#each data.cans as can (can.id)}
        <li>
          <p>
            <b>{can.name}{can.colour ? `, ${can.colour}` : ''}</b>
            <span class="soft">{can.batch ? `batch ${can.batch} · ` : ''}{can.place}</span>
          </p>
          <p class="left">
            <b>{formatVolume(can.ml, data.measures)}</b> left
            <span class="soft" class:bad={can.past}
              >{can.past ? '▲ was to be used' : 'opened ' + can.opened + ', use'} by {can.useBy}</span
            >
          </p>
          <a href="/jobs/{can.job}/hand-over">{can.jobName}</a>
        </li>
      {/each}
    </ul>
  {:else}
    <p>No can is kept yet. Cans are kept under Hand over of each job.</p>
  {/if}
</div>

<style>
  .page {
    padding: 18px 20px;
    max-width: 1080px;
  }
  .bad {
    color: var(--bad);
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  li {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(210px, 1fr));
    gap: 0 16px;
    align-items: center;
    border-top: 1px solid var(--line);
    padding: 8px 0;
  }
  li span {
    display: block;
  }
  li a {
    display: inline-flex;
    min-height: 44px;
    align-items: center;
  }
</style>
