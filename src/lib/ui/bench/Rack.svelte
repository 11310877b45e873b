<!-- The rack by its slots, and what lies elsewhere. A piece is taken by touch or drag, and put by the next touch or a scan. -->
<script lang="ts">
  import type { MarkedPiece } from '$core/bench/view/marked';
  import { readPlace, slotName, type RackRoom } from '$core/bench/state/piece-places';

  interface Props {
    room: RackRoom;
    /** pieces that are down and not home, with where they are */
    lying: readonly { piece: MarkedPiece; place: string }[];
    /** the piece in hand */
    held: string | null;
    hold: (piece: string | null) => void;
    put: (piece: string, place: string) => void;
  }
  let { room, lying, held, hold, put }: Props = $props();

  const slots = $derived.by(() => {
    const at = new Map<number, MarkedPiece[]>();
    for (const { piece, place } of lying) {
      const { kind, number } = readPlace(place);
      if (kind === 'rack' && number !== null) at.set(number, [...(at.get(number) ?? []), piece]);
    }
    return Array.from({ length: room.slots }, (_, i) => ({ slot: i + 1, pieces: at.get(i + 1) ?? [] }));
  });
  const elsewhere = $derived.by(() => {
    const at = new Map<string, MarkedPiece[]>(['table', 'hanger', 'stack', 'van'].map((k) => [k, []]));
    for (const { piece, place } of lying) {
      const { kind, number } = readPlace(place);
      if (kind !== 'rack' || number === null) at.set(place, [...(at.get(place) ?? []), piece]);
    }
    return [...at];
  });
  const code = $derived(lying.find((l) => l.piece.id === held)?.piece.code);
  function touch(place: string) {
    if (held) put(held, place);
  }
  const dropped = (place: string) => (event: DragEvent) => {
    event.preventDefault();
    const piece = event.dataTransfer?.getData('text/plain');
    if (piece) put(piece, place);
  };
  const over = (event: DragEvent) => event.preventDefault();
</script>

{#snippet chip(piece: MarkedPiece)}
  <button
    type="button"
    class="chip mono"
    class:held={held === piece.id}
    aria-pressed={held === piece.id}
    draggable="true"
    ondragstart={(e) => e.dataTransfer?.setData('text/plain', piece.id)}
    onclick={(e) => {
      e.stopPropagation();
      hold(held === piece.id ? null : piece.id);
    }}><i style:background={piece.hex}></i><span class:unsafe={piece.unsafe}>{piece.code}</span></button
  >
{/snippet}

<p class="soft" role="status">
  {#if code}Piece <b class="mono">{code}</b> is in hand: touch where it goes, or scan the slot.{:else}Touch a
    piece to take it in hand, or drag it.{/if}
</p>
<div class="places">
  {#each elsewhere as [place, pieces], i (i)}
    <div class="place" role="group" aria-label={place} ondragover={over} ondrop={dropped(place)}>
      <button type="button" class="name" disabled={!held} onclick={() => touch(place)}>{place}</button>
      {#each pieces as piece (piece.id)}{@render chip(piece)}{/each}
    </div>
  {/each}
</div>
<ol class="rack">
  {#each slots as { slot, pieces } (slot)}
    <li ondragover={over} ondrop={dropped(slotName(slot))}>
      <button
        type="button"
        class="name mono"
        disabled={!held}
        aria-label="Slot {slot}{pieces.length ? '' : ', empty'}"
        onclick={() => touch(slotName(slot))}>{slot}</button
      >
      {#each pieces as piece (piece.id)}{@render chip(piece)}{/each}
    </li>
  {/each}
</ol>

<style>
  .rack {
    list-style: none;
    margin: 10px 0 0;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
    gap: 4px;
  }
  li,
  .place {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px;
    min-height: 46px;
    border: 1px solid var(--line);
    border-bottom: 3px solid var(--line-strong);
    background: var(--card);
  }
  .places {
    display: grid;
    gap: 4px;
    margin-top: 8px;
  }
  .name {
    min-width: 44px;
    min-height: 44px;
    padding: 0 8px;
    border: 0;
    background: none;
    color: var(--soft);
    font: inherit;
    text-align: left;
  }
  .name:not([disabled]) {
    color: var(--act);
    font-weight: 600;
    text-decoration: underline;
    cursor: pointer;
  }
  .chip {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    min-width: 48px;
    min-height: 44px;
    padding: 0 8px;
    border: 1px solid var(--line-strong);
    background: var(--card);
    font-size: 16px;
    cursor: grab;
  }
  .chip i {
    width: 12px;
    height: 20px;
    border: 1px solid var(--ink);
  }
  .held {
    outline: 3px solid var(--act);
  }
</style>
