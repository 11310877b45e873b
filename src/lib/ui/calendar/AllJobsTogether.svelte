<!-- One plan over all jobs: made on request, compared, then taken over or left. -->
<script lang="ts">
  import { onDestroy } from 'svelte';
  import { enhance } from '$app/forms';
  import { sayMinutes, sayTime } from '$core/units/clock-time';
  import type { Compared } from '$server/services/plan/all-jobs';
  import Button from '$ui/kit/Button.svelte';
  import Table from '$ui/kit/Table.svelte';
  import { refresh } from '$ui/shell/refresh';

  interface Props {
    search: { state: string; share: number } | null;
    compared: readonly Compared[];
    /** why no joint plan was found */
    impossible: string | null;
    zone: string;
  }
  let { search, compared, impossible, zone }: Props = $props();

  let timer: ReturnType<typeof setTimeout> | undefined;
  $effect(() => {
    clearTimeout(timer);
    if (search?.state === 'running') timer = setTimeout(() => void refresh('calendar:search'), 500);
  });
  onDestroy(() => clearTimeout(timer));
</script>

<section class="card">
  <h2>All jobs together</h2>
  {#if search?.state === 'running'}
    <progress value={search.share} aria-label="Planning all jobs together"></progress>
    <form method="post" action="?/stop" use:enhance>
      <Button type="submit" kind="tertiary">Stop, keep the best so far</Button>
    </form>
  {:else if impossible}
    <p class="bad">No joint plan: {impossible}.</p>
    <form method="post" action="?/drop" use:enhance>
      <Button type="submit" kind="ghost">Dismiss</Button>
    </form>
  {:else if compared.length}
    <Table label="Each job, as planned and together">
      <thead><tr><th>Job</th><th>As planned</th><th>Together</th></tr></thead>
      <tbody>
        {#each compared as t (t.id)}
          {@const off = t.was === null ? 0 : Math.round((t.was - t.is) / 60_000)}
          <tr>
            <td>{t.name}</td>
            <td>{t.was === null ? '–' : sayTime(t.was, zone)}</td>
            <td
              ><b>{sayTime(t.is, zone)}</b>{off
                ? `, ${sayMinutes(Math.abs(off))} ${off > 0 ? 'sooner' : 'later'}`
                : ', the same'}</td
            >
          </tr>
        {/each}
      </tbody>
    </Table>
    <div class="row">
      <form method="post" action="?/accept" use:enhance>
        <Button type="submit">Use these plans</Button>
      </form>
      <form method="post" action="?/drop" use:enhance>
        <Button type="submit" kind="ghost">Discard</Button>
      </form>
    </div>
  {:else}
    <p class="soft">One plan over everybody’s days, the tent and the rack, weighed by what was promised.</p>
    {#if search?.state === 'failed'}<p class="bad">The search failed. Try again.</p>{/if}
    <form method="post" action="?/together" use:enhance>
      <Button type="submit" kind="tertiary">Plan all jobs together</Button>
    </form>
  {/if}
</section>
