<!-- How finishes last, over all jobs. -->
<script lang="ts">
  import { enhance } from '$app/forms';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { sayMinutes } from '$core/units/clock-time';
  import { formatMoney, formatVolume } from '$core/units/measures';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import FileField from '$ui/kit/FileField.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import Table from '$ui/kit/Table.svelte';
  import FaceMapView from '$ui/lasting/FaceMapView.svelte';
  import KitchenMap from '$ui/lasting/KitchenMap.svelte';
  import LastingChart from '$ui/lasting/LastingChart.svelte';
  import Reasons from '$ui/lasting/Reasons.svelte';
  import { FEW_WATCHED } from '$core/durability/compare';
  import { commonMark, percent, worseWords, rankedAt, sayDays, verdict } from '$ui/lasting/say-lasting';

  let { data, form } = $props();
  const view = $derived(data.view);
  const groups = $derived(view.comparison.groups);
  const word = $derived(data.traits.find((t) => t.key === data.query.by)?.name.toLowerCase() ?? 'group');
  const mark = $derived(commonMark(groups));
  const ranked = $derived(rankedAt(groups, mark));
  const counts = $derived(view.counts);
  const search = $derived(page.url.search);
  const ask = (name: string, value: string) => {
    const params = new URLSearchParams(page.url.searchParams);
    if (value) params.set(name, value);
    else params.delete(name);
    void goto(`?${params}`, { keepFocus: true, noScroll: true });
  };
  const many = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`;
  const expected = $derived(view.forecast.months.reduce((sum, m) => sum + m.expected, 0));
  const hour = $derived(data.costs?.hourCents ?? null);
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
      <section class="card" aria-label="The next half year">
        <h2>Touch-ups to expect</h2>
        {#if view.forecast.untold || counts.failures < 5}
          <p class="soft">Too few failures to forecast from.</p>
        {:else}
          <Table label="Touch-ups to expect">
            <thead><tr><th>Month from now</th><th>Expected</th><th>9 times in 10</th></tr></thead>
            <tbody>
              {#each view.forecast.months as m, i (i)}
                <tr><td>{i + 1}</td><td>{m.expected.toFixed(1)}</td><td>{m.low} to {m.high}</td></tr>
              {/each}
            </tbody>
          </Table>
          <p>
            In the half year about <b>{Math.round(expected)}</b>: {sayMinutes(
              Math.round(expected * view.cost.minutes),
            )}, {formatVolume(expected * view.cost.ml, data.measures)} of paint{#if hour !== null}, {formatMoney(
                Math.round(((expected * view.cost.minutes) / 60) * hour),
                data.costs?.currency ?? '',
              )} of work{/if}.
          </p>
          <p>
            About <b>{Math.round(view.forecast.unseen)}</b> may have failed already where nobody looked since.
          </p>
          {#if hour !== null}
            <p>
              Reserve for warranty: about <b>{Math.round(view.warranty)}</b> touch-ups,
              <b
                >{formatMoney(
                  Math.round(((view.warranty * view.cost.minutes) / 60) * hour),
                  data.costs?.currency ?? '',
                )}</b
              >.
            </p>
          {/if}
          <p class="soft">
            {Math.round(view.cost.minutes)} min and {Math.round(view.cost.ml)} mL each, {view.cost.made
              ? `by ${many(view.cost.made, 'touch-up', 'touch-ups')} that ${view.cost.made === 1 ? 'was' : 'were'} made`
              : 'as usual'}.
          </p>
        {/if}
      </section>
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
      <section class="card" aria-label="The record">
        <h2>The record</h2>
        <p class="row">
          <a class="tool" href="/lasting/record.csv">CSV</a>
          <a class="tool" href="/lasting/record.json">JSON</a>
          <a class="tool" href="/lasting/record.csv?names=yes">CSV with names</a>
          <a class="tool" href="/lasting/recall">Recall a can, a day, a rule</a>
        </p>
        <form class="stack" method="post" action="?/import" enctype="multipart/form-data" use:enhance>
          <FileField label="A record to import, JSON" name="file" accept=".json,application/json" required />
          <div><Button type="submit" kind="tertiary">Import</Button></div>
        </form>
        {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
        {#if form && 'saved' in form && form.saved}<Notice kind="ok">{form.saved}</Notice>{/if}
        {#if data.imported}
          <form method="post" action="?/forget" use:enhance>
            <p>
              {many(data.imported, 'kitchen is', 'kitchens are')} imported and {data.imported === 1
                ? 'counts'
                : 'count'} here.
            </p>
            <Button type="submit" kind="danger-tertiary">Remove what was imported</Button>
          </form>
        {/if}
        <p class="soft">
          Every look at every piece; what each field means stands in the JSON. Names of jobs are left out
          unless asked for.
        </p>
      </section>
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
  .watched {
    display: block;
    font-size: 12px;
  }
  .faces {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 14px;
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
