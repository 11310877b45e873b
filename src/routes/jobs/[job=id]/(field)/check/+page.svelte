<script lang="ts">
  import { page } from '$app/state';
  import { checkPage } from '$core/bench/pages/check';
  import { markedPieces } from '$core/bench/view/marked';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { sayDate } from '$core/units/clock-time';
  import CheckForm from '$ui/check/CheckForm.svelte';
  import TouchUpCard from '$ui/check/TouchUpCard.svelte';
  import VisitCard from '$ui/check/VisitCard.svelte';
  import { setBench } from '$ui/bench/bench-page.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import { getField } from '$ui/field/field-context';
  import { markedWalls } from '$ui/field/marked-walls';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Table from '$ui/kit/Table.svelte';
  import Walls from '$ui/kitchen/Walls.svelte';

  let { data, form } = $props();
  const field = getField();
  setBench(field, () => data);
  const view = $derived(checkPage(field.bench, page.url.searchParams.get('piece'), field.now));
  const piece = $derived(
    view.chosen ? (markedPieces(field.bench, field.now).get(view.chosen.id) ?? null) : null,
  );
  const HOW = { visit: '', prompted: 'came for a report', report: 'the household' } as const;
</script>

<div class="pair">
  <div class="stack">
    {#if view.plan}
      <VisitCard plan={view.plan} chosen={view.chosen?.id ?? null} now={field.now} zone={data.zone} />
    {:else if view.handedOver !== null}
      <section class="card"><p>No visit is left that would tell more. Reports are still taken.</p></section>
    {/if}
    <Walls
      walls={markedWalls(data.field.walls, field)}
      href={(id) => `?piece=${id}`}
      chosen={new Set(view.chosen ? [view.chosen.id] : [])}
    />
    {#if view.checks.length}
      <section class="card">
        <h2>Checks</h2>
        <Table label="Checks">
          <thead><tr><th>When</th><th>Piece</th><th>How</th><th>Result</th><th>By</th></tr></thead>
          <tbody>
            {#each view.checks as check (check.id)}
              <tr>
                <td>{sayDate(check.at, data.zone)}</td>
                <td class="mono"><b>{check.code}</b></td>
                <td>{check.method}, {check.face}</td>
                <td class:bad={!check.sound}>
                  {check.result}{#if check.sizeMm !== null}, {check.sizeMm} mm{/if}
                  {#if check.note}<span class="soft"> {check.note}</span>{/if}
                </td>
                <td>{HOW[check.how] || check.who}</td>
              </tr>
            {/each}
          </tbody>
        </Table>
      </section>
    {/if}
  </div>
  <div class="stack side">
    <StoppedNote stopped={field.stopped ?? form?.stopped} />
    {#if view.handedOver === null}<p class="warn">
        Not handed over yet: checks are usual a week, a month, half a year and a year after.
      </p>{/if}
    {#if view.chosen}
      <section class="card on">
        <h2>
          Check <span class="mono">{view.chosen.code}</span>
          <span class="soft">{FORM_WORDS[view.chosen.form]}, {view.chosen.wall}</span>
        </h2>
        <CheckForm {view} {piece} />
      </section>
      <section class="card" aria-label="Its history">
        <FoldOut
          words="Its history: {view.chosen.history.length} {view.chosen.history.length === 1
            ? 'look'
            : 'looks'}"
        >
          <ul>
            {#each view.chosen.history as c (c.id)}
              <li class:bad={!c.sound}>
                {sayDate(c.at, data.zone)}: {c.method.toLowerCase()}, {c.face}: {c.result}{c.note
                  ? ` (${c.note})`
                  : ''}
              </li>
            {/each}
            {#if view.chosen.hung}<li>Hung {sayDate(view.chosen.hung, data.zone)}</li>{/if}
            {#each [...view.chosen.coats].reverse() as c, i (i)}<li>
                {c.act}: {sayDate(c.at, data.zone)}
              </li>{/each}
          </ul>
        </FoldOut>
      </section>
    {:else}
      <section class="card">
        <p>Choose a piece: from the list, or on the drawing.</p>
        <FoldOut words="Check the sample panel"><CheckForm {view} piece={null} /></FoldOut>
      </section>
    {/if}
    {#each view.touchUps as touchUp (touchUp.id)}
      <TouchUpCard {touchUp} cans={view.cans} nearby={view.nearby} now={field.now} zone={data.zone} />
    {/each}
    {#if view.closedTouchUps.length}
      <FoldOut words="Closed touch-ups, {view.closedTouchUps.length}">
        {#each view.closedTouchUps as touchUp (touchUp.id)}
          <TouchUpCard {touchUp} cans={view.cans} nearby={view.nearby} now={field.now} zone={data.zone} />
        {/each}
      </FoldOut>
    {/if}
  </div>
</div>

<style>
  .on {
    border-left: 6px solid var(--act);
  }
  .bad {
    color: var(--bad);
  }
  .warn {
    color: var(--warn);
    font-weight: 500;
  }
  ul {
    margin: 0;
    padding-left: 18px;
  }
  @media (max-width: 800px) {
    .side {
      order: -1;
    }
  }
</style>
