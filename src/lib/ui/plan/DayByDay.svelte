<!-- The plan as a list, day by day: who is where, for how long, and what they do there. -->
<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import { runsOf, sayRun } from '$core/job-plan/runs';
  import { sayClock, sayDay, sayTime } from '$core/units/clock-time';
  import type { PlanData } from './plan-page';

  let { data }: { data: PlanData } = $props();
  /** the row of the board for the fixed work */
  const KITCHEN = 'Kitchen';
  const { zone } = $derived(data);
  const days = $derived.by(() => {
    const runs = runsOf(
      data.board.bars.filter((b) => b.tense !== 'done'),
      (at) => sayDay(at, zone),
    );
    const out = new Map<string, typeof runs>();
    for (const run of runs) {
      const day = sayDay(run.from, zone);
      out.set(day, [...(out.get(day) ?? []), run]);
    }
    return [...out];
  });
  const PLACES = { kitchen: 'In the kitchen', pieces: 'At the pieces' };
  /** the end of a run; one that goes on over a night says when */
  const until = (from: number, to: number): string =>
    sayDay(from, zone) === sayDay(to - 1, zone) ? sayClock(to, zone) : sayTime(to, zone);
</script>

{#if days.length}
  <section class="stack">
    <h2>Day by day</h2>
    {#each days as [day, list] (day)}
      <h3>{day}</h3>
      <Table class="days" label="The plan on {day}">
        <tbody>
          {#each list as run (`${run.from} ${run.who.join()}`)}
            <tr class="run">
              <td class="mono when">{sayClock(run.from, zone)}–{until(run.from, run.to)}</td>
              <td colspan="2"
                ><b>{PLACES[run.where]}: {run.who.join(', ')}.</b>
                {sayRun(run, KITCHEN)}</td
              >
            </tr>
            {#each run.acts as bar (bar.id)}
              <tr class="act">
                <td class="mono when soft"
                  >{bar.tense === 'now' ? 'now' : sayClock(bar.start, zone)}–{sayClock(bar.end, zone)}</td
                >
                <td
                  >{bar.words}{bar.lot !== KITCHEN ? `, lot ${bar.lot}` : ''}{run.who.length > 1
                    ? `, ${bar.who}`
                    : ''}</td
                >
                <td class="soft then"
                  >{bar.dryUntil ? `${bar.readyFor} from ${sayTime(bar.dryUntil, zone)}` : ''}</td
                >
              </tr>
            {/each}
          {/each}
        </tbody>
      </Table>
    {/each}
  </section>
{/if}

<style>
  h3 {
    font-weight: 600;
  }
  .when {
    width: 120px;
    white-space: nowrap;
  }
  .run td {
    padding-top: 10px;
  }
  .act td {
    border: 0;
  }
  .then {
    width: 220px;
  }
  @media (max-width: 800px) {
    .then {
      display: none;
    }
  }
</style>
