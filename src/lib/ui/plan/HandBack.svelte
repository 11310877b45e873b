<!-- When the kitchen is handed back, how near that is to the best possible, and a longer search for better. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import Sure from './Sure.svelte';
  import { onDestroy, onMount } from 'svelte';
  import { sayDay, sayMinutes, sayTime } from '$core/units/clock-time';
  import { operationId } from '$core/planning/model/operation-id';
  import { SITE } from '$core/takeoff/site-route';
  import { visitKey } from '$core/takeoff/visits';
  import { counted } from '../words';
  import { refresh } from '../shell/refresh';
  import type { PlanData } from './plan-page';

  const HANDLES = operationId(SITE, visitKey('handles'));

  interface Props {
    data: PlanData;
    handBack: NonNullable<PlanData['handBack']>;
    /** the chance of the promise, in words; empty while it is not known */
    sure: string;
  }
  let { data, handBack, sure }: Props = $props();
  /** what is planned first */
  const next = $derived(
    data.board.bars.filter((b) => b.tense === 'planned').sort((a, b) => a.start - b.start)[0],
  );
  /** fitting handles, where the film takes prints until after the hand-back */
  const second = $derived(data.board.bars.find((b) => b.operation === HANDLES && b.start >= handBack.at));
  // svelte-ignore state_referenced_locally
  let search = $state(data.search);
  let timer: ReturnType<typeof setTimeout> | undefined;
  const ask = async (method: 'GET' | 'POST' | 'DELETE'): Promise<void> => {
    const was = search.state;
    const answer = await fetch(`/jobs/${data.jobId}/plan/search`, { method }).catch(() => null);
    if (answer?.ok) search = await answer.json();
    clearTimeout(timer);
    if (search.state === 'running') timer = setTimeout(() => void ask('GET'), 400);
    else if (was === 'running') await refresh();
  };
  onMount(() => {
    if (search.state === 'running') void ask('GET');
  });
  onDestroy(() => clearTimeout(timer));
</script>

<div class="card back stack">
  <h2>Hand back</h2>
  <p class="big">{sayTime(handBack.at, data.zone)}</p>
  <Sure chances={data.chances} zone={data.zone} />
  {#if data.planning.length}
    <p>This is the last plan. A new one is being made.</p>
  {:else if handBack.bound < handBack.at}
    <p>
      With {data.boundHolds}, no plan is before <b>{sayTime(handBack.bound, data.zone)}</b>.
    </p>
  {:else}
    <p>With {data.boundHolds}, no plan is sooner.</p>
  {/if}
  {#if data.household}
    <p>
      Without fronts for <b>{counted(data.household.days, 'day')}</b>, {sayDay(
        data.household.from,
        data.zone,
      )} to
      {sayDay(data.household.to, data.zone)}.
    </p>
  {/if}
  {#if second}
    <p>A second visit for the handles: <b>{sayTime(second.start, data.zone)}</b>, {second.who}.</p>
  {/if}
  {#if next}
    <p>
      Next: <b>{next.words}</b>, {next.where === 'kitchen' && next.kind !== 'hang'
        ? 'in the kitchen'
        : next.kind === 'visit'
          ? 'from the kitchen'
          : `lot ${next.lot}`}, {sayTime(next.start, data.zone)}, {next.who}.
    </p>
  {/if}
  {#if data.promised !== null}
    <p class:bad={handBack.at > data.promised}>
      {sure || `Promised ${sayDay(data.promised - 60_000, data.zone)}`}{handBack.at > data.promised
        ? ': planned after that'
        : ''}.
    </p>
  {/if}
  {#if handBack.bound < handBack.at || search.state === 'running'}
    {#if search.state === 'running'}
      <progress value={search.share} aria-label="Looking for a better plan"></progress>
      <p class="soft">Looking for a better plan. The best so far is kept.</p>
      <Button kind="tertiary" onclick={() => ask('DELETE')}>Stop</Button>
    {:else}
      {#if search.state === 'done'}<p class="soft" role="status">
          {search.gain ? `Found ${sayMinutes(search.gain)}.` : 'Nothing better was found.'}
        </p>{/if}
      <Button kind="tertiary" onclick={() => ask('POST')}>Search longer for a better plan</Button>
    {/if}
  {/if}
  <p class="soft">
    {data.airBy === 'forecast'
      ? `Waits in the air of the ${data.chosen?.place}, by readings and forecast.`
      : data.airBy === 'readings'
        ? `Waits in the air of the ${data.chosen?.place} as it was last read: nobody forecasts.`
        : data.chosen?.air === 'place'
          ? `Nobody knows the air of the ${data.chosen.place}: no forecast is connected and nothing was read lately. Waits by the sheet, at 25 °C, 50 % humidity. Read the air under Air.`
          : 'Waits by the sheet, at 25 °C, 50 % humidity.'}
  </p>
</div>

<style>
  .back {
    gap: 4px;
    justify-items: start;
    border-left: 5px solid var(--act);
  }
  .big {
    font-size: 24px;
    font-weight: 600;
  }
  .bad {
    color: var(--bad);
    font-weight: 500;
  }
</style>
