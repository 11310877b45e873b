<!-- How finishes last, over all jobs. -->
<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Table from '$ui/kit/Table.svelte';
  import FaceMapView from '$ui/lasting/FaceMapView.svelte';
  import OfHundred from '$ui/lasting/OfHundred.svelte';
  import TheRecord from '$ui/lasting/TheRecord.svelte';
  import TouchUpsToExpect from '$ui/lasting/TouchUpsToExpect.svelte';
  import KitchenMap from '$ui/lasting/KitchenMap.svelte';
  import LastingChart from '$ui/lasting/LastingChart.svelte';
  import Reasons from '$ui/lasting/Reasons.svelte';
  import { FEW_WATCHED } from '$core/durability/compare';
  import { commonMark, many, percent, worseWords, sayDays, verdict } from '$ui/lasting/say-lasting';

  let { data, form } = $props();
  const view = $derived(data.view);
  const groups = $derived(view.comparison.groups);
  const word = $derived(data.traits.find((t) => t.key === data.query.by)?.name.toLowerCase() ?? 'group');
  const mark = $derived(commonMark(groups));
  const counts = $derived(view.counts);
  const search = $derived(page.url.search);
  const ask = (name: string, value: string) => {
    const params = new URLSearchParams(page.url.searchParams);
    if (value) params.set(name, value);
    else params.delete(name);
    void goto(`?${params}`, { keepFocus: true, noScroll: true });
  };
  const shareSaid = (p: { survival: number; limits: { low: number; high: number } | null } | undefined) =>
    p
      ? `${percent(p.survival)}${p.limits ? `, ${percent(p.limits.low)} to ${percent(p.limits.high)}` : ''}`
      : '–';
  const times = $derived(
    [...new Set(groups.flatMap((g) => g.points.map((p) => p.time)))].sort((a, b) => a - b),
  );
</script>

<div class="page stack">
  <h1>Lasting</h1>
  <section class="card verdict" aria-label="In a sentence">
    <p class="big">{verdict(view, word)}</p>
    <p class="soft">
      From {many(counts.kitchens, 'kitchen', 'kitchens')}, {many(counts.pieces, 'piece', 'pieces')}, {many(
        counts.visits,
        'visit',
        'visits',
      )}; {many(counts.failures, 'failure', 'failures')}. {many(counts.unseen, 'piece', 'pieces')} no visit ever
      looked at {counts.unseen === 1 ? 'does' : 'do'} not count.
    </p>
  </section>
  {#each data.worse as w (w.system)}
    <Notice>{worseWords(w)}</Notice>
  {/each}
  <form class="row" method="get">
    <Choice
      label="Compare by"
      name="by"
      value={data.query.by}
      onchange={(e) => ask('by', e.currentTarget.value)}
    >
      {#each data.traits as t (t.key)}<Option value={t.key} text={t.name} />{/each}
    </Choice>
    <Choice
      label="Failing by"
      name="kind"
      value={data.query.kind ?? ''}
      onchange={(e) => ask('kind', e.currentTarget.value)}
    >
      <Option value="" text="anything" />
      {#each data.failures as f (f.key)}<Option value={f.key} text={f.seen.toLowerCase()} />{/each}
    </Choice>
    <Choice
      label="Film"
      name="film"
      value={String(data.query.spell)}
      onchange={(e) => ask('film', e.currentTarget.value === '2' ? '2' : '')}
    >
      <Option value="1" text="the first" />
      <Option value="2" text="after a touch-up" />
    </Choice>
    <noscript><Button type="submit" kind="tertiary">Show</Button></noscript>
  </form>
  <div class="pair">
    <div class="stack">
      <OfHundred {groups} {mark} />
      <section class="card" aria-label="Over the years">
        <div class="head">
          <h2>Over the years</h2>
          <a class="tool" href="/lasting/curves.csv{search}">CSV</a>
        </div>
        <LastingChart
          {groups}
          label="Share still sound by years in use; the same numbers stand in the table below"
        />
        <Table label="Share still sound">
          <thead
            ><tr
              ><th>{data.traits.find((t) => t.key === data.query.by)?.name}</th>{#each times as t (t)}<th
                  >{sayDays(t)}</th
                >{/each}</tr
            ></thead
          >
          <tbody>
            {#each groups as g, i (i)}
              <tr
                ><td>{g.name}</td>{#each times as t (t)}{@const p = g.points.find((x) => x.time === t)}<td
                    >{p && (g.tooFew || p.atRisk < FEW_WATCHED) ? 'too few' : shareSaid(p)}{#if p}<span
                        class="soft watched">{p.atRisk} watched</span
                      >{/if}</td
                  >{/each}</tr
              >
            {/each}
          </tbody>
        </Table>
        <p class="soft">
          Turnbull’s estimate from what visits saw, 95 % limits with kitchens as the units; between two looks
          a failure may have come at any time. {#if view.comparison.difference}All alike? Chance alone would
            differ as much in {percent(view.comparison.difference.p)} of cases.{/if}
        </p>
      </section>
      {#await data.reasons}
        <p class="soft" role="status">Looking for what goes with failures …</p>
      {:then reasons}
        <Reasons {reasons} />
      {:catch}
        <p>What goes with failures could not be worked out. Load the page again.</p>
      {/await}
    </div>
    <div class="stack">
      <TouchUpsToExpect {view} measures={data.measures} costs={data.costs} />
      <section class="card" aria-label="Where in the kitchen">
        <h2>Where in the kitchen</h2>
        <KitchenMap places={view.places} />
      </section>
      <section class="card" aria-label="Where on the front">
        <h2>Where on the front</h2>
        <div class="faces">
          <FaceMapView map={view.doors} name="Doors" tall={1.3} />
          <FaceMapView map={view.drawers} name="Drawers" tall={0.5} />
        </div>
      </section>
      <section class="card" aria-label="What is found">
        <h2>What is found</h2>
        <ul class="kinds">
          {#each view.kinds as k, i (i)}<li>{k.place}: <b>{k.failed}</b> of {k.pieces}</li>{:else}<li>
              Nothing yet.
            </li>{/each}
        </ul>
      </section>
      <TheRecord imported={data.imported} {form} />
    </div>
  </div>
</div>

<style>
  .page {
    padding: 18px 20px;
  }
  .big {
    font-size: 18px;
    font-weight: 600;
  }
  .verdict {
    border-left: 6px solid var(--act);
  }
  .head {
    display: flex;
    justify-content: space-between;
    gap: 10px;
  }
  ul {
    margin: 0;
    padding: 0;
    list-style: none;
  }
  .watched {
    display: block;
    font-size: 12px;
  }
  .faces {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 14px;
  }
</style>
