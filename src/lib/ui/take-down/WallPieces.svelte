<!-- The pieces of one wall, and what can be said of all of them at once. -->
<script lang="ts">
  import { TICKS } from '$core/bench/state/ticks';
  import FactForm from '$ui/facts/FactForm.svelte';
  import Button from '$ui/kit/Button.svelte';
  import PieceRow from './PieceRow.svelte';
  import { finished, left, PREPARED, type TakeDownWall } from './prepared';

  interface Props {
    wall: TakeDownWall;
    /** where pieces go that come down */
    place: string;
    /** shows only what is left to do */
    todo: boolean;
  }
  let { wall, place, todo }: Props = $props();
  const bare = $derived(wall.pieces.filter((p) => !p.labelled).map((p) => p.id));
  const ready = $derived(wall.pieces.filter((p) => p.labelled && p.at === 'up').map((p) => p.id));
</script>

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
    {#each TICKS as tick (tick)}
      {@const open = wall.pieces.filter((p) => p.labelled && left(p, tick)).map((p) => p.id)}
      {#if open.length > 1}
        <FactForm kind="piece.prepared" fields={{ tick, piece: open }}>
          {#snippet children(sending)}<Button kind="tool" type="submit" disabled={sending}
              >{PREPARED[tick].done}, all {open.length}</Button
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
      <PieceRow {piece} {place} />
    {:else}<li class="soft">All done here.</li>{/each}
  </ul>
</section>

<style>
  .head h2 {
    margin-right: auto;
  }
  ul {
    list-style: none;
    margin: 6px 0 0;
    padding: 0;
  }
  @media (max-width: 800px) {
    .head > :global(form),
    .head :global(.bx--btn),
    .head :global(.tool) {
      width: 100%;
      max-width: none;
    }
  }
</style>
