<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import type { Tick } from '$core/bench/ticks';
  import FactForm from '$ui/FactForm.svelte';
  import StoppedNote from '$ui/StoppedNote.svelte';
  import Walls from '$ui/Walls.svelte';
  import { pieces as count } from '$ui/words';

  let { data, form } = $props();
  let place = $state('tent rack');
  let todo = $state(false);
  const TICK: Record<Tick, { act: string; done: string }> = {
    coded: { act: 'Hide the code, tape it', done: 'code hidden' },
    bagged: { act: 'Bag the hinges', done: 'hinges bagged' },
    holes: { act: 'Drill and mark the holes', done: 'holes' },
    bumpers: { act: 'Bumpers off', done: 'bumpers off' },
  };
  type Piece = (typeof data.walls)[number]['pieces'][number];
  const left = (p: Piece, tick: Tick) => p.due.includes(tick) && !p.ticks.includes(tick);
  const finished = (p: Piece) => p.at !== 'up' && p.due.every((t) => p.ticks.includes(t));
  const shown = $derived(data.wall === null ? data.walls : data.walls.filter((w) => w.name === data.wall));
  const a = $derived(data.account);
  const accounted = $derived(a.up + a.down + a.home === a.total);
</script>

<div class="stack page">
  <p class="account" role="status">
    {#if a.total}
      <b>{count(a.total)}:</b>
      {a.up} on the walls · {a.labelled} labelled · {a.down} down{a.home ? ` · ${a.home} home` : ''} ·
      <span class:bad={a.missing > 0}>{a.missing} missing</span> · hinges of {a.bags.bagged} of {a.bags.due} doors
      bagged.
      <b class={accounted ? 'good' : 'bad'}
        >{accounted ? 'Nothing unaccounted for.' : 'Look for what is missing.'}</b
      >
    {/if}
  </p>
  {#if a.places.length}
    <p class="soft">Down: {a.places.map((p) => `${p.place} ${p.pieces}`).join(', ')}</p>
  {/if}
  <StoppedNote stopped={form?.stopped} />
  {#if a.total === 0}<p>
      There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Enter the survey first.</a>
    </p>{/if}
  <div class="row tools">
    {#if a.up > 0}
      <label class="labelled"
        >Pieces that come down go to<input
          class="field"
          bind:value={place}
          maxlength="80"
          list="places"
        /></label
      >
      <datalist id="places">
        {#each a.places as p, i (i)}<option value={p.place}></option>{/each}
      </datalist>
    {/if}
    {#if data.walls.length > 1}
      <nav class="row" aria-label="Walls">
        <a class="tool" class:on={data.wall === null} href="?">all walls</a>
        {#each data.walls as w, i (i)}
          <a
            class="tool"
            class:on={data.wall === w.name}
            aria-current={data.wall === w.name ? 'page' : undefined}
            href="?wall={encodeURIComponent(w.name)}">{w.name}</a
          >
        {/each}
      </nav>
    {/if}
    <label class="check"><input type="checkbox" bind:checked={todo} /> only what is left</label>
  </div>
  {#each shown as wall, i (i)}
    {@const bare = wall.pieces.filter((p) => !p.labelled).map((p) => p.id)}
    {@const ready = wall.pieces.filter((p) => p.labelled && p.at === 'up').map((p) => p.id)}
    <section class="card" aria-label={wall.name}>
      <div class="row head">
        <h2>{wall.name}</h2>
        {#if bare.length}
          <FactForm kind="piece.labelled" fields={{ piece: bare }}>
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >Labels are on, all {bare.length}</Button
              >{/snippet}
          </FactForm>
        {/if}
        {#each ['coded', 'bagged', 'holes', 'bumpers'] as const as tick (tick)}
          {@const open = wall.pieces.filter((p) => p.labelled && left(p, tick)).map((p) => p.id)}
          {#if open.length > 1}
            <FactForm kind="piece.prepared" fields={{ tick, piece: open }}>
              {#snippet children(sending)}<button class="tool" disabled={sending}
                  >{TICK[tick].done}, all {open.length}</button
                >{/snippet}
            </FactForm>
          {/if}
        {/each}
        {#if ready.length}
          <FactForm kind="piece.down" fields={{ piece: ready, place }}>
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >{ready.length === 1 ? '1 is down' : `${ready.length} are down`}</Button
              >{/snippet}
          </FactForm>
        {/if}
      </div>
      <ul>
        {#each wall.pieces.filter((p) => !todo || !finished(p)) as piece (piece.id)}
          <li>
            <a class="mono code" class:unsafe={isTurnUnsafe(piece.code)} href="/p/{piece.id}">{piece.code}</a>
            <span class="what"
              >{FORM_WORDS[piece.form]}<span class="soft"
                >{piece.hinge ? `, ${piece.hinges} hinges ${piece.hinge}` : ''}{piece.where
                  ? `, ${piece.where}`
                  : ''}{piece.zone ? `, zone ${piece.zone}` : ''}{piece.labelled && left(piece, 'coded')
                  ? `. Code ${piece.hides}`
                  : ''}</span
              ></span
            >
            <div class="acts">
              {#if piece.missing !== null}
                <FactForm kind="piece.placed" fields={{ piece: [piece.id], place }}>
                  {#snippet children(sending)}<Button type="submit" size="field" disabled={sending}
                      >Found, at {place}</Button
                    >{/snippet}
                </FactForm>
              {:else if !piece.labelled}
                <FactForm kind="piece.labelled" fields={{ piece: [piece.id] }}>
                  {#snippet children(sending)}<Button
                      type="submit"
                      kind="tertiary"
                      size="field"
                      disabled={sending}>Label is on</Button
                    >{/snippet}
                </FactForm>
              {:else}
                {#each piece.due as tick (tick)}
                  {#if piece.ticks.includes(tick)}
                    <span class="ticked">✓ {TICK[tick].done}</span>
                  {:else}
                    <FactForm kind="piece.prepared" fields={{ tick, piece: [piece.id] }}>
                      {#snippet children(sending)}<button class="tool" disabled={sending}
                          >{TICK[tick].act}</button
                        >{/snippet}
                    </FactForm>
                  {/if}
                {/each}
                {#if piece.at === 'up'}
                  <FactForm kind="piece.down" fields={{ piece: [piece.id], place }}>
                    {#snippet children(sending)}<Button type="submit" size="field" disabled={sending}
                        >Down</Button
                      >{/snippet}
                  </FactForm>
                {:else}
                  <span class="state">{piece.at === 'home' ? 'home' : `down · ${piece.place}`}</span>
                {/if}
              {/if}
              {#if piece.missing !== null}
                <span class="bad">missing</span>
              {:else if piece.at === 'down'}
                <FactForm kind="piece.missing" fields={{ piece: [piece.id] }}>
                  {#snippet children(sending)}<button class="tool quiet" disabled={sending}>Missing</button
                    >{/snippet}
                </FactForm>
              {/if}
            </div>
          </li>
        {:else}<li class="soft">All done here.</li>{/each}
      </ul>
    </section>
  {/each}
  {#if a.total}
    <section class="card find">
      <h2>Find a piece</h2>
      <p class="soft">
        Point at its opening, type its code above, or <a href="/jobs/{data.jobId}/scan">scan its label</a>.
      </p>
      <Walls walls={data.elevations} href={(id) => `/p/${id}`} />
    </section>
  {/if}
</div>

<style>
  .page {
    max-width: 1080px;
  }
  .account {
    font-size: 17px;
  }
  .good {
    color: var(--ready);
  }
  .tools {
    align-items: end;
  }
  .head h2 {
    margin-right: auto;
  }
  ul {
    list-style: none;
    margin: 6px 0 0;
    padding: 0;
  }
  li {
    display: grid;
    grid-template-columns: 64px minmax(170px, 1fr) auto;
    gap: 8px;
    align-items: center;
    min-height: 52px;
    padding: 3px 0;
    border-top: 1px solid var(--line);
  }
  .code {
    font-size: 22px;
    font-weight: 600;
    color: var(--ink);
    text-decoration: none;
    min-height: 44px;
    display: flex;
    align-items: center;
  }
  .code.unsafe {
    text-decoration: underline;
    text-decoration-thickness: 2px;
  }
  .acts {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
    justify-content: flex-end;
  }
  .ticked,
  .state {
    color: var(--ready);
    font-weight: 500;
    font-size: 13px;
  }
  .quiet {
    border-color: var(--line);
    color: var(--soft);
  }
  @media (max-width: 800px) {
    li {
      grid-template-columns: 56px 1fr;
      padding: 8px 0;
    }
    .acts {
      grid-column: 1 / -1;
      justify-content: flex-start;
    }
    .head > :global(form),
    .head :global(.bx--btn) {
      width: 100%;
      max-width: none;
    }
    .head .tool {
      width: 100%;
    }
  }
</style>
