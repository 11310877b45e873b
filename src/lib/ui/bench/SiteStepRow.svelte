<!-- A step in the kitchen: what may be done to it now. -->
<script lang="ts">
  import type { benchView } from '$core/bench/view/view';
  import Button from '$ui/kit/Button.svelte';
  import { overrun } from '$core/bench/view/overrun';
  import { sayMinutes } from '$core/units/clock-time';
  import Cautions from './Cautions.svelte';
  import DoneWhen from './DoneWhen.svelte';
  import FactForm from '../facts/FactForm.svelte';

  interface Props {
    step: ReturnType<typeof benchView>['site'][number];
    now: number;
    zone: string;
    /** a moment in words */
    near: (ms: number) => string;
  }
  let { step, now, zone, near }: Props = $props();
  const ends = $derived(step.work ? overrun(step.work.since, step.minutes, now, zone) : null);
</script>

<p>
  <b>{step.act}{step.colour ? `, ${step.colour}` : ''}</b>
  <span class="soft"
    >{step.work
      ? `under way since ${near(step.work.since)} · ${step.work.who}`
      : step.from > now
        ? `from ${near(step.from)}`
        : `ready now · about ${sayMinutes(step.minutes)}`}{step.planned && !step.work
      ? ` · planned ${near(step.planned)}`
      : ''}{step.product ? ` · ${step.product}` : ''}</span
  >
</p>
<p class="soft">{step.how}</p>
<Cautions cautions={step.cautions} />
{#if step.work}
  <FactForm kind="site.finished" fields={{ work: step.work.id }}>
    {#snippet children(sending)}
      {#if ends !== null}<DoneWhen since={step.work?.since ?? 0} {ends} {sending} />
      {:else}<Button type="submit" disabled={sending}>Done</Button>{/if}
    {/snippet}
  </FactForm>
{:else if step.elsewhere}
  <a href={step.elsewhere.href}>Record it under {step.elsewhere.words}</a>
{:else if step.from <= now}
  {#if step.toLoad}
    <FactForm
      kind="paint.loaded"
      fields={{ paint: `${step.toLoad.product} ${step.toLoad.colour}`, of: 'wall' }}
    >
      {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
          >It holds {step.toLoad?.words}</Button
        >{/snippet}
    </FactForm>
  {/if}
  {#if step.ready}
    <p class="warn">
      {step.ready.why === 'late'
        ? `Its time was over ${near(step.ready.since)}: scuff it and dust it off, or score it, as the film asks.`
        : `It stood since ${near(step.ready.since)}: wipe the dust off with a tack cloth first.`}
    </p>
    <FactForm kind="site.readied" fields={{ step: step.key }}>
      {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
          >{step.ready?.why === 'late' ? 'Scuffed or scored' : 'Wiped'}</Button
        >{/snippet}
    </FactForm>
  {/if}
  <FactForm kind="site.started" fields={{ step: step.key }}>
    {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}>Start</Button
      >{/snippet}
  </FactForm>
{/if}
