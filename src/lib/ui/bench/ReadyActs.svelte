<!-- Acts that may be done now. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import { sayMinutes } from '$core/units/clock-time';
  import Codes from '../labels/Codes.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import { pieces } from '../words';
  import ActMarks from './ActMarks.svelte';
  import { getBench } from './bench-page.svelte';
  import Holds from './Holds.svelte';
  import HowAndCautions from './HowAndCautions.svelte';
  import LeaveOut from './LeaveOut.svelte';
  import MakeReady from './MakeReady.svelte';
  import Paint from './Paint.svelte';

  const bench = getBench();
  const running = $derived(bench.view.list.filter((a) => a.status === 'running'));
  const ready = $derived(
    bench.view.list.filter((a) => a.status === 'ready' && a.kind !== 'hang' && !a.inKitchen),
  );
</script>

{#each ready as act, i (act.key)}
  <section class="card ready">
    <p class="soft">
      Ready now{#if act.planned && act.planned > bench.now}{' '}· planned {bench.near(act.planned)}{/if}
    </p>
    <h2 class="act">{act.title}</h2>
    <p class="soft">
      {pieces(act.pieces.length)} · about {sayMinutes(act.minutes)}
      {#if act.closes}<span class="warn">▲ before {bench.near(act.closes)}</span>{/if}
    </p>
    <Paint {act} />
    {#if i === 0 && running.length === 0}<ActMarks {act} />{:else}<p>
        <Codes codes={act.pieces.map((p) => p.code)} />
      </p>{/if}
    <MakeReady {act} near={bench.near} />
    {#if act.tape}<p>Tape label {act.tape}.</p>{/if}
    <p class="soft how">{act.how}</p>
    <HowAndCautions {act} />
    <Holds {act} key={i === 0 ? 'g' : undefined} />
    <FactForm kind="work.started" fields={{ step: act.step, lot: act.lotId }}>
      {#snippet children(sending)}
        <div class="big">
          <Button type="submit" disabled={sending} data-key={i === 0 ? 's' : undefined}>Start</Button>
        </div>
        <LeaveOut {act} summary="Leave some out" name="piece" checked={true} />
      {/snippet}
    </FactForm>
  </section>
{/each}

<style>
  .ready {
    border-left: 6px solid var(--ready);
  }
  .act {
    font-size: 20px;
    line-height: 1.2;
  }
  .how {
    margin: 4px 0 8px;
  }
</style>
