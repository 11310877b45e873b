<!-- The walls of a survey, changed by pointing: every change is a change to its text. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import { tick } from 'svelte';
  import { applyEdit, ARRANGEMENTS, freeWallName, type Edit } from '$core/kitchen/edit';
  import { BANDS, bareCabinet, type Band, type Cabinet, type Kitchen } from '$core/kitchen/kitchen';
  import type { Reading } from '$core/kitchen/notation';
  import { formatLength, type LengthUnit } from '$core/units/length';
  import CabinetCard from './CabinetCard.svelte';
  import EditHandles from './EditHandles.svelte';
  import type { DrawnPlace, SurveyDrawing } from './survey-drawing';
  import type { TextHistory } from './text-history.svelte';
  import { edgesBeside, tryDrag, type Drag } from './wall-drag';
  import WallDrawing from './WallDrawing.svelte';
  import WallSettings from './WallSettings.svelte';

  interface Props {
    history: TextHistory;
    reading: Reading;
    drawing: SurveyDrawing;
    unit: LengthUnit;
    selected: DrawnPlace | null;
    select: (place: DrawnPlace | null) => void;
    /** a text that is only tried, while something is dragged; null when it is let go */
    trial: (text: string | null) => void;
  }
  let { history, reading, drawing, unit, selected, select, trial }: Props = $props();

  const SCALE = 0.15;
  const WALLS = ['North', 'East', 'South', 'West'];
  const SIDES_OF_ISLAND = ['Island front', 'Island back', 'Island left', 'Island right'];
  const FIRST: Record<Band, string> = { upper: 'pair', base: 'drawer-pair', tall: 'door-door' };
  const BAND_WORDS: Record<Band, string> = { upper: 'hung', base: 'base', tall: 'tall' };

  const kitchen: Kitchen = $derived(reading.kitchen);
  const grid = $derived(unit === 'in' ? 12.7 : 10);
  const cabinet = $derived(selected && (kitchen.walls[selected.wall]?.cabinets[selected.cabinet] ?? null));
  const chosen = $derived.by(() => {
    if (!selected?.front) return new Set<string>();
    for (const [id, at] of drawing.places)
      if (
        at.wall === selected.wall &&
        at.cabinet === selected.cabinet &&
        at.front?.row === selected.front.row &&
        at.front.column === selected.front.column
      )
        return new Set([id]);
    return new Set<string>();
  });

  let card: HTMLElement | undefined = $state();
  /** Room under a card for what is fixed to the bottom of the page, px. */
  const BOTTOM = 90;
  /** Selects what was pointed at and brings its card into view, as far as the wall itself stays in sight. */
  function point(place: DrawnPlace | null) {
    select(place);
    void tick().then(() => {
      const wall = card?.closest('section');
      if (!card || !wall) return;
      const hidden = card.getBoundingClientRect().bottom + BOTTOM - innerHeight;
      const room = wall.getBoundingClientRect().top;
      if (hidden > 0 && room > 0) scrollBy(0, Math.min(hidden, room));
    });
  }
  const apply = (edit: Edit) => history.change(applyEdit(history.text, unit, edit));

  function addWall(names: readonly string[], island: boolean) {
    apply({ kind: 'add-wall', name: freeWallName(kitchen, names), island });
    select(null);
  }
  function add(wall: number, band: Band) {
    const cabinets = kitchen.walls[wall]?.cabinets ?? [];
    const at = selected?.wall === wall ? selected.cabinet + 1 : cabinets.length;
    const fresh: Cabinet = {
      ...bareCabinet(band, unit === 'in' ? 30 * 25.4 : 600),
      rows: structuredClone(ARRANGEMENTS.find((a) => a.key === FIRST[band])?.rows ?? []),
    };
    apply({ kind: 'add', at: { wall, cabinet: at }, cabinet: fresh });
    select({ wall, cabinet: at, front: null });
  }
  function change(next: Cabinet) {
    if (!selected) return;
    apply({ kind: 'change', at: selected, cabinet: next });
    const row = selected.front && next.rows[selected.front.row];
    if (selected.front && !row?.fronts[selected.front.column]) select({ ...selected, front: null });
  }
  /** Where a cabinet goes when it moves one place along its own run. */
  function neighbour(by: -1 | 1): number | null {
    if (!selected || !cabinet) return null;
    const cabinets = kitchen.walls[selected.wall]?.cabinets ?? [];
    let i = selected.cabinet + by;
    while (
      cabinets[i] &&
      cabinets[i]?.band !== cabinet.band &&
      cabinets[i]?.band !== 'tall' &&
      cabinet.band !== 'tall'
    )
      i += by;
    return cabinets[i] ? i : null;
  }
  function move(by: -1 | 1) {
    const to = neighbour(by);
    if (!selected || to === null) return;
    apply({ kind: 'move', at: selected, to });
    select({ ...selected, cabinet: to });
  }
  function remove() {
    if (!selected) return;
    apply({ kind: 'remove', at: selected });
    select(null);
  }

  let drag: Drag | null = null;
  let tried: string | null = null;

  function grab(kind: Drag['kind'], event: PointerEvent) {
    const box = selected && drawing.walls[selected.wall]?.boxes[selected.cabinet];
    if (!selected || !cabinet || !box) return;
    event.preventDefault();
    event.stopPropagation();
    tried = null;
    drag = {
      kind,
      pointer: event.pointerId,
      fromX: event.clientX,
      at: selected,
      before: history.text,
      kitchen,
      cabinet,
      x: box.x,
      edges: edgesBeside(
        drawing.walls[selected.wall]?.boxes ?? [],
        kitchen.walls[selected.wall]?.cabinets ?? [],
        selected.cabinet,
      ),
    };
  }
  function pull(event: PointerEvent) {
    if (drag?.pointer !== event.pointerId) return;
    const came = event.clientX - drag.fromX;
    // Once it moved, it follows back to where it was, too.
    const next =
      tryDrag(drag, came, SCALE, grid, unit) ??
      (tried === null ? null : { text: drag.before, cabinet: drag.at.cabinet });
    if (!next) return;
    tried = next.text;
    if (drag.kind === 'place') select({ ...drag.at, cabinet: next.cabinet });
    trial(tried);
  }
  function release(event: PointerEvent) {
    if (drag?.pointer !== event.pointerId) return;
    const { at } = drag;
    drag = null;
    trial(null);
    if (tried === null) return;
    if (event.type === 'pointercancel') select(at);
    else history.change(tried);
  }
</script>

<svelte:window onpointermove={pull} onpointerup={release} onpointercancel={release} />

<div class="row tools">
  <Button kind="tool" onclick={() => addWall(WALLS, false)}>Add a wall</Button>
  <Button kind="tool" onclick={() => addWall(SIDES_OF_ISLAND, true)}>Add a side of an island</Button>
  <Button kind="tool" disabled={!history.canUndo} onclick={() => history.undo()}>Undo</Button>
  <Button kind="tool" disabled={!history.canRedo} onclick={() => history.redo()}>Redo</Button>
</div>
{#each drawing.walls as wall, w (w)}
  <section class="wall" aria-label="Wall {wall.name}">
    <WallDrawing
      {wall}
      scale={SCALE}
      length="{formatLength(wall.width, unit)} {unit}"
      {chosen}
      pick={(id) => point(drawing.places.get(id) ?? null)}
      pickBox={(cabinet) => point({ wall: w, cabinet, front: null })}
    >
      {#snippet extra({ scale, top })}
        {@const box = selected?.wall === w ? wall.boxes[selected.cabinet] : undefined}
        {#if box}
          <EditHandles {box} {scale} y={top(box.y, box.h)} {grab} />
        {/if}
      {/snippet}
    </WallDrawing>
    <div class="row tools">
      {#each BANDS.filter((b) => !wall.island || b !== 'upper') as band (band)}
        <Button kind="tool" aria-label="Add {BAND_WORDS[band]} on {wall.name}" onclick={() => add(w, band)}
          >+ {BAND_WORDS[band]}</Button
        >
      {/each}
      <WallSettings
        name={wall.name}
        wall={kitchen.walls[w]}
        {unit}
        rename={(name) => apply({ kind: 'rename-wall', wall: w, name })}
        mould={(moulding, mm) => apply({ kind: 'set-moulding', wall: w, moulding, mm })}
        remove={() => {
          select(null);
          apply({ kind: 'remove-wall', wall: w });
        }}
      />
    </div>
    {#if selected?.wall === w && cabinet}
      <div bind:this={card}>
        <CabinetCard
          {cabinet}
          title="Cabinet {selected.cabinet + 1} on {wall.name}"
          {unit}
          front={selected.front}
          movable={{ left: neighbour(-1) !== null, right: neighbour(1) !== null }}
          {change}
          {move}
          {remove}
          close={() => select(null)}
        />
      </div>
    {/if}
  </section>
{:else}
  <p class="soft">
    Add a wall here, or write one: <span class="mono">wall North</span>. What you do in one place shows in the
    other.
  </p>
{/each}

<style>
  .wall {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 4px;
    min-width: 0;
  }
</style>
