<!-- What is at another time than in the plan before: to be accepted, or kept. -->
<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import Button from '$ui/kit/Button.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import { enhance } from '$app/forms';
  import { sayTime } from '$core/units/clock-time';
  import type { PlanData } from './plan-page';

  let { data }: { data: PlanData } = $props();
</script>

<section class="card moved">
  <h2>The plan moved</h2>
  <p>
    {data.moves.length}
    {data.moves.length === 1 ? 'operation is' : 'operations are'} at another time{data.movedBack !== null &&
    data.handBack
      ? data.movedBack === data.handBack.at
        ? '; hand-back stays as it was'
        : `; hand-back was ${sayTime(data.movedBack, data.zone)}`
      : ''}.
  </p>
  <FoldOut words="What moved, and why">
    <Table label="What moved">
      <thead><tr><th>What</th><th>From → to</th><th>Because</th></tr></thead>
      <tbody>
        {#each data.moves as m (m.operation)}
          <tr><td><b>{m.words}</b></td><td>{m.says}</td><td class="soft">{m.why}</td></tr>
        {/each}
      </tbody>
    </Table>
  </FoldOut>
  <div class="row">
    <form method="post" action="?/accept" use:enhance>
      <Button type="submit">Accept the new times</Button>
    </form>
    <form method="post" action="?/keep" use:enhance>
      <Button type="submit" kind="tertiary">Keep the old ones where possible</Button>
    </form>
  </div>
</section>

<style>
  .moved {
    border-left: 6px solid var(--warn);
  }
</style>
