<!-- A work under way: its end, and who has a hand in it. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import type { BenchAct } from '$core/bench/view/bench-act';
  import { overrun } from '$core/bench/view/overrun';
  import FactForm from '../facts/FactForm.svelte';
  import ActMarks from './ActMarks.svelte';
  import DoneWhen from './DoneWhen.svelte';
  import { getBench } from './bench-page.svelte';
  import HowAndCautions from './HowAndCautions.svelte';
  import LeaveOut from './LeaveOut.svelte';
  import MoreHands from './MoreHands.svelte';
  import Paint from './Paint.svelte';

  interface Props {
    act: BenchAct;
    /** whether the key for Done is this one's */
    isFirst?: boolean;
  }
  let { act, isFirst = false }: Props = $props();
  const bench = getBench();
  const since = $derived(act.work?.since ?? 0);
  const ends = $derived(overrun(since, act.minutes, bench.now, bench.zone));
</script>

<p class="soft">
  {act.work?.paused ? 'Paused; begun' : 'Under way since'}
  {bench.near(since)}{act.work?.who ? ` · ${act.work.who}` : ''}
</p>
<h2 class="act">{act.title}</h2>
<Paint {act} />
{#if act.tape}<p>Tape label {act.tape}.</p>{/if}
{#if act.pieces.length}<ActMarks {act} />{/if}
{#if act.inKitchen}<p class="soft">{act.how}</p>{/if}
<HowAndCautions {act} />
<FactForm kind="work.finished" fields={{ work: act.work?.id ?? '' }}>
  {#snippet children(sending)}
    {#if ends !== null}
      <DoneWhen {since} {ends} {sending} />
    {:else}
      <div class="big">
        <Button type="submit" disabled={sending} data-key={isFirst ? 'd' : undefined}>Done</Button>
      </div>
    {/if}
    {#if act.pieces.length}<LeaveOut {act} summary="Some were left out" name="leftOut" checked={false} />{/if}
  {/snippet}
</FactForm>
<MoreHands {act} />

<style>
  .act {
    font-size: 20px;
    line-height: 1.2;
  }
</style>
