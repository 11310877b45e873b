<!-- The plan as a list, day by day. -->
<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import { sayClock, sayDay, sayTime } from '$core/units/clock-time';
  import type { PlanData } from './plan-page';

  let { data }: { data: PlanData } = $props();
  const days = $derived.by(() => {
    const out = new Map<string, typeof data.board.bars>();
    for (const bar of data.board.bars)
      if (bar.tense !== 'done') {
        const day = sayDay(bar.start, data.zone);
        out.set(day, [...(out.get(day) ?? []), bar]);
      }
    return [...out];
  });
</script>

{#if days.length}
  <section class="stack">
    <h2>Day by day</h2>
    {#each days as [day, list] (day)}
      <h3>{day}</h3>
      <Table class="days" label="The plan on {day}">
        <tbody>
          {#each list as bar (bar.id)}
            <tr>
              <td class="mono when"
                >{bar.tense === 'now' ? 'now' : sayClock(bar.start, data.zone)}–{sayClock(
                  bar.end,
                  data.zone,
                )}</td
              >
              <td
                ><b>{bar.words}</b>{bar.lot !== 'Kitchen'
                  ? `, lot ${bar.lot}`
                  : bar.where === 'kitchen'
                    ? ', in the kitchen'
                    : ''}</td
              >
              <td class="who">{bar.who}</td>
              <td class="soft then"
                >{bar.dryUntil ? `${bar.readyFor} from ${sayTime(bar.dryUntil, data.zone)}` : ''}</td
              >
            </tr>
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
  .who {
    width: 70px;
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
