<script lang="ts">
  import { keepFields } from '$ui/shell/keep-fields';
  import Button from '$ui/kit/Button.svelte';
  import Choice from '$ui/kit/Choice.svelte';
  import Notice from '$ui/kit/Notice.svelte';
  import Option from '$ui/kit/Option.svelte';
  import { enhance } from '$app/forms';
  import { sayDay, sayTime } from '$core/units/clock-time';
  import { formatTemperature } from '$core/units/measures';
  import ComesTo from '$ui/plan/choice/ComesTo.svelte';
  import Proposal from './Proposal.svelte';

  let { data, form } = $props();
  const FOUND = $derived(
    [
      data.found.slick
        ? 'mostly melamine or printed film'
        : data.found.someSlick
          ? 'some melamine or printed film: give it a finish of its own'
          : '',
      data.found.openGrain ? 'open grain' : '',
      data.found.bleeds ? 'wood or stain that bleeds' : '',
      data.found.waxed ? 'old wax' : '',
      data.found.grease ? `grease up to ${data.found.grease} of 3` : 'no grease noted',
      data.found.loose ? 'loose paint' : '',
      data.found.oldGlaze ? 'old glaze' : '',
      data.found.fresh ? 'new factory fronts' : '',
      data.found.chips ? 'chips' : '',
      data.found.celsius === null
        ? ''
        : `${formatTemperature(data.found.celsius, data.measures)} by day where it is coated`,
      data.found.cooking ? 'a stove' : '',
      data.found.wet ? 'water by the sink' : '',
      ...data.found.findings.map((f) => `a test says “${f}”`),
    ].filter(Boolean),
  );
  const possible = $derived(data.proposals.filter((p) => p.points !== null));
  const forbidden = $derived(data.proposals.filter((p) => p.points === null));
  /** When a turning would bring the kitchen back, and by when that is likely. */
  const sayBack = (key: string): string => {
    const { back = null, sure = null } = data.backs?.find((b) => b.pattern === key) ?? {};
    if (back === null) return 'no plan';
    return `back ${sayTime(back, data.zone)}${sure === null ? '' : `, 8 in 10 by ${sayDay(sure, data.zone)}`}`;
  };
</script>

<div class="pair">
  <div class="stack">
    {#if form && 'refused' in form && form.refused}<Notice>{form.refused}</Notice>{/if}
    {#if !data.answered}<p class="warn">These are the usual answers. Answer for this house first.</p>{/if}
    {#if data.parts.length > 1}
      <nav class="row" aria-label="Proposed for">
        {#each data.parts as part (part.key)}
          <a
            class="tool"
            class:on={(data.part ?? '') === part.key}
            aria-current={(data.part ?? '') === part.key ? 'page' : undefined}
            href={part.key ? `?for=${part.key}` : '?'}>{part.words}</a
          >
        {/each}
      </nav>
    {/if}
    {#if possible.length === 0}
      <section class="card" aria-label="Nothing fits">
        <h2>Nothing fits as it is</h2>
        {#if data.waysOut.length}
          <p>One of these would have to change:</p>
          <ul>
            {#each data.waysOut as way, i (i)}
              <li>
                <b>{way.answers.join(' and ')}</b><br /><span class="soft"
                  >then: {way.systems.join(', ')}</span
                >
              </li>
            {/each}
          </ul>
        {:else}
          <p>
            No answer alone or in pairs helps: what stops it is on the list below, such as the temperature
            where it is coated, or a test that has to be made again.
          </p>
        {/if}
      </section>
    {/if}
    {#if possible.length > 0 && !data.begun && (data.part === null || data.chosenAtAll)}
      {#key `${data.part} ${possible.map((p) => p.key).join()}`}
        <ComesTo
          systems={possible}
          address={(key) =>
            `/jobs/${data.jobId}/plan/system/comes-to.json?system=${key}${data.part ? `&for=${data.part}` : ''}`}
          zone={data.zone}
          measures={data.measures}
          currency={data.currency}
        />
      {/key}
    {/if}
    {#each possible as p, i (p.key)}
      <Proposal proposal={p} place={i + 1} {data} />
    {/each}
    {#if forbidden.length}
      <section class="card">
        <h2>Not here</h2>
        {#each forbidden as p (p.key)}
          <p class="no"><b>{p.name}</b><br /><span class="bad">{p.stops.join(' ')}</span></p>
        {/each}
      </section>
    {/if}
  </div>
  <div class="stack side">
    <section class="card">
      <h2>The household, the tools, the place</h2>
      <form class="stack" method="post" action="?/answers" use:enhance={keepFields}>
        {#each data.questions as q (q.fact)}
          <Choice label={q.asks} name={q.fact} value={String(q.given)}>
            {#each q.answers as a (a.says)}<Option value={String(a.value)} text={a.says} />{/each}
          </Choice>
        {/each}
        <div><Button type="submit">Propose</Button></div>
      </form>
    </section>
    <section class="card">
      <h2>From the survey</h2>
      <p>{FOUND.join(' · ')}</p>
    </section>
    <section class="card">
      <h2>What would change the answer</h2>
      {#if data.whatIfs.length}
        <ul>
          {#each data.whatIfs as w, i (i)}
            <li><span class="soft">{w.asks}</span> If <b>{w.says}</b>: {w.system}.</li>
          {/each}
        </ul>
      {:else}
        <p>No single answer would.</p>
      {/if}
    </section>
    {#if data.chosen}
      <section class="card">
        <h2>Turning</h2>
        {#each data.patterns as p (p.key)}
          <p class="pattern">
            <b>{p.name}</b>{#if p.on}&nbsp;<span class="tag">planned</span>{/if}
            {#if data.backs && !data.begun}<br />{sayBack(p.key)}{/if}
            <br /><span class="soft">{p.reason} {p.cost}</span>
          </p>
        {/each}
        {#if !data.begun}<a class="tool" href="?compare=1" data-sveltekit-noscroll
            >Plan all four and compare</a
          >{/if}
      </section>
    {/if}
  </div>
</div>

<style>
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
  .no,
  .pattern {
    padding: 4px 0;
  }
  .side li {
    padding: 3px 0;
  }
  @media (max-width: 800px) {
    .side {
      order: -1;
    }
  }
</style>
