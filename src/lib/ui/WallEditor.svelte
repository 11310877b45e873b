<script lang="ts">
  import { tick } from 'svelte';
  /** The walls of a survey, changed by pointing: every change is a change to its text. */
  import { applyEdit, ARRANGEMENTS, freeWallName, snap, type Edit } from '$core/kitchen/edit';
  import { BANDS, bareCabinet, type Band, type Cabinet, type Kitchen } from '$core/kitchen/kitchen';
  import type { Reading } from '$core/kitchen/notation';
  import { MOULDINGS, type Moulding } from '$core/kitchen/notation-words';
  import { formatLength, parseLength, writeLength, type LengthUnit } from '$core/units/length';
  import CabinetCard from './CabinetCard.svelte';
  import type { DrawnPlace, SurveyDrawing } from './survey-drawing';
  import type { TextHistory } from './text-history.svelte';
  import WallDrawing from './WallDrawing.svelte';

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
  /** How near an edge of the other band draws a dragged edge, mm. */
  const REACH = 30;
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
  /** Selects what was pointed at and brings its card into view. */
  function point(place: DrawnPlace | null) {
    select(place);
    void tick().then(() => card?.scrollIntoView({ block: 'nearest' }));
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

  /** Edges of the other run that a dragged edge may line up with, mm. */
  function edges(wall: number, index: number): number[] {
    const boxes = drawing.walls[wall]?.boxes ?? [];
    const cabinets = kitchen.walls[wall]?.cabinets ?? [];
    const own = cabinets[index]?.band;
    return boxes.flatMap((b, i) => (cabinets[i]?.band !== own ? [b.x, b.x + b.w] : []));
  }

  /** What is being dragged: where it was, in the survey as it was. */
  interface Drag {
    kind: 'size' | 'place';
    pointer: number;
    fromX: number;
    at: DrawnPlace;
    before: string;
    kitchen: Kitchen;
    cabinet: Cabinet;
    /** left edge of the cabinet, mm */
    x: number;
    edges: number[];
    tried: string | null;
  }
  let drag: Drag | null = null;

  function grab(kind: Drag['kind'], event: PointerEvent) {
    const box = selected && drawing.walls[selected.wall]?.boxes[selected.cabinet];
    if (!selected || !cabinet || !box) return;
    event.preventDefault();
    event.stopPropagation();
    drag = {
      kind,
      pointer: event.pointerId,
      fromX: event.clientX,
      at: selected,
      before: history.text,
      kitchen,
      cabinet,
      x: box.x,
      edges: edges(selected.wall, selected.cabinet),
      tried: null,
    };
  }
  function pull(event: PointerEvent) {
    if (!drag || event.pointerId !== drag.pointer) return;
    if (drag.tried === null && Math.abs(event.clientX - drag.fromX) < 4) return;
    const by = (event.clientX - drag.fromX) / SCALE;
    if (drag.kind === 'size') {
      const widthMm = draggedWidth(drag, by);
      drag.tried = applyEdit(drag.before, unit, {
        kind: 'change',
        at: drag.at,
        cabinet: { ...drag.cabinet, widthMm },
      });
    } else {
      const to = placeFor(drag.kitchen, drag.at, drag.x + drag.cabinet.widthMm / 2 + by);
      drag.tried =
        to === drag.at.cabinet
          ? drag.before
          : applyEdit(drag.before, unit, { kind: 'move', at: drag.at, to });
      select({ ...drag.at, cabinet: to });
    }
    trial(drag.tried);
  }
  function release(event: PointerEvent) {
    if (!drag || event.pointerId !== drag.pointer) return;
    const { tried, at } = drag;
    drag = null;
    trial(null);
    if (tried === null) return;
    if (event.type === 'pointercancel') select(at);
    else history.change(tried);
  }
  /** A width on the grid, or one that lines up with an edge of the other run. */
  function draggedWidth({ x, cabinet: own, edges: others }: Drag, by: number): number {
    const least = 6 * grid;
    const onGrid = snap(own.widthMm + by, [], grid, 0);
    const edge = snap(x + own.widthMm + by, others, grid, REACH);
    const width = others.includes(edge) ? edge - x : onGrid;
    return Math.round(Math.max(least, Math.min(6000, width)) * 1e6) / 1e6;
  }
  /** Index that a cabinet gets when its middle is let go at a place along its run, mm. */
  function placeFor(k: Kitchen, at: DrawnPlace, middle: number): number {
    const cabinets = k.walls[at.wall]?.cabinets ?? [];
    const band = cabinets[at.cabinet]?.band;
    let x = 0;
    let to = at.cabinet;
    let first = true;
    cabinets.forEach((c, index) => {
      if (c.band !== band) return;
      const mid = x + c.widthMm / 2;
      x += c.widthMm;
      if (index === at.cabinet) return;
      if (mid < middle) to = index < at.cabinet ? index + 1 : index;
      else if (first) to = Math.min(index, at.cabinet);
      first = false;
    });
    return to;
  }

  function setMoulding(wall: number, moulding: Moulding, event: Event & { currentTarget: HTMLInputElement }) {
    const text = event.currentTarget.value.trim();
    const mm = text === '' || text === '0' || text.toLowerCase() === 'none' ? 0 : parseLength(text, unit);
    if (mm !== null) apply({ kind: 'set-moulding', wall, moulding, mm });
  }
  function rename(wall: number, event: Event & { currentTarget: HTMLInputElement }) {
    const name = event.currentTarget.value.replace(/[#\n]/g, ' ').trim();
    if (name) apply({ kind: 'rename-wall', wall, name });
  }
  const MOULDING_WORDS: Record<Moulding, string> = { crown: 'Crown', light: 'Light rail', toe: 'Toe kick' };
  const mouldingOf = (wall: number, m: Moulding) => {
    const w = kitchen.walls[wall];
    return (m === 'crown' ? w?.crownMm : m === 'light' ? w?.lightRailMm : w?.toeMm) ?? 0;
  };
  const SIDE = 22;
</script>

<svelte:window onpointermove={pull} onpointerup={release} onpointercancel={release} />

<div class="row tools">
  <button type="button" class="tool" onclick={() => addWall(WALLS, false)}>Add a wall</button>
  <button type="button" class="tool" onclick={() => addWall(SIDES_OF_ISLAND, true)}
    >Add a side of an island</button
  >
  <button type="button" class="tool" disabled={!history.canUndo} onclick={() => history.undo()}>Undo</button>
  <button type="button" class="tool" disabled={!history.canRedo} onclick={() => history.redo()}>Redo</button>
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
          {@const y = top(box.y, box.h)}
          <rect
            x={box.x * scale - 1}
            y={y - 1}
            width={box.w * scale + 2}
            height={box.h * scale + 2}
            fill="none"
            stroke="var(--act)"
            stroke-width="2"
            pointer-events="none"
          />
          <!-- Both handles have buttons of the same effect in the card below. -->
          <!-- svelte-ignore a11y_no_static_element_interactions -->
          <g class="size" data-handle="size" onpointerdown={(e) => grab('size', e)}>
            <rect
              x={(box.x + box.w) * scale - SIDE / 2}
              y={y + (box.h * scale) / 2 - SIDE}
              width={SIDE}
              height={SIDE * 2}
              rx="4"
              fill="var(--act)"
            />
            <path
              d="M {(box.x + box.w) * scale - 5} {y + (box.h * scale) / 2} l 4 -4 v 8 z M {(box.x + box.w) *
                scale +
                5} {y + (box.h * scale) / 2} l -4 -4 v 8 z"
              fill="var(--card)"
            />
          </g>
          <!-- svelte-ignore a11y_no_static_element_interactions -->
          <g class="place" data-handle="place" onpointerdown={(e) => grab('place', e)}>
            <rect
              x={(box.x + box.w / 2) * scale - SIDE}
              y={y - 6}
              width={SIDE * 2}
              height={SIDE}
              rx="4"
              fill="var(--act)"
            />
            <path
              d="M {(box.x + box.w / 2) * scale - 12} {y + 5} h 24 M {(box.x + box.w / 2) * scale - 12} {y +
                9} h 24"
              stroke="var(--card)"
              stroke-width="2"
            />
          </g>
        {/if}
      {/snippet}
    </WallDrawing>
    <div class="row tools">
      {#each BANDS.filter((b) => !wall.island || b !== 'upper') as band (band)}
        <button
          type="button"
          class="tool"
          aria-label="Add {BAND_WORDS[band]} on {wall.name}"
          onclick={() => add(w, band)}>+ {BAND_WORDS[band]}</button
        >
      {/each}
      <details>
        <summary>The wall</summary>
        <div class="row">
          <label class="labelled"
            >Name<input
              class="field"
              value={wall.name}
              maxlength="60"
              onchange={(e) => rename(w, e)}
            /></label
          >
          {#each MOULDINGS as m (m)}
            <label class="labelled"
              >{MOULDING_WORDS[m]}, {unit}<input
                class="field narrow"
                value={mouldingOf(w, m) ? writeLength(mouldingOf(w, m), unit) : ''}
                placeholder="none"
                onchange={(e) => setMoulding(w, m, e)}
              /></label
            >
          {/each}
          <button
            type="button"
            class="tool"
            onclick={() => {
              select(null);
              apply({ kind: 'remove-wall', wall: w });
            }}>Delete the wall</button
          >
        </div>
      </details>
    </div>
    {#if selected?.wall === w && cabinet}
      <div class="card-place" bind:this={card}>
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
  .card-place {
    scroll-margin-bottom: 90px;
  }
  .wall {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    gap: 4px;
    min-width: 0;
  }
  .size,
  .place {
    touch-action: none;
    cursor: ew-resize;
  }
  .place {
    cursor: grab;
  }
  .narrow {
    width: 90px;
  }
</style>
