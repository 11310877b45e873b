<!-- The frame of the cabinet that is chosen, with handles for its width and its place. Buttons of the same effect are in its card. -->
<script lang="ts">
  import type { Box } from '$core/kitchen/geometry';

  interface Props {
    /** mm */
    box: Box;
    /** px for a mm */
    scale: number;
    /** top of the cabinet, px */
    y: number;
    grab: (kind: 'size' | 'place', event: PointerEvent) => void;
  }
  let { box, scale, y, grab }: Props = $props();
  const SIDE = 22;
</script>

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
    d="M {(box.x + box.w) * scale - 5} {y + (box.h * scale) / 2} l 4 -4 v 8 z M {(box.x + box.w) * scale +
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
    d="M {(box.x + box.w / 2) * scale - 12} {y + 5} h 24 M {(box.x + box.w / 2) * scale - 12} {y + 9} h 24"
    stroke="var(--card)"
    stroke-width="2"
  />
</g>

<style>
  .size,
  .place {
    touch-action: none;
    cursor: ew-resize;
  }
  .place {
    cursor: grab;
  }
</style>
