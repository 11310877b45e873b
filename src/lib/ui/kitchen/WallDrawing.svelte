<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { ElevationView, FrontView, ZoneView } from '$server/services/job/elevations';
  import { USUAL_CONDITION } from '$core/kitchen/condition';
  import { FORM_WORDS } from '$core/kitchen/kitchen';
  import DoorMark from './DoorMark.svelte';
  import { STATE_WORDS, type Overlay } from './elevation-view';
  import PieceOverlay from './PieceOverlay.svelte';

  interface Props {
    wall: ElevationView;
    /** pixels per millimetre */
    scale?: number;
    /** link of a piece */
    href?: ((id: string) => string) | null;
    /** called when a piece is pointed at; `sweep` when the pointer is drawn over it */
    pick?: ((id: string, sweep: boolean) => void) | null;
    /** called when a cabinet is pointed at, by its index */
    pickBox?: ((index: number) => void) | null;
    /** pieces to stand out */
    chosen?: ReadonlySet<string>;
    overlay?: Overlay;
    zones?: readonly ZoneView[];
    length?: string;
    /** drawn over the wall, in its pixels */
    extra?: Snippet<[{ scale: number; top: (y: number, h: number) => number }]>;
  }
  let {
    wall,
    scale = 0.2,
    href = null,
    pick = null,
    pickBox = null,
    chosen = new Set<string>(),
    overlay = 'state',
    zones = [],
    length = '',
    extra,
  }: Props = $props();

  const width = $derived(Math.max(1, wall.width * scale));
  const height = $derived(wall.height * scale);
  const top = (y: number, h: number) => height - (y + h) * scale;
  const words = (front: FrontView) =>
    overlay === 'state'
      ? `Piece ${front.code}, ${FORM_WORDS[front.form]}, ${STATE_WORDS[front.mark.state]}`
      : `Piece ${front.code}, ${FORM_WORDS[front.form]}`;
  const press = (act: () => void) => (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    act();
  };
</script>

{#snippet piece(front: FrontView)}
  {@const place = { x: front.x * scale, y: top(front.y, front.h), w: front.w * scale, h: front.h * scale }}
  {#if overlay === 'state'}
    <DoorMark
      {...place}
      code={front.code}
      mark={front.mark}
      hex={front.hex}
      hinge={front.hinge}
      glass={front.form === 'glass'}
    />
  {:else}
    <PieceOverlay
      {...place}
      code={front.code}
      {overlay}
      condition={front.condition ?? USUAL_CONDITION}
      zone={zones.find((z) => z.id === front.zone)}
    />
  {/if}
  {#if chosen.has(front.id)}
    <rect
      x={place.x - 2}
      y={place.y - 2}
      width={place.w + 4}
      height={place.h + 4}
      fill="none"
      stroke="var(--act)"
      stroke-width="3.5"
    />
  {/if}
{/snippet}

<figure>
  <figcaption>
    <b>{wall.name}</b>
    <span class="soft"
      >{[
        ...(wall.room ? [wall.room] : []),
        ...(wall.island ? ['island'] : []),
        ...(length ? [length] : []),
      ].join(' · ')}</span
    >
  </figcaption>
  <!-- It scrolls where the wall is wider than the screen, so the keyboard must reach it. -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="scroll" role="group" aria-label="Elevation of {wall.name}" tabindex="0">
    <svg {width} height={height + 2} viewBox="-1 -1 {width + 2} {height + 2}">
      <line x1="0" x2={width} y1={height} y2={height} stroke="var(--line-strong)" />
      {#each wall.boxes as box, i (i)}
        {@const what = box.vacancy}
        <!-- The keyboard reaches a cabinet through its fronts, and an empty one through itself. -->

        <g
          role={pickBox ? 'button' : undefined}
          tabindex={pickBox ? 0 : undefined}
          aria-label={pickBox
            ? `Cabinet ${i + 1} on ${wall.name}${what ? `, ${what.name || what.kind}` : ''}`
            : undefined}
          onclick={pickBox ? () => pickBox(i) : undefined}
          onkeydown={pickBox ? press(() => pickBox(i)) : undefined}
          class:point={pickBox}
        >
          <rect
            x={box.x * scale}
            y={top(box.y, box.h)}
            width={box.w * scale}
            height={box.h * scale}
            fill={what && what.kind !== 'open' ? 'var(--paper)' : 'var(--box)'}
            stroke="var(--line-strong)"
            stroke-dasharray={what && what.kind !== 'open' ? '3 3' : undefined}
          />
          {#if box.blind && box.blind.w > 0}
            <rect
              x={box.blind.x * scale}
              y={top(box.blind.y, box.blind.h)}
              width={box.blind.w * scale}
              height={box.blind.h * scale}
              fill="url(#closed)"
              stroke="var(--line-strong)"
            />
          {/if}
          {#if what}
            <text
              x={(box.x + box.w / 2) * scale}
              y={top(box.y, box.h) + (box.h * scale) / 2 + 4}
              text-anchor="middle"
              font-size="11"
              fill="var(--soft)">{what.name || what.kind}</text
            >
          {/if}
        </g>
      {/each}
      {#each wall.fronts as front (front.id)}
        {#if href}
          <a href={href(front.id)} aria-label={words(front)}>{@render piece(front)}</a>
        {:else if pick}
          <g
            role="button"
            tabindex="0"
            class="point"
            aria-label={words(front)}
            aria-pressed={chosen.has(front.id)}
            data-piece={front.code}
            onclick={() => pick(front.id, false)}
            onpointerenter={(e) => e.buttons === 1 && e.pointerType === 'mouse' && pick(front.id, true)}
            onkeydown={press(() => pick(front.id, false))}>{@render piece(front)}</g
          >
        {:else}
          {@render piece(front)}
        {/if}
      {/each}
      {@render extra?.({ scale, top })}
    </svg>
  </div>
</figure>

<style>
  figure {
    margin: 0;
    min-width: 0;
  }
  figcaption {
    margin-bottom: 4px;
  }
  .scroll {
    overflow-x: auto;
    padding: 2px 2px 4px;
  }
  svg {
    display: block;
    overflow: visible;
    user-select: none;
  }
  .point {
    cursor: pointer;
  }
  a:focus-visible,
  g:focus-visible {
    outline: 3px solid var(--act);
  }
</style>
