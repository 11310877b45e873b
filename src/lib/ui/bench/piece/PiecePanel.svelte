<!-- One piece, for the hand that holds it: what it has had, its one next act, a flaw pointed at, and where it goes. -->
<script lang="ts">
  import Dialog from '$ui/kit/Dialog.svelte';
  import Group from '$ui/kit/Group.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Pick from '$ui/kit/Pick.svelte';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { sayNext, type PieceView } from '$core/bench/view/view';
  import type { Stopped } from '$server/fact-action';
  import type { Face } from '$core/coating/system';
  import { DEFECT_KEYS, DEFECTS } from '$core/quality/defects';
  import { sayNear, sayTime } from '$core/units/clock-time';
  import type { Measures } from '$core/units/measures';
  import FaceDrawing from './FaceDrawing.svelte';
  import FactForm from '$ui/facts/FactForm.svelte';
  import PhotoInput from '$ui/kit/PhotoInput.svelte';
  import PieceHistory from './PieceHistory.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import { STATE_WORDS } from '$ui/kitchen/elevation-view';

  interface Props {
    view: PieceView;
    now: number;
    zone: string;
    measures: Measures;
    slots: number;
    /** what stopped an act of this panel */
    stopped: Stopped | null;
    close: () => void;
    /** keeps a photo of the piece */
    photo: (piece: string, file: File) => Promise<void>;
  }
  let { view, now, zone, measures, slots, stopped, close, photo }: Props = $props();
  let keeping = $state(false);
  async function take(file: File, input: HTMLInputElement) {
    keeping = true;
    await photo(piece.id, file).finally(() => (keeping = false));
    input.value = '';
  }
  const { piece } = $derived(view);
  const time = (ms: number) => sayTime(ms, zone);

  let flaw: { face: Face; x: number; y: number } | null = $state(null);
  let defect: (typeof DEFECT_KEYS)[number] = $state('run');
  const act = $derived(sayNext(view, (ms) => sayNear(ms, now, zone)));
  let place = $state('');
</script>

{#snippet pictures(photos: typeof view.photos)}
  {#if photos.length}
    <div class="fields">
      {#each photos as p (p.small)}
        <a href={p.whole} target="_blank" class="photo"
          ><img src={p.small} alt={p.note || `Photo of piece ${piece.code}`} /><span class="soft"
            >{p.note}</span
          ></a
        >
      {/each}
    </div>
  {/if}
{/snippet}

<Dialog label="Piece {piece.code}" {close}>
  <div class="head">
    <h2>Piece <span class="mono" class:unsafe={piece.unsafe}>{piece.code}</span></h2>
    <Button kind="ghost" onclick={close}>Close</Button>
  </div>
  <StoppedNote {stopped} />
  <p class="soft">
    {FORM_WORDS[piece.form]}{piece.hinge ? `, hinge ${piece.hinge}` : ''} · {piece.wall}{view.lot
      ? ` · lot ${view.lot.name}`
      : ''} ·
    {piece.colour}{piece.noted ? ` · ${piece.noted}` : ''}
  </p>
  <p>
    Where: <b>{view.missing === null ? view.place : 'missing'}</b> · {STATE_WORDS[piece.mark.state]}
  </p>
  <p class="next">Next: <b>{act}</b></p>
  {#if view.next?.tape}<p>Tape label {view.next.tape}.</p>{/if}

  <div class="faces">
    {#each ['front', 'back'] as const as face (face)}
      <div>
        <FaceDrawing
          {piece}
          {face}
          flaws={view.flaws.filter((f) => f.face === face)}
          pointed={flaw?.face === face ? flaw : null}
          point={(at) => (flaw = { face, ...at })}
        />
        <p>{face}, {piece.mark[face].coats} of {piece.mark[face].of}</p>
        {#if view.next && !view.working && view.lot && view.next.kind !== 'hang' && view.next.kind !== 'flip'}
          <FactForm
            kind="work.started"
            fields={{ step: view.next.key, lot: view.lot.id, piece: [piece.id], face }}
          >
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >Start: {face} up</Button
              >{/snippet}
          </FactForm>
        {/if}
      </div>
    {/each}
  </div>
  <p class="soft">A flaw? Point at it on the face.</p>

  {#if flaw}
    <FactForm
      kind="defect.found"
      fields={{ piece: piece.id, face: flaw.face, x: String(flaw.x), y: String(flaw.y) }}
      kept={() => (flaw = null)}
    >
      {#snippet children(sending)}
        <div class="stack flawed">
          <Choice label="What is it, on the {flaw?.face}" name="defect" bind:chosen={defect}>
            {#each DEFECT_KEYS as key (key)}<Option value={key} text={DEFECTS[key].seen} />{/each}
          </Choice>
          <p class="soft">{DEFECTS[defect].cause}. <b>{DEFECTS[defect].remedy}</b></p>
          <Group legend="How bad">
            {#each ['slight', 'clear', 'bad'] as words, i (words)}
              <Pick name="severity" value={i + 1} checked={i === 1}>{words}</Pick>
            {/each}
          </Group>
          <Field name="note" label="Note" maxlength={500} />
          <div><PhotoInput name="photo" words="Photograph it" /></div>
          <div class="fields">
            <Button type="submit" disabled={sending}>Note the flaw</Button>
            <Button kind="ghost" onclick={() => (flaw = null)}>Cancel</Button>
          </div>
        </div>
      {/snippet}
    </FactForm>
  {/if}
  {#each view.flaws as f (f.id)}
    <div class="flaws">
      <p><b>{f.seen}, {f.face}</b> <span class="soft">{time(f.at)} · {f.who}</span></p>
      <p class="soft">{f.remedy}</p>
      {@render pictures(f.photos)}
      <FactForm kind="defect.accepted" fields={{ defect: f.id }} class="fields">
        {#snippet children(sending)}
          <Field name="reason" label="Accepted as it is, because" required minlength={3} maxlength={500} />
          <Button type="submit" kind="ghost" disabled={sending}>Accept it</Button>
        {/snippet}
      </FactForm>
    </div>
  {/each}

  {#if view.down && !view.hungAt}
    <FactForm kind="piece.placed" fields={{ piece: [piece.id] }} class="fields">
      {#snippet children(sending)}
        <Field
          label="Move it to"
          name="place"
          list="places"
          required
          maxlength={80}
          bind:text={place}
          placeholder="rack 12"
        />
        <datalist id="places">
          {#each ['table', 'hanger', 'stack', 'van', 'bag'] as p (p)}<option value={p}></option>{/each}
          {#each Array.from({ length: slots }, (_, i) => i + 1) as n (n)}<option value="rack {n}"
            ></option>{/each}
        </datalist>
        <Button type="submit" kind="tertiary" disabled={sending}>Move</Button>
      {/snippet}
    </FactForm>
  {/if}

  <PieceHistory {view} {zone} {measures} />
  <h3>Photos</h3>
  {@render pictures(view.photos)}
  <PhotoInput words={keeping ? 'Keeping it …' : 'Add a photo'} disabled={keeping} taken={take} />
  <p><a href="/p/{piece.id}">Photos, care and the whole record</a></p>
</Dialog>

<style>
  .head {
    display: flex;
    justify-content: space-between;
    align-items: center;
  }
  .next {
    font-size: 17px;
  }
  .faces {
    display: flex;
    gap: 20px;
    flex-wrap: wrap;
    margin: 10px 0 2px;
  }
  .flawed,
  .flaws {
    border-left: 4px solid var(--bad);
    padding-left: 12px;
    margin: 8px 0;
  }
  .photo {
    display: grid;
    font-size: 13px;
  }
  .photo img {
    width: 96px;
    height: 72px;
    object-fit: cover;
    border: 1px solid var(--line);
  }
  h3 {
    margin-top: 16px;
    font-weight: 600;
  }
</style>
