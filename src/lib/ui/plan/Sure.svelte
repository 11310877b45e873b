<!-- How sure a planned hand-back is, in words; a date that hardly holds says so. -->
<script lang="ts">
  import { sayDay, sayHalfDay } from '$core/units/clock-time';
  import type { Chances } from '$server/services/plan/chances';
  import { refresh } from '../shell/refresh';
  import { HARDLY, sayChance } from '$core/units/say-chance';

  let { chances, zone }: { chances: Chances | null; zone: string } = $props();
  /** It is asked for again so often while it is worked out, ms. */
  const PACE = 2_000;
  $effect(() => {
    if (chances !== 'asked') return;
    const timer = setInterval(() => void refresh(), PACE);
    return () => clearInterval(timer);
  });
</script>

{#if chances === 'asked'}
  <p class="soft">How sure that is, is being worked out.</p>
{:else if chances}
  <p class:bad={chances.chance < HARDLY}>
    {#if chances.chance < HARDLY}Do not promise that: it holds{:else}That holds{/if} in
    <b>{sayChance(chances.chance)}</b> of futures. Even chance by {sayDay(chances.half, zone)}.
  </p>
  <p>8 in 10: <b class="holds">{sayHalfDay(chances.eight, zone)}</b></p>
{/if}

<style>
  .bad {
    color: var(--bad);
    font-weight: 500;
  }
  .holds {
    font-size: 20px;
  }
</style>
