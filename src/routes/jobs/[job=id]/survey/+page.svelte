<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Tick from '$ui/kit/Tick.svelte';
  import { onMount, untrack } from 'svelte';
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
  import { Draft } from '$ui/survey/draft.svelte';
  import { sayTime } from '$core/units/clock-time';
  import { textMark } from '$core/units/text-mark';
  import { pieces } from '$ui/words';

  let { data, form } = $props();
  // svelte-ignore state_referenced_locally
  const history = textHistory(form?.text ?? data.notation);
  // svelte-ignore state_referenced_locally
  const draft = new Draft(`/jobs/${data.jobId}/survey`);
  /** what is saved, as far as this page knows: what is typed was begun from it */
  // svelte-ignore state_referenced_locally
  let stored = $state(data.notation);
  const given = $derived(data.notation);
  let sending = $state(false);
  /** the server did not answer when it was to be saved */
  let unanswered = $state(false);
  /** what is typed takes the place of what somebody else saved meanwhile */
  let over = $state(false);
  onMount(async () => {
    await draft.look(data.notation);
    // What was begun from what is saved goes on where it stopped.
    if (draft.found?.isCurrent && saved) history.type(draft.found.text, performance.now());
  });
  $effect(() => draft.type(history.text, stored));
  // Somebody else saved: where nothing is typed here it is shown; else saving says so, and nothing is written over unseen.
  $effect(() => {
    const news = given;
    untrack(() => {
      if (news === stored || history.text !== stored) return;
      history.change(news);
      stored = news;
    });
  });
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
  const saved = $derived(history.text === stored);
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
      unanswered = false;
      return async ({ update, result }) => {
        // What is typed from now on is begun from what was saved, whenever the page’s data comes.
        sending = false;
        if (result.type === 'success') {
          stored = String(result.data?.text ?? stored);
          draft.drop();
          over = false;
        }
        // Without an answer the page stays, with what was typed.
        if (result.type === 'error') unanswered = true;
        else await update({ reset: false });
      };
    }}
  >
    <Hidden name="base" value={over ? '' : textMark(stored)} />
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
      <Button type="submit" data-key="n" disabled={sending || (saved && stored !== '')}
        >Save the survey</Button
      >
      <span class="soft" role="status">
        {#if reading.errors.length}{reading.errors.length}
          {reading.errors.length === 1 ? 'line' : 'lines'} to mend{:else if saved && count}saved, {pieces(
            count,
          )}{:else}{pieces(count)}{/if}
      </span>
    </div>
    {#if unanswered}<Notice kind="warn"
        >Not saved: the server does not answer. What you typed is kept on this device; save it when there is a
        connection.</Notice
      >{/if}
    {#if form?.refused}<Notice>{form.refused}</Notice>{/if}
    {#if form && 'isOlder' in form && form.isOlder && !saved}
      <Tick bind:ticked={over}>Save mine in its place</Tick>
    {/if}
    {#if draft.found}
      <Notice kind="warn">
        {draft.found.isCurrent
          ? `This is what was typed here ${sayTime(draft.found.keptAt, data.zone)} and not saved yet.`
          : `Something was typed here ${sayTime(draft.found.keptAt, data.zone)} and not saved, and the survey was changed since.`}
      </Notice>
      <div class="row">
        {#if !draft.found.isCurrent}
          <Button
            kind="tertiary"
            onclick={() => {
              history.type(draft.found?.text ?? '', performance.now());
              draft.found = null;
            }}>Take what was typed</Button
          >
        {/if}
        <Button
          kind="ghost"
          onclick={() => {
            stored = data.notation;
            history.type(stored, performance.now());
            draft.drop();
          }}>Discard it</Button
        >
      </div>
    {/if}
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
