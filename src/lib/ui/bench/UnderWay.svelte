<!-- Acts under way. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import { overrun } from '$core/bench/view/overrun';
  import FactForm from '../facts/FactForm.svelte';
  import ActMarks from './ActMarks.svelte';
  import DoneWhen from './DoneWhen.svelte';
  import { getBench } from './bench-page';
  import HowAndCautions from './HowAndCautions.svelte';
  import LeaveOut from './LeaveOut.svelte';
  import MoreHands from './MoreHands.svelte';
  import Paint from './Paint.svelte';

  const bench = getBench();
  const running = $derived(bench.view.list.filter((a) => a.status === 'running'));
</script>

{#each running as act, i (act.work?.id)}
  {@const since = act.work?.since ?? 0}
  {@const ends = overrun(since, act.minutes, bench.now, bench.zone)}
  <section class="card now">
    <p class="soft">
      {act.work?.paused ? 'Paused; begun' : 'Under way since'}
      {bench.near(since)}{act.work?.who ? ` · ${act.work.who}` : ''}
    </p>
    <h2 class="act">{act.act}, lot {act.lot}</h2>
    <Paint {act} />
    {#if act.tape}<p>Tape label {act.tape}.</p>{/if}
    <ActMarks {act} />
    <HowAndCautions {act} />
    <FactForm kind="work.finished" fields={{ work: act.work?.id ?? '' }}>
      {#snippet children(sending)}
        {#if ends !== null}
          <DoneWhen {since} {ends} {sending} />
        {:else}
          <div class="big">
            <Button type="submit" disabled={sending} data-key={i === 0 ? 'd' : undefined}>Done</Button>
          </div>
        {/if}
        <LeaveOut {act} summary="Some were left out" name="leftOut" checked={false} />
      {/snippet}
    </FactForm>
    <MoreHands {act} />
  </section>
{/each}

<style>
  .now {
    border-left: 6px solid var(--act);
  }
  .act {
    font-size: 20px;
    line-height: 1.2;
  }
</style>
