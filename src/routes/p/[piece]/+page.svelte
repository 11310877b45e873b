<script lang="ts">
  import { Button, TextInput } from 'carbon-components-svelte';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { sayClock, sayTime } from '$core/units/clock-time';
  import { formatLength } from '$core/units/length';
  import { formatFilm } from '$core/units/measures';
  import DoorMark from '$ui/DoorMark.svelte';
  import FactForm from '$ui/FactForm.svelte';
  import Photos from '$ui/Photos.svelte';
  import StoppedNote from '$ui/StoppedNote.svelte';
  import { STATE_WORDS } from '$ui/elevation-view';

  let { data, form } = $props();
  const time = (ms: number) => sayTime(ms, data.zone);
  const scale = $derived(Math.min(200 / data.piece.w, 200 / data.piece.h));
  const act = $derived.by(() => {
    if (data.working) return `Under way: ${data.working}`;
    if (!data.labelled) return 'Put the label on';
    if (!data.down) return 'Take it down';
    if (!data.next) return 'Nothing: it is home';
    return data.next.from ? `${data.next.act}, from ${time(data.next.from)}` : data.next.act;
  });
  let taking: string | null = $state(null);
</script>

<div class="page stack">
  <p><a href="/jobs/{data.jobId}/coat">{data.jobName}</a></p>
  <div class="head">
    <svg
      width={data.piece.w * scale + 4}
      height={data.piece.h * scale + 4}
      viewBox="-2 -2 {data.piece.w * scale + 4} {data.piece.h * scale + 4}"
      role="img"
      aria-label="Door mark: {STATE_WORDS[data.mark.state]}"
    >
      <DoorMark
        x={0}
        y={0}
        w={data.piece.w * scale}
        h={data.piece.h * scale}
        code={data.piece.code}
        mark={data.mark}
        hex={data.colour.hex}
        hinge={data.piece.hinge}
        glass={data.piece.form === 'glass'}
        text={34}
      />
    </svg>
    <div class="stack">
      <h1>Piece <span class="mono" class:unsafe={isTurnUnsafe(data.piece.code)}>{data.piece.code}</span></h1>
      <p>
        {FORM_WORDS[data.piece.form]}{data.piece.hinge ? `, hinge ${data.piece.hinge}` : ''} · {data.piece
          .wall}{data.piece.lot ? ` · lot ${data.piece.lot}` : ''}
      </p>
      <p>
        {formatLength(data.piece.w, data.unit)} × {formatLength(data.piece.h, data.unit)}
        {data.unit} · {data.colour.letter}
        {data.colour.name}
      </p>
      <p class="soft">
        Code {data.hides}{data.hinges
          ? ` · ${data.hinges.count} hinges${data.hinges.bagged ? ', bagged' : ', stay on the box'}`
          : ''}
      </p>
      {#if data.noted.length}<p>{data.noted.join(' · ')}</p>{/if}
      {#if data.tape}<p>Tape label {data.tape}</p>{/if}
      {#if data.missing !== null}<p class="bad">Missing{data.missing ? `: ${data.missing}` : ''}</p>{/if}
      <p>Where: <b>{data.place}</b> · {STATE_WORDS[data.mark.state]}</p>
      <p class="next">Next: <b>{act}</b></p>
    </div>
  </div>
  <StoppedNote stopped={form && 'stopped' in form ? form.stopped : undefined} />
  <section class="card">
    <h2>What it has had</h2>
    <p class="soft">
      Dry film, by the products’ figures: front {formatFilm(data.film.front, data.measures)}, back {formatFilm(
        data.film.back,
        data.measures,
      )}
    </p>
    <ul>
      {#each data.history as step (step.id)}
        <li>
          <span class="mono">{time(step.start)}–{sayClock(step.end, data.zone)}</span>
          <span><b>{step.act}</b> <span class="soft">{step.product} · {step.who}</span></span>
          <Button
            kind="ghost"
            size="field"
            on:click={() => (taking = taking === step.id ? null : step.id)}
            aria-expanded={taking === step.id}>Take back</Button
          >
          {#if taking === step.id}
            <FactForm kind="void" fields={{ fact: step.id }} class="why">
              {#snippet children(sending)}
                <TextInput
                  name="reason"
                  labelText="Why (the whole lot’s step is taken back)"
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
      {#if data.hungAt}<li><span class="mono">{time(data.hungAt)}</span> <b>Hung</b></li>{/if}
      {#each data.taken as back (back.id)}<li class="soft">
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
  {#if data.care.length}
    <section class="card">
      <h2>Care of this piece</h2>
      {#each data.care as date (date.stage)}<p>
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
