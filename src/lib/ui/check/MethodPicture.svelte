<!-- How a check is done, as a small drawing; the words beside it say the same. -->
<script lang="ts">
  import type { CheckMethod } from '$core/quality/check-methods';

  let { method }: { method: CheckMethod } = $props();
  /** squares of the lattice that came off in the drawing */
  const OFF = [7, 8, 13];
  const cells = Array.from({ length: 25 }, (_, i) => ({
    i,
    x: 62 + (i % 5) * 14,
    y: 10 + Math.floor(i / 5) * 14,
  }));
  const SIDEWAYS: readonly CheckMethod[] = [
    'fingernail',
    'pencil',
    'blocking',
    'water',
    'chemical',
    'gloss',
    'rubs',
  ];
</script>

<svg viewBox="0 0 200 100" width="200" height="100" aria-hidden="true">
  {#if SIDEWAYS.includes(method)}
    <rect class="wood" x="20" y="72" width="160" height="20" />
    <rect class="film" x="20" y="66" width="160" height="6" />
  {/if}
  {#if method === 'visual'}
    <rect class="wood" x="112" y="6" width="62" height="88" />
    <rect class="line" x="122" y="18" width="42" height="64" />
    <circle class="mark" cx="166" cy="30" r="7" />
    <circle class="mark" cx="143" cy="90" r="7" />
    <path class="line" d="M20 50 Q48 22 76 50 Q48 78 20 50Z" />
    <circle class="dark" cx="48" cy="50" r="9" />
    <path class="dash" d="M80 46 L156 30 M80 54 L134 88" />
  {:else if method === 'fingernail'}
    <path class="hand" d="M150 10 L106 52 Q96 62 103 68 Q112 70 120 62 L166 24Z" />
    <path class="line" d="M98 66 Q100 56 110 54" />
    <path class="mark" d="M90 66 q4 8 8 0" />
  {:else if method === 'cross-cut'}
    {#each cells as c (c.i)}<rect
        class={OFF.includes(c.i) ? 'wood' : 'film'}
        x={c.x}
        y={c.y}
        width="14"
        height="14"
      />{/each}
    <path class="line" d="M52 4 H142 M52 88 H142" stroke-dasharray="3 4" />
  {:else if method === 'pencil'}
    <path class="hand" d="M152 8 L104 56 L98 66 L108 60 L162 18Z" />
    <path class="dark" d="M98 66 L101 60 L104 63Z" />
    <path class="line" d="M120 66 A22 22 0 0 0 113 50" />
    <text x="124" y="60">45°</text>
    <path class="arrow" d="M86 58 H52 m8 -6 l-8 6 l8 6" />
  {:else if method === 'blocking'}
    <rect class="film" x="20" y="28" width="160" height="6" />
    <rect class="wood" x="20" y="8" width="160" height="20" />
    <rect class="dark" x="88" y="34" width="24" height="32" rx="5" />
    <path class="arrow" d="M150 62 V38 m-6 8 l6 -8 l6 8" />
  {:else if method === 'water'}
    <path class="drop" d="M68 66 Q72 46 100 46 Q128 46 132 66Z" />
    <circle class="line" cx="160" cy="30" r="18" />
    <path class="line" d="M160 30 V18 M160 30 L168 34" />
  {:else if method === 'chemical'}
    <rect class="drop" x="76" y="58" width="48" height="8" />
    <path class="line" d="M64 66 V46 Q64 38 100 38 Q136 38 136 46 V66" />
    <path class="drop" d="M96 10 q-10 14 4 16 q14 -2 4 -16 q-4 -6 -8 0Z" />
  {:else if method === 'gloss'}
    <path class="arrow" d="M24 22 L100 66 L176 22 m-12 -1 l12 1 l-5 11" />
    <path class="dash" d="M100 66 V14" />
    <path class="line" d="M100 36 A30 30 0 0 0 74 51" />
    <text x="70" y="38">60°</text>
  {:else if method === 'colour'}
    <rect class="film" x="22" y="18" width="70" height="64" />
    <rect class="wood" x="108" y="18" width="70" height="64" />
    <circle class="reading" cx="57" cy="50" r="16" />
    <circle class="reading" cx="143" cy="50" r="16" />
    <path class="arrow" d="M80 90 H120 m-8 -6 l8 6 l-8 6 M88 84 l-8 6 l8 6" />
  {:else if method === 'rubs'}
    <rect class="hand" x="78" y="42" width="44" height="24" rx="8" />
    <path class="arrow" d="M42 30 H158 m-10 -7 l10 7 l-10 7 M52 23 l-10 7 l10 7" />
  {/if}
</svg>

<style>
  svg {
    max-width: 100%;
    background: var(--card);
    border: 1px solid var(--line);
  }
  .wood {
    fill: var(--line);
    stroke: var(--line-strong);
  }
  .film {
    fill: var(--act-soft);
    stroke: var(--act);
  }
  .line,
  .dash,
  .arrow {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }
  .dash {
    stroke-dasharray: 4 4;
    stroke-width: 1;
  }
  .arrow {
    stroke: var(--act);
    stroke-width: 2.5;
  }
  .mark {
    fill: none;
    stroke: var(--bad);
    stroke-width: 2.5;
  }
  .dark {
    fill: var(--ink);
  }
  .hand {
    fill: var(--card);
    stroke: var(--ink);
    stroke-width: 2;
  }
  .drop {
    fill: var(--act-soft);
    stroke: var(--ink);
  }
  .reading {
    fill: none;
    stroke: var(--ink);
    stroke-width: 2;
  }
  text {
    font-size: 13px;
    fill: var(--ink);
  }
</style>
