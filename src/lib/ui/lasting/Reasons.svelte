<!-- What goes with failures, and batches and days that stand out. -->
<script lang="ts">
  import { traitName } from '$core/durability/traits';
  import type { Reasons } from '$core/durability/lasting';
  import FoldOut from '../kit/FoldOut.svelte';
  import Table from '../kit/Table.svelte';

  let { reasons }: { reasons: Reasons } = $props();
  const SURE = 0.05;
  const told = $derived(reasons.associations.filter((a) => a.p < SURE));
  const rest = $derived(reasons.associations.filter((a) => a.p >= SURE));
  const times = (ratio: number): string =>
    ratio >= 1 ? `${ratio.toFixed(1)} times as often` : `${(1 / ratio).toFixed(1)} times as seldom`;
</script>

<section class="card" aria-label="Batches and days that stand out">
  <h2>Batches and days that stand out</h2>
  {#each reasons.standOuts as s (`${s.what} ${s.name}`)}
    <p class="out">
      <b>▲ {s.what === 'batch' ? s.name : `Coated on ${s.name}`}</b>: {s.failed} of {s.pieces} failed where
      {s.expected.toFixed(1)} would be expected, in {s.kitchens.length} kitchens.
      <a href="/lasting/recall?{s.what}={encodeURIComponent(s.name)}">All pieces with it</a>
    </p>
  {:else}
    <p class="soft">
      None. A batch counts from two kitchens on: in one alone it cannot be told from the kitchen.
    </p>
  {/each}
</section>
<section class="card" aria-label="What goes with failures">
  <h2>What goes with failures</h2>
  {#if reasons.associations.length === 0}
    <p class="soft">Too few to tell.</p>
  {:else}
    {#each told as a (`${a.trait} ${a.value}`)}
      <p>
        <b>{traitName(a.trait)}: {a.value}</b> fails {times(a.oddsRatio)}
        <span class="soft"
          >({a.with.failed} of {a.with.pieces} against {a.without.failed} of {a.without.pieces}; odds {a.oddsRatio.toFixed(
            1,
          )}, {a.low.toFixed(1)} to {a.high.toFixed(1)})</span
        >
      </p>
    {:else}
      <p>Nothing that was looked at goes with failures more than chance would make it.</p>
    {/each}
    <p class="soft">
      Within each system, over {reasons.looked} things that were noted, corrected for looking at that many. They
      go together; that the one makes the other is not shown: what was done on the same jobs, by the same people,
      in the same weather cannot be told apart.
    </p>
    {#if rest.length}
      <FoldOut words="Looked at, and no more than chance: {rest.length}">
        <Table label="Looked at, and no more than chance">
          <thead><tr><th>What</th><th>Failed</th><th>Others</th><th>Odds, 95 % limits</th></tr></thead>
          <tbody>
            {#each rest as a (`${a.trait} ${a.value}`)}
              <tr
                ><td>{traitName(a.trait)}: {a.value}</td><td>{a.with.failed} of {a.with.pieces}</td><td
                  >{a.without.failed} of {a.without.pieces}</td
                ><td>{a.oddsRatio.toFixed(1)}, {a.low.toFixed(1)} to {a.high.toFixed(1)}</td></tr
              >
            {/each}
          </tbody>
        </Table>
      </FoldOut>
    {/if}
  {/if}
</section>

<style>
  .out {
    color: var(--bad);
  }
  .out a {
    display: inline-flex;
    min-height: 44px;
    align-items: center;
  }
</style>
