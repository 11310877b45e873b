<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import FactForm from '$ui/FactForm.svelte';
  import StoppedNote from '$ui/StoppedNote.svelte';

  let { data, form } = $props();
  let place = $state('tent rack');
  const all = $derived(data.walls.flatMap((w) => w.pieces));
  const count = $derived({
    up: all.filter((p) => !p.down).length,
    labelled: all.filter((p) => p.labelled).length,
    down: all.filter((p) => p.down).length,
  });
</script>

<div class="stack">
  <p class="account" role="status">
    <b>{all.length}</b> pieces: <b>{count.up}</b> on the walls · <b>{count.labelled}</b> labelled ·
    <b>{count.down}</b> down
  </p>
  <StoppedNote stopped={form?.stopped} />
  {#if all.length === 0}<p>
      There are no pieces yet. <a href="/jobs/{data.jobId}/survey">Enter the survey first.</a>
    </p>{/if}
  {#if count.up > 0}
    <label class="place">Pieces that come down go to <input bind:value={place} maxlength="80" /></label>
  {/if}
  {#each data.walls as wall (wall.name)}
    {@const bare = wall.pieces.filter((p) => !p.labelled).map((p) => p.id)}
    {@const ready = wall.pieces.filter((p) => p.labelled && !p.down).map((p) => p.id)}
    <section class="card">
      <div class="row head">
        <h2>{wall.name}</h2>
        {#if bare.length}
          <FactForm kind="piece.labelled" fields={{ piece: bare }}>
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >Labels are on, all {bare.length}</Button
              >{/snippet}
          </FactForm>
        {/if}
        {#if ready.length}
          <FactForm kind="piece.down" fields={{ piece: ready, place }}>
            {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                >{ready.length} are down</Button
              >{/snippet}
          </FactForm>
        {/if}
      </div>
      <ul>
        {#each wall.pieces as piece (piece.id)}
          <li>
            <a class="mono code" class:unsafe={isTurnUnsafe(piece.code)} href="/p/{piece.id}">{piece.code}</a>
            <span>{piece.form}<span class="soft">{piece.hinge ? `, hinge ${piece.hinge}` : ''}</span></span>
            {#if piece.down}
              <span class="state">down · {piece.place}</span>
            {:else if piece.labelled}
              <FactForm kind="piece.down" fields={{ piece: [piece.id], place }}>
                {#snippet children(sending)}<Button type="submit" size="field" disabled={sending}>Down</Button
                  >{/snippet}
              </FactForm>
            {:else}
              <FactForm kind="piece.labelled" fields={{ piece: [piece.id] }}>
                {#snippet children(sending)}<Button
                    type="submit"
                    kind="tertiary"
                    size="field"
                    disabled={sending}>Label is on</Button
                  >{/snippet}
              </FactForm>
            {/if}
          </li>
        {/each}
      </ul>
    </section>
  {/each}
</div>

<style>
  .stack {
    max-width: 860px;
  }
  .account {
    font-size: 17px;
  }
  .head {
    justify-content: space-between;
  }
  .place input {
    height: 44px;
    font: inherit;
    padding: 0 10px;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  ul {
    list-style: none;
    margin: 6px 0 0;
    padding: 0;
    columns: 2;
    column-gap: 24px;
  }
  li {
    display: grid;
    grid-template-columns: 52px 1fr auto;
    gap: 8px;
    align-items: center;
    min-height: 52px;
    border-top: 1px solid var(--line);
    break-inside: avoid;
  }
  .code {
    font-size: 22px;
    font-weight: 600;
    color: var(--ink);
    text-decoration: none;
  }
  .code.unsafe {
    text-decoration: underline;
    text-decoration-thickness: 3px;
  }
  .state {
    color: var(--ready);
    font-weight: 500;
  }
  @media (max-width: 800px) {
    ul {
      columns: 1;
    }
  }
</style>
