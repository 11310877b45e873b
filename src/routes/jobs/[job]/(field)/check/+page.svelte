<script lang="ts">
  import Table from '$ui/kit/Table.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import NumberField from '$ui/kit/NumberField.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Pick from '$ui/kit/Pick.svelte';
  import { crossCutClass, type Lattice } from '$core/quality/cross-cut';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import { sayTime } from '$core/units/clock-time';
  import CrossCutGrid from '$ui/check/CrossCutGrid.svelte';
  import FactForm from '$ui/facts/FactForm.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import Walls from '$ui/kitchen/Walls.svelte';

  import { page } from '$app/state';
  import { checkPage } from '$core/bench/pages/check';
  import { getField } from '$ui/field/field-context';
  import { markedWalls } from '$ui/field/marked-walls';

  let { data, form } = $props();
  const field = getField();
  const view = $derived(checkPage(field.bench, page.url.searchParams.get('piece')));
  let method: 'visual' | 'cross-cut' = $state('visual');
  let lattice: Lattice = $state(25);
  let flaked: number[] = $state([]);
  let note = $state('');
  const result = $derived(crossCutClass(flaked.length, lattice));
  const time = (ms: number) => sayTime(ms, data.zone);
  /** A recorded check begins a new one. */
  const begin = () => {
    flaked = [];
    note = '';
  };
</script>

<div class="pair">
  <div class="stack">
    <section class="card">
      <h2>Look at {view.proposal.size} of {data.pieceCount}</h2>
      <p class="soft">
        So many that, if {view.proposal.faulty}
        {view.proposal.faulty === 1 ? 'piece fails' : 'pieces fail'}, at least one is found {Math.round(
          view.proposal.confidence * 100,
        )} times in 100. Under the counter first, the rest drawn at random.
      </p>
      <p class="row">
        {#each view.sample as piece (piece.id)}
          <a
            class="code mono"
            class:unsafe={isTurnUnsafe(piece.code)}
            class:done={piece.checked}
            class:on={view.chosen?.id === piece.id}
            href="?piece={piece.id}"
            aria-label="Check piece {piece.code}{piece.checked ? ', checked' : ''}"
            >{piece.code}{piece.checked ? ' ✓' : ''}</a
          >
        {/each}
      </p>
    </section>
    <Walls
      walls={markedWalls(data.field.walls, field)}
      href={(id) => `?piece=${id}`}
      chosen={new Set(view.chosen ? [view.chosen.id] : [])}
    />
    {#if view.checks.length}
      <section class="card">
        <h2>Checks</h2>
        <Table label="Checks">
          <thead><tr><th>When</th><th>Piece</th><th>Face</th><th>Seen</th><th>By</th></tr></thead>
          <tbody>
            {#each view.checks as check (check.id)}
              <tr>
                <td>{time(check.at)}</td>
                <td class="mono"><b>{check.code}</b></td>
                <td>{check.face}</td>
                <td class:bad={!check.sound}>
                  {#if check.crossCut}cross-cut <b>{check.crossCut.astm}</b> ({Math.round(
                      check.crossCut.share * 100,
                    )} % off){:else}{check.seen ?? 'sound'}{/if}
                  {#if check.note}<span class="soft"> {check.note}</span>{/if}
                </td>
                <td>{check.who}</td>
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
        <div class="row" role="radiogroup" aria-label="Test">
          <Pick bind:group={method} value="visual">look</Pick>
          <Pick bind:group={method} value="cross-cut">cross-cut tape</Pick>
        </div>
        <FactForm
          kind="check.recorded"
          fields={{ piece: view.chosen.id, method }}
          empties={false}
          kept={begin}
        >
          {#snippet children(sending)}
            <div class="stack">
              {#if method === 'visual'}
                <Choice name="face" label="Face"
                  ><Option value="front" text="front" /><Option value="back" text="back" /></Choice
                >
                <Choice name="failure" label="Seen">
                  <Option value="" text="sound" />
                  {#each view.failures as failure (failure.key)}<Option
                      value={failure.key}
                      text={failure.seen}
                    />{/each}
                </Choice>
              {:else}
                <p class="warn">Cut only where agreed and out of sight: the back edge or the inside face.</p>
                <Hidden name="face" value="back" />
                <div class="row">
                  <Pick name="lattice" bind:group={lattice} value={25} onchange={() => (flaked = [])}>
                    25 squares</Pick
                  >
                  <Pick name="lattice" bind:group={lattice} value={100} onchange={() => (flaked = [])}>
                    100, thin film</Pick
                  >
                </div>
                <p>Tap every square that came off.</p>
                <CrossCutGrid {lattice} bind:flaked />
                <p class="class" aria-live="polite">
                  <b>{result.astm}</b>
                  <span class="soft"
                    >ISO 2409 class {result.iso} · {flaked.length} of {lattice} off, {Math.round(
                      result.share * 100,
                    )} %</span
                  >
                </p>
              {/if}
              <Field name="note" bind:text={note} label="Note" maxlength={500} />
              <Button type="submit" disabled={sending}>Record the check</Button>
            </div>
          {/snippet}
        </FactForm>
      </section>
    {:else}
      <p>Choose a piece: from the list, or on the drawing.</p>
    {/if}
    {#each view.touchUps as touchUp (touchUp.id)}
      <section class="card" class:open={!touchUp.closed}>
        <h2>Touch-up <span class="mono">{touchUp.code}</span>: {touchUp.seen.toLowerCase()}</h2>
        {#if touchUp.closed}
          <p>Closed {time(touchUp.closed.at)}, {touchUp.closed.minutes} min. {touchUp.closed.note}</p>
        {:else}
          <p>{touchUp.remedy}</p>
          <p class="soft">
            Likely: {touchUp.cause.toLowerCase()}. About {touchUp.minutes} min. Common practice; the product’s data
            sheet decides.
          </p>
          <p>Safe from <b>{time(touchUp.from)}</b></p>
          <FactForm kind="touch-up.closed" fields={{ touchUp: touchUp.id }}>
            {#snippet children(sending)}
              <div class="close">
                <NumberField name="minutes" label="Minutes it took" required />
                <Field name="note" label="What was done" maxlength={500} />
                <Button type="submit" kind="tertiary" disabled={sending}>Close it</Button>
              </div>
            {/snippet}
          </FactForm>
        {/if}
      </section>
    {/each}
  </div>
</div>

<style>
  .code {
    display: inline-flex;
    align-items: center;
    justify-content: center;
    min-width: 48px;
    min-height: 44px;
    padding: 0 8px;
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    color: var(--ink);
    font-size: 16px;
    font-weight: 600;
    text-decoration: none;
  }
  .code.unsafe {
    text-decoration: underline;
    text-decoration-thickness: 2px;
  }
  .code.done {
    background: var(--act-soft);
  }
  .code.on {
    outline: 3px solid var(--act);
  }
  .on {
    border-left: 6px solid var(--act);
  }
  .open {
    border-left: 6px solid var(--bad);
  }
  .bad {
    color: var(--bad);
  }
  .warn {
    color: var(--warn);
    font-weight: 500;
  }
  .class b {
    font-size: 24px;
  }
  .close {
    display: grid;
    gap: 8px;
    margin-top: 8px;
    justify-items: start;
  }
  @media (max-width: 800px) {
    .side {
      order: -1;
    }
  }
</style>
