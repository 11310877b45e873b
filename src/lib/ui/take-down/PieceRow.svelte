<!-- One piece that comes down: its label, what is due before it does, where it went. -->
<script lang="ts">
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import { isTurnUnsafe } from '$core/labels/turn-safe';
  import FactForm from '$ui/facts/FactForm.svelte';
  import Button from '$ui/kit/Button.svelte';
  import { left, PREPARED, type TakeDownPiece } from './prepared';

  let { piece, place }: { piece: TakeDownPiece; place: string } = $props();
</script>

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
        {#snippet children(sending)}<Button type="submit" disabled={sending}>Found, at {place}</Button
          >{/snippet}
      </FactForm>
    {:else if !piece.labelled}
      <FactForm kind="piece.labelled" fields={{ piece: [piece.id] }}>
        {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
            >Label is on</Button
          >{/snippet}
      </FactForm>
    {:else}
      {#each piece.due as tick (tick)}
        {#if piece.ticks.includes(tick)}
          <span class="ticked">✓ {PREPARED[tick].done}</span>
        {:else}
          <FactForm kind="piece.prepared" fields={{ tick, piece: [piece.id] }}>
            {#snippet children(sending)}<Button kind="tool" type="submit" disabled={sending}
                >{PREPARED[tick].act}</Button
              >{/snippet}
          </FactForm>
        {/if}
      {/each}
      {#if piece.at === 'up'}
        <FactForm kind="piece.down" fields={{ piece: [piece.id], place }}>
          {#snippet children(sending)}<Button type="submit" disabled={sending}>Down</Button>{/snippet}
        </FactForm>
      {:else}
        <span class="state">{piece.at === 'home' ? 'home' : `down · ${piece.place}`}</span>
      {/if}
    {/if}
    {#if piece.missing !== null}
      <span class="bad">missing</span>
    {:else if piece.at === 'down'}
      <FactForm kind="piece.missing" fields={{ piece: [piece.id] }}>
        {#snippet children(sending)}<Button kind="tool" type="submit" disabled={sending}>Missing</Button
          >{/snippet}
      </FactForm>
    {/if}
  </div>
</li>

<style>
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
  @media (max-width: 800px) {
    li {
      grid-template-columns: 56px 1fr;
      padding: 8px 0;
    }
    .acts {
      grid-column: 1 / -1;
      justify-content: flex-start;
    }
  }
</style>
