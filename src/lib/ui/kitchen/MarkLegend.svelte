<script lang="ts">
  import type { Mark } from '$core/bench/view/mark';
  import DoorMark from './DoorMark.svelte';

  let { hex }: { hex: string } = $props();
  const face = (primed: boolean, coats: number) => ({ primed, coats, of: 2 });
  const entries: [string, Mark][] = [
    ['in its opening', { front: face(false, 0), back: face(false, 0), state: 'up' }],
    ['front primed', { front: face(true, 0), back: face(true, 2), state: 'working' }],
    ['drying', { front: face(true, 1), back: face(true, 2), state: 'drying' }],
    ['ready', { front: face(true, 1), back: face(true, 2), state: 'ready' }],
    ['touch-up', { front: face(true, 2), back: face(true, 2), state: 'defect' }],
    ['home', { front: face(true, 2), back: face(true, 2), state: 'home' }],
  ];
</script>

<ul>
  {#each entries as [words, mark] (words)}
    <li>
      <svg width="24" height="30" viewBox="-1 -1 24 30" aria-hidden="true">
        <DoorMark x={0} y={0} w={22} h={28} code="" {mark} {hex} text={0} />
      </svg>
      {words === 'front primed' ? 'front primed, at work' : words}
    </li>
  {/each}
  <li class="soft">upper left: front · lower right: back</li>
</ul>

<style>
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    list-style: none;
    margin: 0;
    padding: 0;
    font-size: 13px;
  }
  li {
    display: flex;
    align-items: center;
    gap: 6px;
  }
</style>
