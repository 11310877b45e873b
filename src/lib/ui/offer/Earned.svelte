<!-- What an accepted offer has earned or lost so far, by step. -->
<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import { sayMinutes } from '$core/units/clock-time';
  import { formatMoney, formatVolume, type Measures } from '$core/units/measures';
  import type { Earned } from '$core/offer/earned';

  let { earned, currency, measures }: { earned: Earned; currency: string; measures: Measures } = $props();
  const money = (cents: number) => formatMoney(Math.abs(cents), currency);
  const sign = (cents: number | null) =>
    cents === null
      ? 'not all done'
      : cents === 0
        ? 'as offered'
        : `${money(cents)} ${cents > 0 ? 'earned' : 'lost'}`;
  const rows = $derived([...earned.steps.filter((s) => s.came !== null), ...earned.notOffered]);
</script>

<section class="card stack" aria-label="Earned or lost">
  <h2>Earned or lost</h2>
  <p>
    So far <b class:bad={earned.soFar < 0}>{sign(earned.soFar)}</b>. The offer leaves {money(
      earned.offeredCents,
    )}{earned.offeredCents < 0 ? ' too little' : ''}; as it stands {money(earned.standsCents)}
    {earned.standsCents < 0 ? 'would be lost' : 'would be left'}.
  </p>
  <Table label="Earned or lost, by step">
    <thead><tr><th>Step</th><th>Offered</th><th>Came</th><th>Earned or lost</th></tr></thead>
    <tbody>
      {#each rows as s (s.key)}
        <tr
          ><td>{s.act}{s.offered === 0 ? ', not offered' : ''}</td><td>{sayMinutes(Math.round(s.offered))}</td
          ><td>{sayMinutes(Math.round(s.came ?? 0))}</td><td class:bad={(s.cents ?? 0) < 0}
            >{sign(s.cents)}</td
          ></tr
        >
      {/each}
      {#each earned.paint as p, i (i)}
        <tr
          ><td>{p.name}{p.colour ? `, ${p.colour}` : ''}</td><td>{formatVolume(p.offered, measures)}</td><td
            >{formatVolume(p.came, measures)}</td
          ><td class:bad={(p.cents ?? 0) < 0}>{sign(p.cents)}</td></tr
        >
      {/each}
    </tbody>
  </Table>
  <p class="soft">Hours at the rate of the offer; paint is counted once everything is coated.</p>
</section>

<style>
  .bad {
    color: var(--bad);
  }
  td:not(:first-child) {
    white-space: nowrap;
  }
</style>
