<!-- Looks for a better way to divide and turn the pieces, here and with progress; it may be let go on for as long as somebody likes. -->
<script lang="ts">
  import { onMount } from 'svelte';
  import { enhance } from '$app/forms';
  import { PATTERN_FACTS } from '$core/coating/pattern';
  import { DIVISION_NAMES } from '$core/planning/job/lots';
  import { sayDay, sayHours, sayMinutes, sayTime } from '$core/units/clock-time';
  import Button from '$ui/kit/Button.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { counted } from '../words';
  import type { SettledFound } from '../../workers/questions';
  import type { Planner } from './planner';

  interface Props {
    planner: Planner;
    /** colour zones in words, by id */
    zones: readonly { id: string; words: string }[];
    zone: string;
    /** whether it is being asked: where the plan moves meanwhile, it is asked of the new one */
    asked: boolean;
  }
  let { planner, zones, zone, asked = $bindable() }: Props = $props();
  /** how hard was looked; every further search looks twice as hard */
  let times = $state(0);
  let found = $state<SettledFound | null>(null);
  let busy = $state(false);
  let share = $state(0);
  let failed = $state('');

  async function look(): Promise<void> {
    [asked, busy, share, failed] = [true, true, 0, ''];
    times = times ? times * 2 : 1;
    try {
      const best = await planner.settle(times, (s) => (share = s));
      if (best && (!found || best.better || !found.better)) found = best;
      if (!best && !found) failed = 'No plan was found for any other way.';
    } catch (error) {
      failed = error instanceof Error ? error.message : String(error);
    }
    asked = busy = false;
  }
  function stop(): void {
    asked = false;
    planner.stop();
  }
  onMount(() => {
    if (asked) void look();
  });
  const turned = $derived(
    found
      ? [
          PATTERN_FACTS[found.pattern].name,
          ...Object.entries(found.patterns).map(
            ([id, way]) => `${zones.find((z) => z.id === id)?.words ?? id}: ${PATTERN_FACTS[way].name}`,
          ),
        ].join('; ')
      : '',
  );
</script>

<div class="card">
  <h2>Lots and turning</h2>
  {#if found}
    <p>
      {counted(found.lots, 'lot')} of up to {counted(found.lotSize, 'piece')}, {DIVISION_NAMES[
        found.division
      ]}.
      {turned}.
    </p>
    {#if found.better}
      <p class="ok">
        Hand back {sayTime(found.back, zone)}{found.gain === 0
          ? ''
          : `, ${sayMinutes(Math.abs(found.gain))} ${found.gain > 0 ? 'sooner' : 'later'}`}{found.saves > 0
          ? `; ${sayHours(found.saves)} less of hands`
          : ''}{found.sure === null ? '' : `; 8 in 10 by ${sayDay(found.sure, zone)}`}.
      </p>
      <form method="post" action="?/divide" use:enhance>
        <Hidden name="division" value={found.division} />
        <Hidden name="lotSize" value={found.lotSize} />
        <Hidden name="pattern" value={found.pattern} />
        <Hidden name="patterns" value={JSON.stringify(found.patterns)} />
        <Button type="submit" disabled={busy}>Plan it so</Button>
      </form>
    {:else}
      <p class="soft">The best that was found is no better than the plan, by what counts first.</p>
    {/if}
    {#if !found.whole}<p class="soft">It was stopped before every way was looked at.</p>{/if}
  {:else}
    <p class="soft">Every size of lots that fits, five ways to divide them and four to turn the pieces.</p>
  {/if}
  {#if busy}
    <progress value={share} aria-label="Ways looked at"></progress>
    <Button kind="tertiary" onclick={stop}>Stop</Button>
  {:else}
    <Button kind="tertiary" onclick={look}>
      {found ? 'Look twice as hard' : 'Find better lots and turning'}
    </Button>
  {/if}
  {#if failed}<Notice>{failed}</Notice>{/if}
</div>

<style>
  form {
    margin-bottom: 8px;
  }
</style>
