<!-- The walls of a kitchen; every front leads to what may be said of it. -->
<script lang="ts">
  import type { CustomerView } from '$server/services/customer/customer-page';

  let { view }: { view: CustomerView } = $props();
  const stateOf = (id: string) => view.page.fronts.find((f) => f.id === id);
  const chosen = $derived(view.chosen);
</script>

{#each view.walls as wall, i (i)}
  <figure>
    <figcaption>{wall.name}</figcaption>
    <svg
      viewBox="{-20} {-wall.height - 20} {wall.width + 40} {wall.height + 40}"
      style:max-width="{Math.min(720, wall.width / 4)}px"
    >
      {#each wall.boxes as b, n (n)}
        <rect x={b.x} y={-b.y - b.h} width={b.w} height={b.h} class="box" />
      {/each}
      {#each wall.fronts as f (f.id)}
        {@const state = stateOf(f.id)}
        <a
          href="?piece={f.id}#piece"
          aria-label="{state?.name ?? 'piece'} {f.code}: {state?.words ?? ''}"
          class:on={chosen?.id === f.id}
        >
          <rect x={f.x} y={-f.y - f.h} width={f.w} height={f.h} class="front" />
          <rect
            x={f.x}
            y={-f.y - f.h * (state?.share ?? 0)}
            width={f.w}
            height={f.h * (state?.share ?? 0)}
            fill={f.hex}
            stroke="none"
          />
          <rect x={f.x} y={-f.y - f.h} width={f.w} height={f.h} class="edge" />
          {#if state?.isHome}<text x={f.x + f.w / 2} y={-f.y - f.h / 2 + 30} text-anchor="middle">✓</text
            >{/if}
        </a>
      {/each}
    </svg>
  </figure>
{/each}
