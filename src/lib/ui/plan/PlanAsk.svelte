<!-- What would save time, and how sure the date is: both computed here, while the page goes on answering. -->
<script lang="ts">
  import { MINUTE } from '$core/units/durations';
  import { untrack } from 'svelte';
  import Button from '$ui/kit/Button.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { chanceBy } from '$core/planning/risk/risk';
  import { sayDay, sayMinutes, sayTime } from '$core/units/clock-time';
  import { capital } from '../words';
  import { sayChance as chance } from '$core/units/say-chance';
  import type { Planner } from './planner';
  import type { RiskFound, WhatIfsFound } from '../../workers/questions';

  interface Props {
    planner: Planner;
    zone: string;
    /** the promised day's end, ms since 1970 */
    promised: number | null;
    /** words for an operation */
    say: (operation: string) => string;
    /** how sure the promise is, in words, once that is known */
    sure?: string;
    /** what was asked last: of another plan it is asked again */
    asked: 'what-ifs' | 'risk' | null;
  }
  let { planner, zone, promised, say, sure = $bindable(''), asked = $bindable() }: Props = $props();

  const RUNS = 1000;
  /** What a promise is weighed with before anyone asks. */
  const FEW = 200;
  let whatIfs: WhatIfsFound | null = $state(null);
  let risk: RiskFound | null = $state(null);
  let busy: 'what-ifs' | 'risk' | null = $state(null);
  let share = $state(0);
  let failed = $state('');
  let newest = 0;

  /** @param runs of a risk; with few it was not asked for, and whoever asks meanwhile goes first */
  async function run(kind: 'what-ifs' | 'risk', runs = RUNS): Promise<void> {
    const of = planner;
    const own = ++newest;
    /** the plan moved meanwhile, or something else is asked: nobody waits for what comes now */
    const late = (): boolean => of !== planner || own !== newest;
    busy = kind === 'risk' && runs === FEW ? null : kind;
    share = 0;
    failed = '';
    const progress = (s: number): void => void (late() || (share = s));
    try {
      if (kind === 'what-ifs') {
        const found = await of.whatIfs(progress);
        if (!late()) whatIfs = found;
      } else {
        const found = await of.risk(runs, progress);
        if (!late()) risk = found;
      }
    } catch (error) {
      if (!late()) failed = error instanceof Error ? error.message : String(error);
    }
    if (!late()) busy = null;
  }
  function ask(kind: 'what-ifs' | 'risk'): void {
    asked = kind;
    void run(kind);
  }
  function stop(): void {
    asked = null;
    planner.stop();
  }
  // Another plan has its own answers; the buttons stay where they are, or a tap would miss them while plans move.
  $effect(() => {
    void planner;
    untrack(() => {
      whatIfs = null;
      risk = null;
      busy = null;
      failed = '';
      if (asked) void run(asked);
    });
  });
  const percent = (n: number) => `${Math.round(n * 100)} %`;
  // A promise is weighed unasked, once nothing else is asked.
  $effect(() => {
    if (promised === null || busy !== null || risk !== null || failed) return;
    void planner;
    const timer = setTimeout(() => void run('risk', FEW), 300);
    return () => clearTimeout(timer);
  });
  const promise = $derived.by(() =>
    risk && promised !== null
      ? `${capital(chance(chanceBy(risk, (promised - risk.t0) / MINUTE)))} sure of the promised ${sayDay(promised - MINUTE, zone)}`
      : '',
  );
  $effect(() => {
    sure = promise;
  });
  const KNOWN: Record<string, string> = {
    air: 'the air',
    rework: 'coats done over',
    people: 'the pace of people and days',
  };
  const driver = (of: string) => KNOWN[of] ?? `how long “${say(of)}” takes`;
  const at = (minute: number) => sayTime((risk?.t0 ?? 0) + minute * MINUTE, zone);
  const signed = (minutes: number) =>
    minutes === 0
      ? 'the same work'
      : `${sayMinutes(Math.abs(minutes))} ${minutes > 0 ? 'more' : 'less'} work`;
</script>

<div class="card">
  <h2>What would save time</h2>
  {#if whatIfs}
    <ol>
      {#each whatIfs.list as w (w.key)}
        <li>
          <b>{w.words}</b>
          <span class:ok={(w.gain ?? 0) > 0} class:soft={(w.gain ?? 0) <= 0}>
            {#if w.back === null}no plan fits
            {:else if w.gain === 0}the same hand-back
            {:else}{sayTime(w.back, zone)}: {sayMinutes(Math.abs(w.gain ?? 0))}
              {(w.gain ?? 0) > 0 ? 'sooner' : 'later'}{/if}, {signed(w.minutes)}{#if w.sure !== null}; 8 in 10
              by {sayTime(w.sure, zone)}{/if}
          </span>
        </li>
      {/each}
    </ol>
    {#if whatIfs.widest}
      <p class="soft">
        Whatever the turning and the size of even lots ({whatIfs.widest.ways} ways), with this crew, rack and days
        no plan is before {sayTime(whatIfs.widest.back, zone)}.
      </p>
    {/if}
  {/if}
  {#if busy === 'what-ifs'}
    <progress value={share} aria-label="What-ifs computed"></progress>
    <Button kind="tertiary" onclick={stop}>Stop</Button>
  {:else}
    <Button kind="tertiary" disabled={busy !== null} onclick={() => ask('what-ifs')}
      >{whatIfs ? 'Ask again' : 'Find what would save time'}</Button
    >
  {/if}
</div>

<div class="card">
  <h2>How certain is the date</h2>
  {#if risk}
    {#if promise}<p class="big">{promise}</p>{/if}
    <dl>
      <div>
        <dt>Even chance by</dt>
        <dd>{at(risk.p50)}</dd>
      </div>
      <div>
        <dt>80 % sure by</dt>
        <dd>{at(risk.p80)}</dd>
      </div>
      <div>
        <dt>95 % sure by</dt>
        <dd>{at(risk.p95)}</dd>
      </div>
    </dl>
    <p class="soft">
      As planned, or sooner: {chance(chanceBy(risk, risk.planned))}. Of {risk.runs} runs {risk.missed
        ? `${percent(risk.missed)} miss`
        : 'none misses'} a recoat window{risk.missed ? ': sand those' : ''}.
    </p>
    {#if risk.others}<p class="soft">
        {risk.others === 1 ? 'The job that shares' : `The ${risk.others} jobs that share`} people or place
        {risk.others === 1 ? 'is' : 'are'} carried out with it; the first promised goes first.
      </p>{/if}
    <p class="soft">
      Most depends on {risk.drivers
        .filter((d) => d.share > 0.02)
        .slice(0, 3)
        .map((d) => `${driver(d.of)} (${percent(d.share)})`)
        .join(', ') || 'nothing in particular'}.
    </p>
    <p class="soft">
      Work varies by {percent(risk.model.workVariation)}; of 100 coats on a piece {(
        risk.model.rework * 100
      ).toFixed(2)} are done over{risk.model.learnt.works + risk.model.learnt.passes > 0
        ? `: the usual figures, drawn towards ${risk.model.learnt.works} works and ${risk.model.learnt.passes} coats recorded here`
        : ', as a rule'}. The air errs from the forecast by {risk.model.celsius.toFixed(1)} K and {percent(
        risk.model.humidity,
      )} of humidity{risk.model.learnt.weather > 0
        ? `, drawn towards ${risk.model.learnt.weather} days of readings beside the forecast of the day before`
        : ', as a rule'}.
    </p>
  {/if}
  {#if busy === 'risk'}
    <progress value={share} aria-label="Runs made"></progress>
    <Button kind="tertiary" onclick={stop}>Stop</Button>
  {:else}
    <Button kind="tertiary" disabled={busy !== null} onclick={() => ask('risk')}
      >{risk && risk.runs >= RUNS ? 'Compute again' : 'Compute the chances'}</Button
    >
  {/if}
  {#if failed}<Notice>{failed}</Notice>{/if}
</div>

<style>
  ol {
    margin: 0 0 10px;
    padding-left: 20px;
    list-style: decimal;
  }
  li {
    padding: 3px 0;
  }
  li span {
    display: block;
    font-size: 13px;
  }
  .big {
    font-size: 20px;
    font-weight: 600;
  }
  dl {
    margin: 0 0 6px;
  }
  dl div {
    display: flex;
    justify-content: space-between;
    gap: 10px;
    padding: 2px 0;
  }
  dt {
    color: var(--soft);
  }
  dd {
    margin: 0;
    font-weight: 600;
  }
</style>
