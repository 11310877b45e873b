<!-- One piece, for the hand that holds it: what it has had, its one next act, a flaw pointed at, and where it goes. -->
<script lang="ts">
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { sayNext, type PieceView } from '$core/bench/view';
  import type { Stopped } from '$server/fact-action';
  import type { Face } from '$core/coating/system';
  import { DEFECT_KEYS, DEFECTS } from '$core/quality/defects';
  import { sayClock, sayNear, sayTime } from '$core/units/clock-time';
  import { formatFilm, formatTemperature, type Measures } from '$core/units/measures';
  import DoorMark from './DoorMark.svelte';
  import FactForm from './FactForm.svelte';
  import PhotoInput from './PhotoInput.svelte';
  import StoppedNote from './StoppedNote.svelte';
  import { STATE_WORDS } from './elevation-view';

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
  const scale = $derived(Math.min(150 / piece.w, 190 / piece.h));
  const w = $derived(Math.max(44, piece.w * scale));
  const h = $derived(Math.max(44, piece.h * scale));
  const time = (ms: number) => sayTime(ms, zone);

  let flaw: { face: Face; x: number; y: number } | null = $state(null);
  let defect: (typeof DEFECT_KEYS)[number] = $state('run');
  const point = (face: Face) => (event: MouseEvent) => {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    // A key has no place: the middle.
    const at =
      event.detail === 0
        ? [0.5, 0.5]
        : [(event.clientX - box.x) / box.width, (event.clientY - box.y) / box.height];
    const share = (n: number | undefined) => Math.round(Math.min(1, Math.max(0, n ?? 0.5)) * 1000) / 1000;
    flaw = { face, x: share(at[0]), y: share(at[1]) };
  };
  const act = $derived(sayNext(view, (ms) => sayNear(ms, now, zone)));
  let place = $state('');
  let dialog: HTMLElement | undefined = $state();
  $effect(() => dialog?.focus());
</script>

{#snippet pictures(photos: typeof view.photos)}
  {#if photos.length}
    <div class="row">
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

<svelte:window onkeydown={(e) => e.key === 'Escape' && close()} />
<div class="veil" onclick={close} aria-hidden="true"></div>
<div
  class="panel"
  role="dialog"
  aria-modal="true"
  aria-label="Piece {piece.code}"
  tabindex="-1"
  bind:this={dialog}
>
  <div class="head">
    <h2>Piece <span class="mono" class:unsafe={piece.unsafe}>{piece.code}</span></h2>
    <Button kind="ghost" size="field" on:click={close}>Close</Button>
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
        <button
          type="button"
          class="face"
          style:width="{w}px"
          style:height="{h}px"
          onclick={point(face)}
          aria-label="A flaw on the {face}"
        >
          <svg width={w} height={h} viewBox="0 0 {w} {h}" aria-hidden="true">
            <DoorMark
              x={0}
              y={0}
              {w}
              {h}
              code=""
              mark={{ ...piece.mark, front: piece.mark[face], back: piece.mark[face] }}
              hex={piece.hex}
              text={0}
            />
            {#each view.flaws.filter((f) => f.face === face) as f (f.id)}
              <circle cx={f.x * w} cy={f.y * h} r="9" class="flaw" />
            {/each}
            {#if flaw?.face === face}<circle cx={flaw.x * w} cy={flaw.y * h} r="9" class="flaw new" />{/if}
          </svg>
        </button>
        <p>{face}, {piece.mark[face].coats} of {piece.mark[face].of}</p>
        {#if view.next && !view.working && view.lot && view.next.kind !== 'hang' && view.next.kind !== 'flip'}
          <FactForm
            kind="work.started"
            fields={{ step: view.next.key, lot: view.lot.id, piece: [piece.id], face }}
          >
            {#snippet children(sending)}<Button type="submit" size="field" kind="tertiary" disabled={sending}
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
          <label class="labelled"
            >What is it, on the {flaw?.face}<select class="field" name="defect" bind:value={defect}>
              {#each DEFECT_KEYS as key (key)}<option value={key}>{DEFECTS[key].seen}</option>{/each}
            </select></label
          >
          <p class="soft">{DEFECTS[defect].cause}. <b>{DEFECTS[defect].remedy}</b></p>
          <fieldset>
            <legend>How bad</legend>
            {#each ['slight', 'plain', 'bad'] as words, i (words)}
              <label class="check"
                ><input type="radio" name="severity" value={i + 1} checked={i === 1} /> {words}</label
              >
            {/each}
          </fieldset>
          <TextInput name="note" labelText="Note" maxlength={500} />
          <div><PhotoInput name="photo" words="Photograph it" /></div>
          <div class="row">
            <Button type="submit" disabled={sending}>Note the flaw</Button>
            <Button kind="ghost" on:click={() => (flaw = null)}>Never mind</Button>
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
      <FactForm kind="defect.accepted" fields={{ defect: f.id }} class="row">
        {#snippet children(sending)}
          <TextInput
            name="reason"
            labelText="Left as it is, because"
            required
            minlength={3}
            maxlength={500}
          />
          <Button type="submit" size="field" kind="ghost" disabled={sending}>Leave it</Button>
        {/snippet}
      </FactForm>
    </div>
  {/each}

  {#if view.down && !view.hungAt}
    <FactForm kind="piece.placed" fields={{ piece: [piece.id] }} class="row">
      {#snippet children(sending)}
        <label class="labelled grow"
          >Put it<input
            class="field"
            name="place"
            list="places"
            required
            maxlength="80"
            bind:value={place}
            placeholder="rack 12"
          /></label
        >
        <datalist id="places">
          {#each ['table', 'hanger', 'stack', 'van', 'bag'] as p (p)}<option value={p}></option>{/each}
          {#each Array.from({ length: slots }, (_, i) => i + 1) as n (n)}<option value="rack {n}"
            ></option>{/each}
        </datalist>
        <Button type="submit" size="field" kind="tertiary" disabled={sending}>Move it</Button>
      {/snippet}
    </FactForm>
  {/if}

  <h3>What it has had</h3>
  <p class="soft">
    Dry film by the products’ figures: front {formatFilm(view.film.front, measures)}, back {formatFilm(
      view.film.back,
      measures,
    )}
  </p>
  <ol>
    {#each view.history as s (s.id + s.act)}
      <li>
        <span class="mono">{time(s.start)}–{sayClock(s.end, zone)}</span>
        <span
          ><b>{s.act}</b>
          <span class="soft"
            >{[
              s.product,
              s.batch ? `batch ${s.batch}` : '',
              s.who,
              s.air
                ? `${formatTemperature(s.air.celsius, measures)}, ${Math.round(s.air.humidity * 100)} % in the ${s.air.place}${s.air.read ? '' : ' by the forecast'}`
                : '',
            ]
              .filter(Boolean)
              .join(' · ')}</span
          ></span
        >
      </li>
    {:else}<li class="soft">Nothing yet.</li>{/each}
  </ol>
  <h3>Photos</h3>
  {@render pictures(view.photos)}
  <PhotoInput words={keeping ? 'Keeping it …' : 'Add a photo'} disabled={keeping} taken={take} />
  <p><a href="/p/{piece.id}">Photos, care and the whole record</a></p>
</div>

<style>
  .veil {
    position: fixed;
    inset: 0;
    background: rgb(30 36 34 / 35%);
    z-index: 30;
  }
  .panel {
    position: fixed;
    z-index: 31;
    top: 0;
    right: 0;
    bottom: 0;
    width: min(100%, 480px);
    overflow-y: auto;
    padding: 12px 18px 40px;
    background: var(--card);
    border-left: 3px solid var(--ink);
  }
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
  .face {
    padding: 0;
    border: 0;
    background: none;
    cursor: crosshair;
    display: block;
  }
  .flaw {
    fill: none;
    stroke: var(--bad);
    stroke-width: 3;
  }
  .new {
    stroke-dasharray: 3 3;
  }
  .flawed,
  .flaws {
    border-left: 4px solid var(--bad);
    padding-left: 12px;
    margin: 8px 0;
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
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
  .grow {
    flex: 1;
  }
  .panel :global(form.row) {
    align-items: end;
  }
  h3 {
    margin-top: 16px;
  }
  ol {
    list-style: none;
    padding: 0;
    margin: 4px 0 12px;
  }
  li {
    padding: 4px 0;
    border-top: 1px solid var(--line);
    display: grid;
  }
</style>
