<script lang="ts">
  import { pieces } from '$ui/words';
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import { LEAD, mayHoldLead } from '$core/coating/cautions';
  import { elevation } from '$core/kitchen/geometry';
  import { readNotation } from '$core/kitchen/notation';
  import { matchPieces, surveyPieces } from '$core/kitchen/pieces';
  import { assignNumbers } from '$core/labels/number-scheme';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import { formatLength } from '$core/units/length';
  import type { ElevationView } from '$server/services/elevations';
  import { BARE } from '$ui/elevation-view';
  import LineEditor from '$ui/LineEditor.svelte';
  import NotationHelp from '$ui/NotationHelp.svelte';
  import WallDrawing from '$ui/WallDrawing.svelte';

  let { data, form } = $props();
  // svelte-ignore state_referenced_locally
  let text = $state(form?.text ?? data.notation);
  let sending = $state(false);

  const reading = $derived(readNotation(text, data.unit));
  const before = $derived(readNotation(data.surveyed, data.unit).kitchen);
  /** The drawing follows the typing; pieces that are known keep their code and mark. */
  const walls = $derived.by((): ElevationView[] => {
    const surveyed = surveyPieces(reading.kitchen);
    const was = matchPieces(before, reading.kitchen).map((i) => (i === null ? undefined : data.pieces[i]));
    const codes = assignNumbers(
      was.map((p) => ({ code: p?.code ?? null, kept: p !== undefined && data.kept.includes(p.id) })),
    );
    const marks = new Map(data.walls.flatMap((w) => w.fronts.map((f) => [f.id, f])));
    return reading.kitchen.walls.map((wall) => {
      const drawn = elevation(wall);
      return {
        name: wall.name,
        width: drawn.width,
        height: drawn.height,
        boxes: drawn.cabinets,
        fronts: surveyed.flatMap((p, i) =>
          p.wall === wall.name
            ? [
                {
                  ...p,
                  id: was[i]?.id ?? `new ${i}`,
                  code: codes[i] ?? '',
                  mark: marks.get(was[i]?.id ?? '')?.mark ?? BARE,
                  where: '',
                },
              ]
            : [],
        ),
      };
    });
  });
  const count = $derived(walls.reduce((n, w) => n + w.fronts.length, 0));
  const saved = $derived(text === data.notation);
  const mm = (value: number) => formatLength(value, data.unit);
</script>

<div class="survey">
  <form
    class="stack"
    method="post"
    action="?/save"
    use:enhance={() => {
      sending = true;
      return async ({ update }) => {
        await update({ reset: false });
        sending = false;
      };
    }}
  >
    <LineEditor bind:value={text} name="notation" label="One line a cabinet" errors={reading.errors} />
    <div class="row">
      <Button type="submit" data-key="n" disabled={sending || (saved && data.notation !== '')}
        >Save the survey</Button
      >
      <span class="soft" role="status">
        {#if reading.errors.length}{reading.errors.length}
          {reading.errors.length === 1 ? 'line' : 'lines'} to mend{:else if saved && count}saved, {pieces(
            count,
          )}{:else}{pieces(count)}{/if}
      </span>
    </div>
    {#if form?.refused}<p class="bad" role="alert">{form.refused}</p>{/if}
    {#if form?.saved?.errors.length && saved}
      <p class="warn" role="status">
        Kept as typed. The pieces stay as they were until every line can be read.
      </p>
    {/if}
    {#if data.missing}<p class="bad" role="alert">There is no piece “{data.missing}” in this job.</p>{/if}
    {#if mayHoldLead(data.houseYear)}<p class="warn">
        {data.houseYear === null ? 'Year of the house not known. ' : ''}{LEAD}
      </p>{/if}
    <NotationHelp unit={data.unit} />
  </form>
  <div class="stack drawing">
    {#each walls as wall (wall.name)}
      <WallDrawing
        {wall}
        hex={data.colour.hex}
        scale={0.17}
        length="{mm(wall.width)} {data.unit}"
        href={null}
      />
    {:else}
      <p class="soft">
        The walls are drawn here as you type. Begin with a line such as <span class="mono">wall North</span>.
      </p>
    {/each}
  </div>
</div>

{#if data.pieces.length}
  <section class="stack pieces">
    <div class="row">
      <h2>Pieces</h2>
      <span class="soft">Underlined numbers read as another number upside down</span>
      <form class="row labels" action="/jobs/{data.jobId}/labels.pdf" target="_blank">
        <label
          >Sheet
          <select name="sheet"
            ><option value="letter-10">US Letter, 10</option><option value="a4-14">A4, 14</option></select
          >
        </label>
        <label>Start at label <input name="first" type="number" min="1" max="14" value="1" /></label>
        <Button type="submit" kind="tertiary">Print the labels</Button>
      </form>
    </div>
    <div class="scroll">
      <table class="plain">
        <thead
          ><tr
            ><th>Code</th><th>Wall</th><th>Piece</th><th>Hinge</th><th>Width, {data.unit}</th><th
              >Height, {data.unit}</th
            ></tr
          ></thead
        >
        <tbody>
          {#each data.pieces as piece (piece.id)}
            <tr>
              <td class="mono code"
                ><a href="/p/{piece.id}" class:unsafe={isTurnUnsafe(piece.code)}>{piece.code}</a></td
              >
              <td>{piece.wall}</td>
              <td>{piece.form}</td>
              <td>{piece.hinge ?? ''}</td>
              <td>{mm(piece.w)}</td>
              <td>{mm(piece.h)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </section>
{/if}

<style>
  .survey {
    display: grid;
    grid-template-columns: minmax(300px, 380px) minmax(0, 1fr);
    gap: 20px;
  }
  .pieces {
    margin-top: 20px;
    max-width: 900px;
  }
  .labels {
    margin-left: auto;
  }
  .labels select,
  .labels input {
    height: 44px;
    font: inherit;
    border: 1px solid var(--line-strong);
    background: var(--card);
    padding: 0 8px;
  }
  .labels input {
    width: 64px;
  }
  .code a {
    font-size: 17px;
    font-weight: 600;
    color: var(--ink);
    text-decoration: none;
    display: inline-block;
    min-width: 44px;
  }
  .code a.unsafe {
    text-decoration: underline;
    text-decoration-thickness: 2px;
  }
  .scroll {
    overflow-x: auto;
  }
  .bad {
    color: var(--bad);
    font-weight: 500;
  }
  .warn {
    color: var(--warn);
    font-weight: 500;
  }
  @media (max-width: 800px) {
    .survey {
      grid-template-columns: minmax(0, 1fr);
    }
    .labels {
      margin-left: 0;
    }
  }
</style>
