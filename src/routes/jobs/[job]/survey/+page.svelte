<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { beforeNavigate } from '$app/navigation';
  import { enhance } from '$app/forms';
  import { fixedWork } from '$core/kitchen/fixed-work';
  import { readNotation } from '$core/kitchen/notation';
  import { formatArea } from '$core/units/measures';
  import LineEditor from '$ui/kitchen/LineEditor.svelte';
  import NotationHelp from '$ui/kitchen/NotationHelp.svelte';
  import { drawSurvey, type DrawnPlace, type SurveyDrawing } from '$ui/kitchen/survey-drawing';
  import { textHistory } from '$ui/kitchen/text-history.svelte';
  import WallEditor from '$ui/kitchen/WallEditor.svelte';
  import { pieces } from '$ui/words';

  let { data, form } = $props();
  // svelte-ignore state_referenced_locally
  const history = textHistory(form?.text ?? data.notation);
  let sending = $state(false);
  let selected = $state<DrawnPlace | null>(null);
  /** What is drawn while something is dragged. */
  let tried = $state<string | null>(null);

  const shown = $derived(tried ?? history.text);
  const reading = $derived(readNotation(shown, data.unit));
  const known = $derived({
    kitchen: readNotation(data.surveyed, data.unit).kitchen,
    pieces: data.known,
    fronts: new Map(data.walls.flatMap((w) => w.fronts.map((f) => [f.id, f]))),
  });
  const kept = $derived(new Set(data.kept));
  /** What was drawn last, so that only walls that changed are drawn again. */
  const drawn: { last: SurveyDrawing | null } = { last: null };
  const drawing = $derived.by(() => {
    drawn.last = drawSurvey(reading.kitchen, known, kept, data.zones, data.rules, drawn.last);
    return drawn.last;
  });
  const count = $derived(drawing.walls.reduce((n, w) => n + w.fronts.length, 0));
  const saved = $derived(history.text === data.notation);
  const fixed = $derived(fixedWork(reading.kitchen));
  const fixedArea = $derived(fixed.reduce((sum, f) => sum + f.areaM2, 0));

  /** The line of what is selected, and what is selected on a line. */
  const line = $derived(selected ? (reading.walls[selected.wall]?.cabinets[selected.cabinet] ?? null) : null);
  function atCaret(number: number) {
    const wall = reading.walls.findIndex((w) => w.cabinets.includes(number));
    const cabinet = reading.walls[wall]?.cabinets.indexOf(number) ?? -1;
    if (cabinet < 0) selected = null;
    else if (selected?.wall !== wall || selected.cabinet !== cabinet)
      selected = { wall, cabinet, front: null };
  }
  beforeNavigate(({ cancel }) => {
    if (!saved && !sending && !confirm('The survey has changes that are not saved. Leave them behind?'))
      cancel();
  });
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
    <LineEditor
      value={history.text}
      ontype={(text) => history.type(text, performance.now())}
      oncaret={atCaret}
      onundo={() => history.undo()}
      onredo={() => history.redo()}
      name="notation"
      label="One line a cabinet"
      errors={reading.errors}
      marked={line}
    />
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
    {#if form?.refused}<Notice>{form.refused}</Notice>{/if}
    {#if form?.saved?.errors.length && saved}
      <Notice kind="warn">Saved as typed. The pieces stay as they were until every line can be read.</Notice>
    {/if}
    {#if data.missing}<Notice>There is no piece “{data.missing}” in this job.</Notice>{/if}
    {#if fixed.length}
      <p class="soft">
        Fixed work: {formatArea(fixedArea, data.measures)}, of it face frames {formatArea(
          fixed.reduce((sum, f) => sum + (f.kind === 'face-frame' ? f.areaM2 : 0), 0),
          data.measures,
        )}.
      </p>
    {/if}
    <NotationHelp unit={data.unit} />
  </form>
  <div class="stack drawing">
    <WallEditor
      {history}
      {reading}
      {drawing}
      unit={data.unit}
      {selected}
      select={(place) => (selected = place)}
      trial={(text) => (tried = text)}
    />
  </div>
</div>

<style>
  .survey {
    display: grid;
    grid-template-columns: minmax(300px, 380px) minmax(0, 1fr);
    gap: 20px;
  }
  @media (max-width: 800px) {
    .survey {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
