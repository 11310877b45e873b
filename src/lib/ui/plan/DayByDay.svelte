<!-- The plan as a list, day by day. -->
<script lang="ts">
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
      <table class="plain days">
        <caption>{day}</caption>
        <tbody>
          {#each list as bar (bar.id)}
            <tr>
              <td class="mono"
                >{bar.tense === 'now' ? 'now' : sayClock(bar.start, data.zone)}–{sayClock(
                  bar.end,
                  data.zone,
                )}</td
              >
              <td><b>{bar.words}</b>, {bar.lot === 'Kitchen' ? 'in the kitchen' : `lot ${bar.lot}`}</td>
              <td>{bar.who}</td>
              <td class="soft"
                >{bar.dryUntil ? `${bar.readyFor} from ${sayTime(bar.dryUntil, data.zone)}` : ''}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {/each}
  </section>
{/if}

<style>
  .days caption {
    text-align: left;
    font-weight: 600;
    padding-bottom: 2px;
  }
  .days td:first-child {
    width: 120px;
    white-space: nowrap;
  }
  .days td:nth-child(3) {
    width: 70px;
  }
  .days td:nth-child(4) {
    width: 220px;
  }
  @media (max-width: 800px) {
    .days td:nth-child(4) {
      display: none;
    }
  }
</style>
