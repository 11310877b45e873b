<!-- One piece: what it is, where it is, what it has had and what comes next. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { sayClock, sayTime } from '$core/units/clock-time';
  import { formatLength } from '$core/units/length';
  import { formatFilm } from '$core/units/measures';
  import DoorMark from '$ui/kitchen/DoorMark.svelte';
  import FactForm from '$ui/facts/FactForm.svelte';
  import Photos from '$ui/survey/Photos.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import { STATE_WORDS } from '$ui/kitchen/elevation-view';

  import { hingesOf, notedWords } from '$core/kitchen/condition';
  import { hidingPlace } from '$core/labels/hiding';
  import { pieceView, sayNext } from '$core/bench/view/view';
  import type { Measures } from '$core/units/measures';
  import type { LengthUnit } from '$core/units/length';
  import type { Stopped } from '$server/fact-action';
  import { getField } from '../../field/field-context';

  interface Props {
    piece: string;
    zone: string;
    unit: LengthUnit;
    measures: Measures;
    /** what was said to a form that was posted */
    stopped?: Stopped | undefined;
    refused?: string | undefined;
  }
  let { piece: id, zone, unit, measures, stopped, refused }: Props = $props();
  const field = getField();
  const view = $derived.by(() => {
    const found = pieceView(field.bench, id, field.now, field.photos);
    if (!found) throw new Error('The piece is of another job');
    return found;
  });
  const { pack } = $derived(field.bench);
  const time = (ms: number) => sayTime(ms, zone);
  const { piece } = $derived(view);
  const letter = $derived(pack.zones.find((z) => z.id === piece.zoneId)?.letter ?? '');
  const hinges = $derived(hingesOf(piece, piece.condition));
  const noted = $derived(notedWords(piece.condition));
  const photos = $derived(
    pack.photos.flatMap((p) =>
      p.piece === id && p.id !== undefined
        ? [{ id: p.id, note: p.note, addedAt: p.addedAt ?? 0, code: null }]
        : [],
    ),
  );
  const waiting = $derived(field.photos.filter((p) => p.piece === id).length);
  const scale = $derived(Math.min(200 / piece.w, 200 / piece.h));
  let taking: string | null = $state(null);
</script>

<div class="page stack">
  <p><a href="/jobs/{pack.job.id}/coat">{pack.job.name}</a></p>
  <div class="head">
    <svg
      width={piece.w * scale + 4}
      height={piece.h * scale + 4}
      viewBox="-2 -2 {piece.w * scale + 4} {piece.h * scale + 4}"
      role="img"
      aria-label="Door mark: {STATE_WORDS[piece.mark.state]}"
    >
      <DoorMark
        x={0}
        y={0}
        w={piece.w * scale}
        h={piece.h * scale}
        code={piece.code}
        mark={piece.mark}
        hex={piece.hex}
        hinge={piece.hinge}
        glass={piece.form === 'glass'}
        text={34}
      />
    </svg>
    <div class="stack">
      <h1>Piece <span class="mono" class:unsafe={piece.unsafe}>{piece.code}</span></h1>
      <p>
        {FORM_WORDS[piece.form]}{piece.hinge ? `, hinge ${piece.hinge}` : ''} · {piece.wall}{view.lot
          ? ` · lot ${view.lot.name}`
          : ''}
      </p>
      <p>
        {formatLength(piece.w, unit)} × {formatLength(piece.h, unit)}
        {unit} · {letter}
        {piece.colour}
      </p>
      <p class="soft">
        Code {hidingPlace(piece.form, hinges).words}{piece.hinge
          ? ` · ${hinges.count} hinges${hinges.bagged ? ', bagged' : ', stay on the box'}`
          : ''}
      </p>
      {#if noted.length}<p>{noted.join(' · ')}</p>{/if}
      {#if view.next?.tape}<p>Tape label {view.next?.tape}</p>{/if}
      {#if view.missing !== null}<p class="bad">Missing{view.missing ? `: ${view.missing}` : ''}</p>{/if}
      <p>Where: <b>{view.place}</b> · {STATE_WORDS[piece.mark.state]}</p>
      <p class="next">Next: <b>{sayNext(view, time)}</b></p>
    </div>
  </div>
  <StoppedNote stopped={field.stopped ?? stopped} />
  <section class="card">
    <h2>What it has had</h2>
    <p class="soft">
      Dry film, by the products’ figures: front {formatFilm(view.film.front, measures)}, back {formatFilm(
        view.film.back,
        measures,
      )}
    </p>
    <ul>
      {#each view.history as step (step.id)}
        <li>
          <span class="mono">{time(step.start)}–{sayClock(step.end, zone)}</span>
          <span><b>{step.act}</b> <span class="soft">{step.product} · {step.who}</span></span>
          <Button
            kind="ghost"
            onclick={() => (taking = taking === step.id ? null : step.id)}
            aria-expanded={taking === step.id}>Take back</Button
          >
          {#if taking === step.id}
            <FactForm kind="void" fields={{ fact: step.id }} class="why" opened>
              {#snippet children(sending)}
                <Field
                  name="reason"
                  label="Why (the whole lot’s step is taken back)"
                  required
                  minlength={3}
                  maxlength={500}
                />
                <Button type="submit" kind="danger-tertiary" disabled={sending}>Take it back</Button>
              {/snippet}
            </FactForm>
          {/if}
        </li>
      {:else}
        <li class="soft">Nothing yet.</li>
      {/each}
      {#if view.hungAt}<li><span class="mono">{time(view.hungAt)}</span> <b>Hung</b></li>{/if}
      {#each view.takenBack as back (back.id)}<li class="soft">
          <span class="mono">{time(back.at)}</span> <span>Taken back by {back.who}: {back.reason}</span>
        </li>{/each}
    </ul>
  </section>
  <section class="card">
    <h2>Photos</h2>
    <Photos {photos} {refused} {zone} keep={(file, note) => field.keepPhoto(id, file, note)} />
    {#if waiting}<p class="soft" role="status">
        {waiting === 1 ? '1 photo is' : `${waiting} photos are`} not sent yet.
      </p>{/if}
  </section>
  {#if view.care.length}
    <section class="card">
      <h2>Care of this piece</h2>
      {#each view.care as date (date.stage)}<p>
          {date.stage === 'wet-clean' ? 'wet cleaning' : date.stage} from <b>{time(date.at)}</b>
        </p>{/each}
    </section>
  {/if}
</div>

<style>
  .page {
    padding: 16px 20px 40px;
    max-width: 860px;
  }
  .head {
    display: flex;
    gap: 24px;
    flex-wrap: wrap;
  }
  .next {
    font-size: 17px;
  }
  ul {
    list-style: none;
    margin: 8px 0 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: minmax(170px, max-content) 1fr auto;
    gap: 10px;
    align-items: center;
    padding: 3px 0;
    border-top: 1px solid var(--line);
  }
  li > :global(.why) {
    grid-column: 1 / -1;
    display: flex;
    gap: 8px;
    align-items: end;
  }
  @media (max-width: 800px) {
    li {
      grid-template-columns: 1fr auto;
    }
    li > :first-child {
      grid-column: 1 / -1;
    }
  }
</style>
