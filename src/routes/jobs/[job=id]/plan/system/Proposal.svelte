<!-- A finish system that is proposed for a kitchen: what speaks for it and against it, its coats, and how it lasted. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import Button from '$ui/kit/Button.svelte';
  import Hidden from '$ui/kit/Hidden.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import { worseWords } from '$ui/lasting/say-lasting';
  import type { PageData } from './$types';

  let {
    proposal: p,
    place,
    data,
  }: { proposal: PageData['proposals'][number]; place: number; data: PageData } = $props();
  const r = $derived(data.record[p.name]);
</script>

<section class="card" class:best={place === 1} aria-label={p.name}>
  <div class="head">
    <h2>{place}. {p.name}</h2>
    {#if data.chosen === p.key}<span class="tag">planned with</span>{/if}
  </div>
  <p>{p.reason}</p>
  <ul class="why">
    {#each p.forIt as says, k (k)}<li class="for">{says}</li>{/each}
    {#each p.against as says, k (k)}<li class="against">{says}</li>{/each}
  </ul>
  <p class="soft">
    {p.coats
      .filter((c) => c.back + c.front > 0)
      .map(
        (c) => `${c.product} ${c.back === c.front ? `×${c.front}` : `backs ×${c.back}, fronts ×${c.front}`}`,
      )
      .join(' · ')}
  </p>
  {#each p.coatReasons as says, k (k)}<p class="soft">{says}</p>{/each}
  {#if r}
    <p>
      <b>The record here</b>: {r.failed} of {r.pieces} pieces failed so far, in {r.kitchens}
      {r.kitchens === 1 ? 'kitchen' : 'kitchens'};
      {#if r.year}of 100, {Math.round(100 * r.year.share)} are sound after a year ({Math.round(
          100 * r.year.low,
        )} to {Math.round(100 * r.year.high)}){:else}too few to tell more{/if}.
      <a href="/lasting">Lasting</a>
    </p>
    {#if r.worse}<Notice>{worseWords(r.worse)}</Notice>{/if}
  {/if}
  <p class="soft">
    {p.tool}{p.toolReason ? `: ${p.toolReason}` : ''} · films take {p.days.toFixed(1)} days to hanging
  </p>
  <div class="row">
    {#if !data.begun}
      <form method="post" action="?/take" use:enhance>
        <Hidden name="system" value={p.key} />
        <Hidden name="for" value={data.part ?? ''} />
        <Button type="submit" kind={place === 1 ? 'primary' : 'tertiary'}>Plan with it</Button>
      </form>
    {/if}
    <a class="tool" href="/systems/{p.key}">Steps and figures</a>
  </div>
</section>

<style>
  .best {
    border-left: 5px solid var(--act);
  }
  .head {
    display: flex;
    gap: 10px;
    justify-content: space-between;
  }
  .why li::before {
    font-family: var(--mono);
    font-weight: 600;
    margin-right: 6px;
  }
  .for::before {
    content: '+';
    color: var(--ready);
  }
  .against::before {
    content: '−';
    color: var(--bad);
  }
  .row {
    margin-top: 8px;
  }
  .tag {
    border: 1px solid var(--line-strong);
    border-radius: 10px;
    padding: 0 8px;
    font-size: 12.5px;
    white-space: nowrap;
    align-self: start;
  }
  ul {
    margin: 4px 0;
    padding: 0;
    list-style: none;
  }
</style>
