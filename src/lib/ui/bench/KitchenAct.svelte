<!-- An act in the kitchen, in its list: what may be done to it now. -->
<script lang="ts">
  import type { BenchAct } from '$core/bench/view/bench-act';
  import Button from '$ui/kit/Button.svelte';
  import { sayMinutes } from '$core/units/clock-time';
  import FactForm from '../facts/FactForm.svelte';
  import HowAndCautions from './HowAndCautions.svelte';
  import Holds from './Holds.svelte';
  import MakeReady from './MakeReady.svelte';
  import TouchTest from './TouchTest.svelte';

  interface Props {
    act: BenchAct;
    /** a moment in words */
    near: (ms: number) => string;
  }
  let { act, near }: Props = $props();
</script>

<p>
  <b>{act.title}</b>
  <span class="soft"
    >{act.from === null
      ? `ready now · about ${sayMinutes(act.minutes)}`
      : `from ${near(act.from)}`}{act.planned ? ` · planned ${near(act.planned)}` : ''}{act.product
      ? ` · ${act.product}`
      : ''}</span
  >
  {#if act.closes}<span class="warn">▲ before {near(act.closes)}</span>{/if}
</p>
<p class="soft">{act.how}</p>
<HowAndCautions {act} />
{#if act.elsewhere}
  <a href={act.elsewhere.href}>Record it under {act.elsewhere.words}</a>
{:else if act.from === null}
  <Holds {act} />
  <MakeReady {act} {near} />
  <FactForm kind="work.started" fields={{ step: act.step, lot: act.lotId, piece: act.targets }}>
    {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}>Start</Button
      >{/snippet}
  </FactForm>
{:else}
  <TouchTest {act} />
{/if}
