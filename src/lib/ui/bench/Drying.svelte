<!-- What dries until when, and what is ready to hang. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import FactForm from '../facts/FactForm.svelte';
  import { pieces } from '../words';
  import { getBench } from './bench-page.svelte';
  import TouchTest from './TouchTest.svelte';

  const bench = getBench();
  const waiting = $derived(bench.view.list.filter((a) => a.status === 'waiting' && !a.inKitchen));
  const hang = $derived(bench.view.list.filter((a) => a.status === 'ready' && a.kind === 'hang'));
</script>

{#if hang.length}
  <section class="card ready">
    <h2 class="act">Hang</h2>
    <p>{pieces(hang.reduce((n, a) => n + a.pieces.length, 0))} ready to hang.</p>
    <Button href="/jobs/{bench.jobId}/hang">Go to hanging</Button>
  </section>
{/if}
{#if waiting.length}
  <section class="card">
    <h2>Drying</h2>
    {#each waiting as act (act.key)}
      <div class="wait">
        <b class="mono">{bench.near(act.from ?? 0)}</b>
        <div>
          <b>{act.title}</b> <span class="soft">{pieces(act.pieces.length)}</span>
          <TouchTest {act} />
          {#if act.closes}<div class="warn">▲ before {bench.near(act.closes)}</div>{/if}
        </div>
        {#if act.kind !== 'hang'}
          <FactForm kind="work.started" fields={{ step: act.step, lot: act.lotId, piece: act.targets }}>
            {#snippet children(sending)}<Button type="submit" kind="ghost" disabled={sending}
                >Start now</Button
              >{/snippet}
          </FactForm>
        {/if}
      </div>
    {/each}
  </section>
{/if}

<style>
  .ready {
    border-left: 6px solid var(--ready);
  }
  .act {
    font-size: 20px;
    line-height: 1.2;
  }
  .wait {
    display: grid;
    grid-template-columns: minmax(60px, max-content) 1fr auto;
    gap: 10px;
    align-items: center;
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
</style>
