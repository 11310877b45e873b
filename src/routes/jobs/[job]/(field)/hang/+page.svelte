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
  import Walls from '$ui/kitchen/Walls.svelte';
  import { getField } from '$ui/field/field-context';
  import { markedWalls } from '$ui/field/marked-walls';

  let { data, form } = $props();
  const field = getField();
  let sending = $state(false);
  let code = $state('');
  const view = $derived(hangPage(field.bench, field.now, page.url.searchParams.get('opening')));
  const home = $derived(view.openings.filter((o) => o.home).length);
  const next = $derived(view.next);

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
      chosen={new Set(next ? [next.id] : [])}
    />
  </div>
  <div class="stack side">
    <Notice kind="note"><b>{home} of {view.openings.length}</b> home</Notice>
    <StoppedNote stopped={field.stopped ?? form?.stopped} />
    {#if next}
      <section class="card" class:ready={!next.before && !next.from}>
        <p class="soft">Opening on the {next.wall} wall takes</p>
        <p class="big mono" class:unsafe={isTurnUnsafe(next.code)}>{next.code}</p>
        <p>
          {FORM_WORDS[next.form]}{next.hinge
            ? `, hinge ${next.hinge}: its own hinges, to their own holes`
            : ''}
        </p>
        <p class="soft">It is at: {next.place}</p>
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
        <p class="soft">Then three adjustments: side, height, depth. Even reveals, new bumpers.</p>
      </section>
    {:else if view.openings.length}
      <section class="card ready">
        <h2>Every piece is home</h2>
        <Button href="/jobs/{data.jobId}/hand-over">Hand over</Button>
      </section>
    {:else}
      <p>There are no pieces yet.</p>
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
