<!-- Of a hundred pieces, how many are sound after so long, group by group. -->
<script lang="ts">
  import type { Ranked } from '$core/durability/lasting';
  import { many, percent, rankedAt, sayDays } from './say-lasting';

  let { groups, mark }: { groups: readonly Ranked[]; mark: number | null } = $props();
  const ranked = $derived(rankedAt(groups, mark));
</script>

<section class="card" aria-label="Of 100 pieces">
  <h2>{mark === null ? 'Watched so far' : `Of 100 pieces, sound after ${sayDays(mark)}`}</h2>
  <ul class="ranks">
    {#each ranked as { group, point }, i (i)}
      <li class:few={group.tooFew}>
        <span class="name"><b>{group.name}</b></span>
        {#if group.tooFew || !point}
          <span class="number">?</span>
          <span class="soft"
            >{point ? 'too few to tell' : 'not watched so long'}: {many(
              group.failures,
              'failure',
              'failures',
            )} of {many(group.pieces, 'piece', 'pieces')} in {many(
              group.kitchens,
              'kitchen',
              'kitchens',
            )}</span
          >
        {:else}
          <span class="number">{Math.round(point.survival * 100)}</span>
          <span class="bar" aria-hidden="true"
            ><span style:width="{point.survival * 100}%"></span>{#if point.limits}<i
                style:left="{point.limits.low * 100}%"
                style:width="{(point.limits.high - point.limits.low) * 100}%"
              ></i>{/if}</span
          >
          <span class="soft"
            >{#if point.limits}{Math.round(point.limits.low * 100)} to {Math.round(
                point.limits.high * 100,
              )}{:else}none failed by then{/if} · {many(group.pieces, 'piece', 'pieces')}, {many(
              group.kitchens,
              'kitchen',
              'kitchens',
            )}{#if group.within}{' '}· within the warranty {percent(group.within.share)} fail{/if}</span
          >
        {/if}
      </li>
    {/each}
  </ul>
</section>

<style>
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  .ranks li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 64px minmax(120px, 1.2fr);
    gap: 0 14px;
    align-items: center;
    padding: 8px 0;
    border-top: 1px solid var(--line);
  }
  .ranks .soft {
    grid-column: 1 / -1;
  }
  .number {
    font-size: 30px;
    font-weight: 600;
    text-align: right;
  }
  .few .number {
    color: var(--soft);
  }
  .bar {
    position: relative;
    height: 18px;
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  .bar span {
    position: absolute;
    inset: 0 auto 0 0;
    background: var(--act-soft);
  }
  .bar i {
    position: absolute;
    top: 7px;
    height: 3px;
    background: var(--act);
  }
  @media (max-width: 800px) {
    .ranks li {
      grid-template-columns: minmax(0, 1fr) 56px;
    }
    .bar {
      grid-column: 1 / -1;
    }
  }
</style>
