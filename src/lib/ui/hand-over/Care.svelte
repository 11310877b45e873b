<!-- Care by date, and how far the cure is. -->
<script lang="ts">
  import { sayTime } from '$core/units/clock-time';
  import { CARE_WORDS, CARE_KEYS } from '$core/bench/view/care-rules';
  import type { HandOverPage } from '$core/bench/pages/hand-over';
  import FoldOut from '$ui/kit/FoldOut.svelte';
  import Table from '$ui/kit/Table.svelte';
  import Codes from '../labels/Codes.svelte';
  import CureCurve from './CureCurve.svelte';

  let { view, zone, now }: { view: HandOverPage; zone: string; now: number } = $props();
  const SHORT = {
    gently: 'usual use',
    handles: 'handles',
    'wet-clean': 'wet cleaning',
    cooking: 'cooking',
    hard: 'fully hard',
  } as const;
</script>

<section class="card">
  <h2>Care</h2>
  {#if view.care.length}
    <p>The cure is <b>{Math.round(view.cure * 100)} %</b> done.</p>
    {#if view.curve}<CureCurve curve={view.curve} {now} {zone} />{/if}
    <Table label="Care by date">
      <thead><tr><th>Until</th><th>What</th></tr></thead>
      <tbody>
        {#each view.care as date (date.key)}
          <tr class:over={date.at <= now}>
            <td class="when"><b>{sayTime(date.at, zone)}</b></td>
            <td
              >{#if date.at <= now}{CARE_WORDS[date.key].from}{:else}{CARE_WORDS[date.key].until}<br /><span
                  class="soft">From then on: {CARE_WORDS[date.key].from}</span
                >{/if}</td
            >
          </tr>
        {/each}
      </tbody>
    </Table>
    {#if view.groups.length > 1}
      <FoldOut words="By film and piece">
        <Table label="Care by film and piece">
          <thead
            ><tr
              ><th>Pieces</th><th>Film</th>{#each CARE_KEYS as key (key)}<th>{SHORT[key]}</th>{/each}</tr
            ></thead
          >
          <tbody>
            {#each view.groups as g (g.codes.join())}
              <tr>
                <td><Codes codes={g.codes} /></td>
                <td>{g.films.join(', ')}</td>
                {#each CARE_KEYS as key (key)}<td
                    >{g.dates[key] === undefined ? '–' : sayTime(g.dates[key] ?? 0, zone)}</td
                  >{/each}
              </tr>
            {/each}
          </tbody>
        </Table>
      </FoldOut>
    {/if}
    <div class="cleaners">
      <div>
        <h3>Cleans well</h3>
        <ul>
          {#each view.cleaners.suits as c (c)}<li>{c}</li>{/each}
        </ul>
      </div>
      <div>
        <h3>Harms it</h3>
        <ul>
          {#each view.cleaners.harms as c (c)}<li>▲ {c}</li>{/each}
        </ul>
      </div>
    </div>
    <p class="soft">
      From the age of each film{view.inAir
        ? ' in the air it was in: where it dried, then the house, then the forecast'
        : ' at 25 °C, 50 % humidity'}; the slowest decides. The product’s data sheet always wins.
    </p>
  {:else}
    <p class="soft">Care dates appear here once the last coat is on.</p>
  {/if}
</section>

<style>
  .when {
    white-space: nowrap;
  }
  .over {
    color: var(--soft);
  }
  .cleaners {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
    gap: 12px;
  }
  ul {
    margin: 4px 0 8px;
    padding-left: 1.1em;
  }
  @media (max-width: 500px) {
    .when {
      white-space: normal;
    }
  }
</style>
