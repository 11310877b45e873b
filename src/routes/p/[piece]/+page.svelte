<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import { sayNext } from '$core/bench/view/view';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { sayClock, sayTime } from '$core/units/clock-time';
  import { formatLength } from '$core/units/length';
  import { formatFilm } from '$core/units/measures';
  import DoorMark from '$ui/kitchen/DoorMark.svelte';
  import FactForm from '$ui/facts/FactForm.svelte';
  import Photos from '$ui/survey/Photos.svelte';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import { STATE_WORDS } from '$ui/kitchen/elevation-view';

  let { data, form } = $props();
  const time = (ms: number) => sayTime(ms, data.zone);
  const { view } = $derived(data);
  const { piece } = $derived(view);
  const scale = $derived(Math.min(200 / piece.w, 200 / piece.h));
  let taking: string | null = $state(null);
</script>

<div class="page stack">
  <p><a href="/jobs/{data.jobId}/coat">{data.jobName}</a></p>
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
        {formatLength(piece.w, data.unit)} × {formatLength(piece.h, data.unit)}
        {data.unit} · {data.letter}
        {piece.colour}
      </p>
      <p class="soft">
        Code {data.hides}{data.hinges
          ? ` · ${data.hinges.count} hinges${data.hinges.bagged ? ', bagged' : ', stay on the box'}`
          : ''}
      </p>
      {#if data.noted.length}<p>{data.noted.join(' · ')}</p>{/if}
      {#if view.next?.tape}<p>Tape label {view.next?.tape}</p>{/if}
      {#if view.missing !== null}<p class="bad">Missing{view.missing ? `: ${view.missing}` : ''}</p>{/if}
      <p>Where: <b>{view.place}</b> · {STATE_WORDS[piece.mark.state]}</p>
      <p class="next">Next: <b>{sayNext(view, time)}</b></p>
    </div>
  </div>
  <StoppedNote stopped={form && 'stopped' in form ? form.stopped : undefined} />
  <section class="card">
    <h2>What it has had</h2>
    <p class="soft">
      Dry film, by the products’ figures: front {formatFilm(view.film.front, data.measures)}, back {formatFilm(
        view.film.back,
        data.measures,
      )}
    </p>
    <ul>
      {#each view.history as step (step.id)}
        <li>
          <span class="mono">{time(step.start)}–{sayClock(step.end, data.zone)}</span>
          <span><b>{step.act}</b> <span class="soft">{step.product} · {step.who}</span></span>
          <Button
            kind="ghost"
            onclick={() => (taking = taking === step.id ? null : step.id)}
            aria-expanded={taking === step.id}>Take back</Button
          >
          {#if taking === step.id}
            <FactForm kind="void" fields={{ fact: step.id }} class="why">
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
    <Photos
      photos={data.photos}
      refused={form && 'refused' in form ? form.refused : undefined}
      zone={data.zone}
    />
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
