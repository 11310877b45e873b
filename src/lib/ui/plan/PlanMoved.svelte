<!-- What stands at another time than in the plan before: to be accepted, or kept. -->
<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import { sayTime } from '$core/units/clock-time';
  import type { PlanData } from './plan-page';

  let { data }: { data: PlanData } = $props();
</script>

<section class="card moved">
  <h2>The plan moved</h2>
  <p>
    {data.moves.length}
    {data.moves.length === 1 ? 'operation stands' : 'operations stand'} at another time{data.movedBack !==
      null && data.handBack
      ? data.movedBack === data.handBack.at
        ? '; hand-back stays as it was'
        : `; hand-back was ${sayTime(data.movedBack, data.zone)}`
      : ''}.
  </p>
  <details>
    <summary>What moved, and why</summary>
    <table class="plain">
      <thead><tr><th>What</th><th>From → to</th><th>Because</th></tr></thead>
      <tbody>
        {#each data.moves as m (m.operation)}
          <tr><td><b>{m.words}</b></td><td>{m.says}</td><td class="soft">{m.why}</td></tr>
        {/each}
      </tbody>
    </table>
  </details>
  <div class="row">
    <form method="post" action="?/accept" use:enhance>
      <Button type="submit" size="small">Accept the new times</Button>
    </form>
    <form method="post" action="?/keep" use:enhance>
      <Button type="submit" size="small" kind="tertiary">Keep the old ones where possible</Button>
    </form>
  </div>
</section>

<style>
  .moved {
    border-left: 6px solid var(--warn);
  }
</style>
