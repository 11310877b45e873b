<!-- What the coats take. -->
<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import { sayHours, sayMinutes } from '$core/units/clock-time';
  import { formatArea, formatFilm, formatVolume } from '$core/units/measures';
  import type { PlanData } from './plan-page';

  let { data }: { data: PlanData } = $props();
</script>

<div class="card">
  <h2>Have at hand</h2>
  <Table label="What to have at hand">
    <thead><tr><th>Product</th><th>Area</th><th>Volume</th><th>Wet film</th></tr></thead>
    <tbody>
      {#each data.needs as need, i (i)}
        <tr>
          <td>{need.name}{need.colour && data.colours > 1 ? `, ${need.colour}` : ''}</td>
          <td>{formatArea(need.areaM2, data.measures)}</td>
          <td><b>{formatVolume(need.volumeMl, data.measures)}</b></td>
          <td>{formatFilm(need.wetUm, data.measures)}</td>
        </tr>
        {#if need.mix}
          <tr
            ><td colspan="4" class="soft"
              >For each litre: {need.mix.a.toFixed(0)} mL base, {need.mix.b.toFixed(0)} mL hardener, {need.mix.thinner.toFixed(
                0,
              )} mL thinner. Let it react {need.mix.induction} min; use within {sayMinutes(
                need.mix.potLife,
              )}.</td
            ></tr
          >
        {/if}
      {/each}
    </tbody>
  </Table>
  <p class="soft">
    All coats, with losses and reserve. Work: <b>{sayHours(data.handMinutes)}</b> of work.
    <a href="/jobs/{data.jobId}/plan/take-off">Cans, hours and cost</a>
  </p>
</div>
