<!-- The goals of a plan in the order in which they count; each may be moved up or down. -->
<script lang="ts">
  import { tick } from 'svelte';
  import { GOAL_NAMES, type Goal } from '$core/planning/model/goals';
  import Button from '$ui/kit/Button.svelte';
  import Group from '$ui/kit/Group.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import { holding } from '$ui/kit/holding.svelte';

  let { goals }: { goals: readonly Goal[] } = $props();
  /** as one word: the same again is no change, and what was moved stays */
  const held = holding(() => goals.join(' '));
  const order = $derived(held.current.split(' ') as Goal[]);
  let list = $state<HTMLOListElement | null>(null);
  let said = $state('');

  async function move(goal: Goal, by: -1 | 1) {
    const from = order.indexOf(goal);
    const others = order.filter((g) => g !== goal);
    held.current = others.toSpliced(from + by, 0, goal).join(' ');
    said = `${GOAL_NAMES[goal]}: now number ${order.indexOf(goal) + 1}`;
    await tick();
    // Where it cannot go on, the other button of the same goal is next.
    const own = list?.children[order.indexOf(goal)];
    const [up, down] = own?.querySelectorAll('button') ?? [];
    const next = by < 0 ? up : down;
    (next?.disabled ? (by < 0 ? down : up) : next)?.focus();
  }
</script>

<Hidden name="goals" value={held.current} />
<Group legend="What counts, one after another: first the promised day, then" column>
  <ol bind:this={list}>
    {#each order as goal, i (goal)}
      <li>
        <span>{i + 1}. {GOAL_NAMES[goal]}</span>
        <Button
          kind="tool"
          disabled={i === 0}
          aria-label="Up: {GOAL_NAMES[goal]}"
          onclick={() => void move(goal, -1)}>Up</Button
        >
        <Button
          kind="tool"
          disabled={i === order.length - 1}
          aria-label="Down: {GOAL_NAMES[goal]}"
          onclick={() => void move(goal, 1)}>Down</Button
        >
      </li>
    {/each}
  </ol>
</Group>
<p class="sr-only" aria-live="polite">{said}</p>

<style>
  ol {
    margin: 4px 0 0;
    padding: 0;
    list-style: none;
    max-width: 460px;
  }
  li {
    display: grid;
    grid-template-columns: 1fr auto auto;
    gap: 4px;
    align-items: center;
    padding: 2px 0;
  }
</style>
