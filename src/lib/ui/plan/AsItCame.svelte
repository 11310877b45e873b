<!-- Hours and paint as they came, against the take-off. -->
<script lang="ts">
  import { sayMinutes } from '$core/units/clock-time';
  import { formatMoney, formatVolume, type Measures } from '$core/units/measures';
  import type { JobCame } from '$server/services/take-off/as-it-came';
  import Table from '../kit/Table.svelte';

  interface Props {
    came: JobCame;
    measures: Measures;
    /** what an hour costs; null where it is not set */
    rate: { cents: number; currency: string } | null;
  }
  let { came, measures, rate }: Props = $props();
  const share = (expected: number, was: number): string => {
    const percent = Math.round((was / expected - 1) * 100);
    return percent === 0 ? 'as expected' : `${Math.abs(percent)} % ${percent > 0 ? 'more' : 'less'}`;
  };
  const money = $derived(
    came.sum && rate ? Math.round(((came.sum.expected - came.sum.came) / 60) * rate.cents) : null,
  );
</script>

<section class="card" aria-label="As it came">
  <h2>As it came</h2>
  {#if came.sum}
    <p>
      <b>{sayMinutes(Math.round(came.sum.came))}</b> for what is done, {sayMinutes(came.sum.expected)} expected:
      {share(came.sum.expected, came.sum.came)}{#if money !== null && rate}, <b
          >{formatMoney(Math.abs(money), rate.currency)}
          {money < 0 ? 'over' : 'under'}</b
        >{/if}.
    </p>
  {/if}
  {#if came.paint.length}
    <Table label="Paint as it came">
      <thead><tr><th>Paint</th><th>Expected</th><th>Laid</th></tr></thead>
      <tbody>
        {#each came.paint as p, i (i)}
          <tr
            ><td>{p.name}{p.colour ? `, ${p.colour}` : ''}</td><td class="volume"
              >{formatVolume(p.expected, measures)}</td
            ><td class="volume">{formatVolume(p.came, measures)}</td></tr
          >
        {/each}
      </tbody>
    </Table>
    <p class="soft">
      Laid: what was coated by the record, coats done over too, at the film that was planned.
    </p>
  {/if}
  {#if came.touchUpMinutes}<p>Touch-ups since: {sayMinutes(came.touchUpMinutes)}.</p>{/if}
</section>

<style>
  .volume {
    white-space: nowrap;
  }
</style>
