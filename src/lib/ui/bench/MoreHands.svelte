<!-- Pausing, joining and handing over a work. -->
<script lang="ts">
  import Button from '$ui/kit/Button.svelte';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import type { BenchAct } from '$core/bench/view/bench-act';
  import FactForm from '../facts/FactForm.svelte';
  import { getBench } from './bench-page.svelte';

  let { act }: { act: BenchAct } = $props();
  const bench = getBench();
  const work = $derived(act.work?.id ?? '');
</script>

<div class="hands">
  <FactForm kind={act.work?.paused ? 'work.resumed' : 'work.paused'} fields={{ work }}>
    {#snippet children(sending)}<Button type="submit" kind="ghost" disabled={sending}
        >{act.work?.paused ? 'Go on' : 'Pause'}</Button
      >{/snippet}
  </FactForm>
  {#if bench.people.length > 1}
    <FoldOut words="Another person">
      {#each bench.people.filter((p) => !act.work?.hands.includes(p.id)) as person (person.id)}
        <div class="row">
          <span>{person.name}</span>
          <FactForm kind="work.joined" fields={{ work, by: person.id }}>
            {#snippet children(sending)}<Button type="submit" kind="ghost" disabled={sending}>joins</Button
              >{/snippet}
          </FactForm>
          <FactForm kind="work.handed" fields={{ work, to: person.id }}>
            {#snippet children(sending)}<Button type="submit" kind="ghost" disabled={sending}
                >takes over</Button
              >{/snippet}
          </FactForm>
        </div>
      {/each}
    </FoldOut>
  {/if}
</div>

<style>
  .hands {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: start;
    margin-top: 6px;
  }
</style>
