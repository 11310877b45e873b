<script lang="ts">
  import DoorMark from './DoorMark.svelte';
  import type { ElevationView } from '$server/services/elevations';
  import { STATE_WORDS } from './elevation-view';

  interface Props {
    wall: ElevationView;
    hex: string;
    /** pixels per millimetre */
    scale?: number;
    /** link of a piece; without it the drawing is only looked at */
    href?: ((id: string) => string) | null;
    /** pieces to stand out */
    chosen?: ReadonlySet<string>;
    length?: string;
  }
  let { wall, hex, scale = 0.2, href = null, chosen = new Set<string>(), length = '' }: Props = $props();

  const width = $derived(Math.max(1, wall.width * scale));
  const height = $derived(wall.height * scale);
  const top = (y: number, h: number) => height - (y + h) * scale;
</script>

<figure>
  <figcaption><b>{wall.name}</b> <span class="soft">{length}</span></figcaption>
  <!-- It scrolls where the wall is wider than the screen, so the keyboard must reach it. -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="scroll" role="group" aria-label="Elevation of {wall.name}" tabindex="0">
    <svg {width} height={height + 2} viewBox="-1 -1 {width + 2} {height + 2}" class:link={href !== null}>
      {#each wall.boxes as box, i (i)}
        <rect
          x={box.x * scale}
          y={top(box.y, box.h)}
          width={box.w * scale}
          height={box.h * scale}
          fill={box.open === null ? 'var(--box)' : 'var(--paper)'}
          stroke="var(--line-strong)"
          stroke-dasharray={box.open === null ? undefined : '3 3'}
        />
        {#if box.open !== null && box.open !== 'open'}
          <text
            x={(box.x + box.w / 2) * scale}
            y={top(box.y, box.h) + (box.h * scale) / 2 + 4}
            text-anchor="middle"
            font-size="11"
            fill="var(--soft)">{box.open}</text
          >
        {/if}
      {/each}
      {#each wall.fronts as front (front.id)}
        {@const place = {
          x: front.x * scale,
          y: top(front.y, front.h),
          w: front.w * scale,
          h: front.h * scale,
        }}
        {#if href}
          <a
            href={href(front.id)}
            aria-label="Piece {front.code}, {front.form}, {STATE_WORDS[front.mark.state]}"
          >
            <DoorMark
              {...place}
              code={front.code}
              mark={front.mark}
              {hex}
              hinge={front.hinge}
              glass={front.form === 'glass'}
            />
          </a>
        {:else}
          <DoorMark
            {...place}
            code={front.code}
            mark={front.mark}
            {hex}
            hinge={front.hinge}
            glass={front.form === 'glass'}
          />
        {/if}
        {#if chosen.has(front.id)}
          <rect
            x={place.x - 3}
            y={place.y - 3}
            width={place.w + 6}
            height={place.h + 6}
            fill="none"
            stroke="var(--act)"
            stroke-width="3"
          />
        {/if}
      {/each}
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
    padding-bottom: 4px;
  }
  svg {
    display: block;
  }
  a:focus-visible {
    outline: 3px solid var(--act);
  }
</style>
