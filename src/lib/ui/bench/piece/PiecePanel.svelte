<!-- One piece, for the hand that holds it: what it has had, its one next act, a flaw pointed at, and where it goes. -->
<script lang="ts">
  import Dialog from '$ui/kit/Dialog.svelte';
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { sayNext, type PieceView } from '$core/bench/view/view';
  import type { Stopped } from '$server/fact-action';
  import type { Face } from '$core/coating/system';
  import { sayNear, sayTime } from '$core/units/clock-time';
  import type { Measures } from '$core/units/measures';
  import FaceDrawing from './FaceDrawing.svelte';
  import FlawForm from './FlawForm.svelte';
  import OpenFlaw from './OpenFlaw.svelte';
  import Pictures from './Pictures.svelte';
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
  const act = $derived(sayNext(view, (ms) => sayNear(ms, now, zone)));
  let place = $state('');
</script>

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

  {#if flaw}<FlawForm on={piece.id} where={flaw.face} at={flaw} done={() => (flaw = null)} />{/if}
  {#each view.flaws as f (f.id)}<OpenFlaw flaw={f} where={`, ${f.face}`} {time} />{/each}

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
  <Pictures photos={view.photos} of={`piece ${piece.code}`} />
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
  h3 {
    margin-top: 16px;
    font-weight: 600;
  }
</style>
