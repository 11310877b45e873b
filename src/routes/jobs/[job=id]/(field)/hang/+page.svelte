<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Field from '$ui/kit/Field.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { enhance } from '$app/forms';
  import { page } from '$app/state';
  import { hangPage, pieceByCode } from '$core/bench/pages/hang';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { sayTime } from '$core/units/clock-time';
  import StoppedNote from '$ui/facts/StoppedNote.svelte';
  import Account from '$ui/hang/Account.svelte';
  import Fittings from '$ui/hang/Fittings.svelte';
  import HingeSketch from '$ui/hang/HingeSketch.svelte';
  import Walls from '$ui/kitchen/Walls.svelte';
  import { pieces } from '$ui/words';
  import { getField } from '$ui/field/field-context';
  import { markedWalls } from '$ui/field/marked-walls';

  let { data, form } = $props();
  const field = getField();
  let sending = $state(false);
  let code = $state('');
  const view = $derived(hangPage(field.bench, field.now, page.url.searchParams.get('opening')));
  const next = $derived(view.next);
  const stopped = $derived(field.stopped ?? form?.stopped ?? null);
  /** The piece that was refused at an opening that takes another. */
  const strayed = $derived(
    stopped?.refusals.some((r) => r.rule === 'wrong-opening')
      ? (stopped.sent.find(([k]) => k === 'piece')?.[1] ?? null)
      : null,
  );

  /** The code on the piece in hand becomes the piece it names. */
  async function hang(opening: string): Promise<void> {
    const piece = pieceByCode(data.field.pack.pieces, code);
    if (!piece) {
      field.stopped = {
        message: `There is no piece “${code.trim()}” in this job.`,
        field: 'code',
        refusals: [],
        sent: [],
      };
      return;
    }
    sending = true;
    const fields: [string, string][] = [
      ['kind', 'piece.hung'],
      ['piece', piece.id],
      ['opening', opening],
    ];
    const typed = code;
    // The field is free for the next one at once.
    code = '';
    if (!(await field.keep({ kind: 'piece.hung', piece: piece.id, opening }, fields))) code ||= typed;
    sending = false;
  }
</script>

<div class="pair">
  <div class="stack">
    <Walls
      walls={markedWalls(data.field.walls, field)}
      href={(piece) => `?opening=${piece}`}
      chosen={new Set(view.shown ? [view.shown.id] : next ? [next.id] : [])}
    />
    {#if view.openings.length}
      <Account account={view.account} codes={field.bench.codes} zone={data.zone} />
    {/if}
  </div>
  <div class="stack side">
    <Notice kind="note"><b>{view.account.home} of {view.account.total}</b> home</Notice>
    <StoppedNote {stopped} />
    {#if strayed}
      <p><Button kind="tertiary" href="?opening={strayed}">Go to its own opening</Button></p>
    {/if}
    {#if view.shown}<Fittings shown={view.shown} zone={data.zone} />{/if}
    {#if next}
      <section class="card" class:ready={!next.before && !next.from}>
        <p class="soft">Opening on the {next.wall} wall takes</p>
        <div class="what">
          <div>
            <p class="big mono" class:unsafe={isTurnUnsafe(next.code)}>{next.code}</p>
            <p>{FORM_WORDS[next.form]}</p>
            <p>It is at: <b>{next.place}</b></p>
            {#if next.hinges.side}
              <p>
                {next.hinges.count} hinges {next.hinges.side === 'left' ? 'on the left' : 'on the right'}{next
                  .hinges.bagged
                  ? `, in the bag of ${next.code}`
                  : ', on the box'}: its own, to their own holes.
              </p>
            {/if}
          </div>
          <HingeSketch
            w={next.w}
            h={next.h}
            side={next.hinges.side}
            heights={next.hinges.heights}
            words="{next.code}, {next.hinges.side
              ? `hinges ${next.hinges.side === 'left' ? 'left' : 'right'}, ${next.hinges.count}`
              : 'no hinges'}, arrow up"
          />
        </div>
        {#if next.missing !== null}<p class="warn">It is missing.</p>{/if}
        {#if next.before}<p class="warn">“{next.before}” comes first.</p>{/if}
        {#if next.from && !next.before}<p class="warn">Ready to hang {sayTime(next.from, data.zone)}.</p>{/if}
        <form
          method="post"
          action="?/hang&opening={next.id}"
          use:enhance={({ cancel }) => {
            cancel();
            void hang(next.id);
          }}
        >
          <Hidden name="opening" value={next.id} />
          <div class="hang">
            <Field
              name="code"
              bind:text={code}
              label="Code on the piece in your hand"
              autocomplete="off"
              required
            />
            <Button type="submit" disabled={sending}>Hung</Button>
          </div>
        </form>
        <p class="soft">
          Then point at it on the wall: bumpers, and its gaps. <a href="/jobs/{data.jobId}/scan"
            >Scan a label</a
          >
          instead of typing.
        </p>
      </section>
    {:else if view.openings.length}
      <section class="card ready">
        <h2>Every piece is home</h2>
        <Button href="/jobs/{data.jobId}/hand-over">Hand over</Button>
      </section>
    {:else}
      <p>There are no pieces yet.</p>
    {/if}
    {#if view.waiting}
      <section class="card" aria-label="Too early">
        <h2>Too early for {pieces(view.waiting.count)}</h2>
        <p>
          The last of them may hang {sayTime(view.waiting.until, data.zone)}.
          {#if view.waiting.warmed}At 22 °C from now on it would be {sayTime(
              view.waiting.warmed,
              data.zone,
            )}.{/if}
          {#if view.waiting.rule}
            Our own rule of {view.waiting.rule.days} days on the rack holds them back: their films alone would allow
            it {sayTime(view.waiting.rule.byFilm, data.zone)}.
          {/if}
        </p>
      </section>
    {/if}
  </div>
</div>

<style>
  .ready {
    border-left: 6px solid var(--ready);
  }
  .big {
    font-size: 44px;
    font-weight: 600;
    line-height: 1.2;
  }
  .what {
    display: flex;
    gap: 16px;
    justify-content: space-between;
  }
  .warn {
    color: var(--warn);
    font-weight: 500;
  }
  .hang {
    display: flex;
    gap: 10px;
    align-items: end;
    margin: 10px 0;
  }
  @media (max-width: 800px) {
    .side {
      order: -1;
    }
  }
</style>
