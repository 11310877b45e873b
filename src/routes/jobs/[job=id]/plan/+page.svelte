<!-- The plan: the board, the hand-back and its bound, what was decided for it, and what to take along. -->
<script lang="ts">
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { enhance } from '$app/forms';
  import { sayWhyNoPlan } from '$core/job-plan/say-no-plan';
  import { sayMinutes, sayTime } from '$core/units/clock-time';
  import Changed from '$ui/shell/Changed.svelte';
  import Cautions from '$ui/bench/Cautions.svelte';
  import Codes from '$ui/labels/Codes.svelte';
  import AirBlocked from '$ui/plan/AirBlocked.svelte';
  import CriticalChain from '$ui/plan/CriticalChain.svelte';
  import DayByDay from '$ui/plan/DayByDay.svelte';
  import HandBack from '$ui/plan/HandBack.svelte';
  import HaveAtHand from '$ui/plan/HaveAtHand.svelte';
  import Pinned from '$ui/plan/Pinned.svelte';
  import SetUp from '$ui/plan/SetUp.svelte';
  import PlanMoved from '$ui/plan/PlanMoved.svelte';
  import TakeAlong from '$ui/plan/TakeAlong.svelte';
  import { openPlanner, type Planner } from '$ui/plan/planner';
  import FrontsAway from '$ui/plan/FrontsAway.svelte';
  import OtherPlans from '$ui/plan/OtherPlans.svelte';
  import LotsAndTurning from '$ui/plan/LotsAndTurning.svelte';
  import PlanAsk from '$ui/plan/PlanAsk.svelte';
  import TimeBoard from '$ui/plan/board/TimeBoard.svelte';

  let { data, form } = $props();
  const refused = $derived(form && 'refused' in form ? (form.refused ?? '') : '');
  const address = $derived(`/jobs/${data.jobId}/plan`);
  const operations = $derived(new Map(data.operations));
  const say = (operation: string) => operations.get(operation) ?? operation;
  /** the plan that the worker was given; another one needs another worker */
  const known = $derived(
    `${data.jobId} ${data.handBack?.at ?? ''} ${data.pins.map((p) => p.operation + p.at).join()}`,
  );
  let planner: Planner | null = $state(null);
  /** the chance of the promise, in words */
  let sure = $state('');
  /** what is asked of the planner, and what more is known of the plan: where the plan moves, it is asked of the new one */
  let asked: { trades: boolean; settle: boolean; more: 'what-ifs' | 'risk' | null } = $state({
    trades: false,
    settle: false,
    more: null,
  });
  $effect(() => {
    void known;
    const made = openPlanner(`${address}/ask.json`);
    planner = made;
    return () => made.close();
  });
  async function tryPin(operation: string, at: number): Promise<string> {
    const tried = await planner?.tryPin(operation, at);
    if (!tried) return '';
    if (tried.back === null) {
      const why = tried.none && sayWhyNoPlan(tried.none, data.operations, tried.t0, data.zone);
      return why ? `no plan fits (${why})` : 'nothing is left to plan';
    }
    const off = Math.round((tried.back - (data.handBack?.at ?? tried.back)) / 60_000);
    return `hand back ${sayTime(tried.back, data.zone)}, ${off === 0 ? 'as before' : `${sayMinutes(Math.abs(off))} ${off > 0 ? 'later' : 'sooner'}`}`;
  }
  let pinForm: HTMLFormElement | undefined = $state();
  let pinning = $state({ operation: '', at: 0 as number | null });
  function setPin(operation: string, at: number | null): void {
    pinning = { operation, at };
    // The form takes the new values first.
    setTimeout(() => pinForm?.requestSubmit());
  }
</script>

<div class="pair plan">
  <div class="stack board">
    {#if form && 'is' in form && form.is}
      <Changed was={form.was ?? null} is={form.is} measures={data.measures} zone={data.zone} />
    {/if}
    {#if data.none}
      <div class="card none" role="alert">
        <h2>{data.none.proven ? 'No plan can be right' : 'No plan was found'}</h2>
        <p>{data.none.reason}.</p>
        <p class="soft">Change the hours, the people, the rack or the size of the lots, and plan again.</p>
      </div>
    {/if}
    {#if data.airBlocks.length}
      <AirBlocked
        blocks={data.airBlocks}
        place={data.chosen?.place ?? 'place'}
        zone={data.zone}
        currency={data.costs?.currency ?? ''}
        address="{address}/remedies.json"
      />
    {/if}
    {#if refused}<Notice>{refused}</Notice>{/if}
    {#if form && 'keeping' in form && form.keeping?.lost.length}
      <Notice kind="warn">These could not be kept: {form.keeping.lost.join('; ')}.</Notice>
    {/if}
    {#if data.moves.length}
      <PlanMoved {data} />
    {/if}
    <form
      bind:this={pinForm}
      method="post"
      action={pinning.at === null ? '?/unpin' : '?/pin'}
      use:enhance
      hidden
      aria-hidden="true"
    >
      <Hidden name="operation" value={pinning.operation} />
      <Hidden name="at" value={pinning.at ?? ''} />
    </form>
    {#if data.board.bars.length}
      <TimeBoard
        {...data.board}
        measures={data.measures}
        onTry={tryPin}
        onPin={setPin}
        now={data.now}
        zone={data.zone}
        hex={data.colour.hex}
        handBack={data.handBack?.at ?? null}
      />
    {/if}
    {#if data.pins.length}
      <Pinned {data} />
    {/if}
    <SetUp lines={data.setUp} href="{address}/set-up" />
    <DayByDay {data} />
  </div>
  <div class="stack sooner">
    {#if data.handBack}
      <HandBack {data} handBack={data.handBack} {sure} />
    {:else if data.home}
      <div class="card">
        <h2>Everything is hung</h2>
        <a href="/jobs/{data.jobId}/hand-over">Hand over</a>
      </div>
    {/if}
  </div>
  <div class="stack rest">
    {#if data.chain?.length}
      <CriticalChain {data} />
    {/if}
    {#if planner && data.handBack}
      <div class="stack not-printed">
        {#key planner}
          {#if data.household}
            <FrontsAway
              household={data.household}
              labour={data.labour}
              costs={data.costs}
              boundHolds={data.boundHolds}
              later={data.later}
              zone={data.zone}
            />
            <OtherPlans {planner} {data} bind:asked={asked.trades} />
          {/if}
          {#if !data.begun}
            <LotsAndTurning {planner} zones={data.turns} zone={data.zone} bind:asked={asked.settle} />
          {/if}
        {/key}
        <PlanAsk
          {planner}
          zone={data.zone}
          promised={data.promised}
          {say}
          bind:sure
          bind:asked={asked.more}
        />
      </div>
    {/if}
    {#if data.handBack}
      <TakeAlong {address} feed={form && 'feed' in form && form.feed ? form.feed.address : ''} />
    {/if}
    {#if data.needs.length}
      <HaveAtHand {data} />
    {/if}
    {#if data.chosen}
      <div class="card">
        <h2>{data.systemName}</h2>
        <Cautions cautions={data.cautions} />
      </div>
    {/if}
    {#if data.lots.length}
      <div class="card">
        <h2>Lots</h2>
        {#each data.lots as lot, i (i)}<p>
            <b>{lot.name}</b>
            <Codes codes={lot.codes} />
          </p>{/each}
      </div>
    {/if}
  </div>
</div>

<style>
  .plan {
    grid-template-areas: 'board sooner' 'board rest';
    grid-template-rows: auto 1fr;
    row-gap: 12px;
  }
  .board {
    grid-area: board;
  }
  .sooner {
    grid-area: sooner;
  }
  .rest {
    grid-area: rest;
  }
  @media print {
    .plan {
      grid-template-areas: 'sooner' 'board' 'rest';
      grid-template-rows: none;
    }
  }
  @media (max-width: 800px) {
    .plan {
      grid-template-areas: 'sooner' 'board' 'rest';
      grid-template-rows: none;
    }
  }
  .none {
    border-left: 6px solid var(--bad);
  }
</style>
