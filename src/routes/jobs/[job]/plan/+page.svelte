<script lang="ts">
  import { Button } from 'carbon-components-svelte';
  import { enhance } from '$app/forms';
  import { sayClock, sayDay, sayMinutes, sayTime } from '$core/units/clock-time';
  import { writeLength } from '$core/units/length';
  import { sayReason } from '$core/job-plan/say-reason';
  import { formatArea, formatFilm, formatVolume } from '$core/units/measures';
  import Codes from '$ui/Codes.svelte';
  import Changed from '$ui/Changed.svelte';
  import Schools from '$ui/Schools.svelte';
  import SystemChoice from '$ui/SystemChoice.svelte';
  import { onDestroy, onMount } from 'svelte';
  import { refresh } from '$ui/refresh';
  import { openPlanner, type Planner } from '$ui/planner';
  import PlanAsk from '$ui/PlanAsk.svelte';
  import PlanRules from '$ui/PlanRules.svelte';
  import TimeBoard from '$ui/TimeBoard.svelte';
  import WeekHours from '$ui/WeekHours.svelte';

  let { data, form } = $props();
  let sending = $state(false);
  // svelte-ignore state_referenced_locally
  let choosing = $state(data.chosen === null);
  const address = $derived(`/jobs/${data.jobId}/plan`);
  const operations = $derived(new Map(data.operations));
  const say = (operation: string) => operations.get(operation) ?? operation;
  /** the plan that the worker was given; another one needs another worker */
  const known = $derived(
    `${data.jobId} ${data.handBack?.at ?? ''} ${data.pins.map((p) => p.operation + p.at).join()}`,
  );
  let planner: Planner | null = $state(null);
  /** the chance of the promise, in words */
  let sure = $state('');
  $effect(() => {
    void known;
    const made = openPlanner(`${address}/ask.json`);
    planner = made;
    return () => made.close();
  });
  async function tryPin(operation: string, at: number): Promise<string> {
    const tried = await planner?.tryPin(operation, at);
    if (!tried) return '';
    if (tried.back === null) {
      const why = sayReason(tried.reason ?? '', data.operations, tried.t0, data.zone);
      return `no plan fits (${why})`;
    }
    const off = Math.round((tried.back - (data.handBack?.at ?? tried.back)) / 60_000);
    return `hand back ${sayTime(tried.back, data.zone)}, ${off === 0 ? 'as before' : `${sayMinutes(Math.abs(off))} ${off > 0 ? 'later' : 'sooner'}`}`;
  }
  let pinForm: HTMLFormElement | undefined = $state();
  let pinning = $state({ operation: '', at: 0 as number | null });
  function setPin(operation: string, at: number | null): void {
    pinning = { operation, at };
    // The form takes the new values first.
    setTimeout(() => pinForm?.requestSubmit());
  }

  // svelte-ignore state_referenced_locally
  let search = $state(data.search);
  let timer: ReturnType<typeof setTimeout> | undefined;
  const ask = async (method: 'GET' | 'POST' | 'DELETE'): Promise<void> => {
    const was = search.state;
    const answer = await fetch(`${address}/search`, { method }).catch(() => null);
    if (answer?.ok) search = await answer.json();
    clearTimeout(timer);
    if (search.state === 'running') timer = setTimeout(() => void ask('GET'), 400);
    else if (was === 'running') await refresh();
  };
  onMount(() => {
    if (search.state === 'running') void ask('GET');
  });
  onDestroy(() => clearTimeout(timer));

  const days = $derived.by(() => {
    const out = new Map<string, typeof data.board.bars>();
    for (const bar of data.board.bars)
      if (bar.tense !== 'done') {
        const day = sayDay(bar.start, data.zone);
        out.set(day, [...(out.get(day) ?? []), bar]);
      }
    return [...out];
  });
</script>

<div class="pair plan">
  <div class="stack board">
    {#if form && 'is' in form && form.is}
      <Changed was={form.was ?? null} is={form.is} measures={data.measures} zone={data.zone} />
    {/if}
    {#if data.none}
      <div class="card none" role="alert">
        <h2>{data.none.proven ? 'No plan can be right' : 'No plan was found'}</h2>
        <p>{data.none.reason}.</p>
        <p class="soft">Change the hours, the people, the rack or the size of the lots, and plan again.</p>
      </div>
    {/if}
    {#if form && 'refused' in form && form.refused && !choosing}<p class="bad" role="alert">
        {form.refused}
      </p>{/if}
    {#if form && 'keeping' in form && form.keeping?.lost.length}
      <p class="warn" role="status">These could not be kept: {form.keeping.lost.join('; ')}.</p>
    {/if}
    {#if data.moves.length}
      <section class="card moved">
        <h2>The plan moved</h2>
        <p>
          {data.moves.length}
          {data.moves.length === 1 ? 'operation stands' : 'operations stand'} at another time{data.movedBack !==
            null && data.handBack
            ? data.movedBack === data.handBack.at
              ? '; hand-back stays as it was'
              : `; hand-back was ${sayTime(data.movedBack, data.zone)}`
            : ''}.
        </p>
        <details>
          <summary>What moved, and why</summary>
          <table class="plain">
            <thead><tr><th>What</th><th>From → to</th><th>Because</th></tr></thead>
            <tbody>
              {#each data.moves as m (m.operation)}
                <tr><td><b>{m.words}</b></td><td>{m.says}</td><td class="soft">{m.why}</td></tr>
              {/each}
            </tbody>
          </table>
        </details>
        <div class="row">
          <form method="post" action="?/accept" use:enhance>
            <Button type="submit" size="small">Accept the new times</Button>
          </form>
          <form method="post" action="?/keep" use:enhance>
            <Button type="submit" size="small" kind="tertiary">Keep the old ones where possible</Button>
          </form>
        </div>
      </section>
    {/if}
    <form
      bind:this={pinForm}
      method="post"
      action={pinning.at === null ? '?/unpin' : '?/pin'}
      use:enhance
      hidden
      aria-hidden="true"
    >
      <input name="operation" value={pinning.operation} />
      <input name="at" value={pinning.at ?? ''} />
    </form>
    {#if data.board.bars.length}
      <TimeBoard
        {...data.board}
        measures={data.measures}
        onTry={tryPin}
        onPin={setPin}
        now={data.now}
        zone={data.zone}
        hex={data.colour.hex}
        handBack={data.handBack?.at ?? null}
      />
    {/if}
    {#if data.pins.length}
      <section class="card">
        <h2>Pinned</h2>
        {#each data.pins as p (p.operation)}
          <form method="post" action="?/unpin" class="row pin" use:enhance>
            <input type="hidden" name="operation" value={p.operation} />
            <span><b>{p.words}</b>, {sayTime(p.at, data.zone)}</span>
            <Button type="submit" size="small" kind="ghost">Let it go</Button>
          </form>
        {/each}
      </section>
    {/if}
    <details bind:open={choosing} class="not-printed">
      <summary
        >{data.chosen ? 'Change the system, the people or the hours' : 'Choose a system, then plan'}</summary
      >
      <form
        class="stack choose"
        method="post"
        action="?/choose"
        use:enhance={() => {
          sending = true;
          return async ({ update, result }) => {
            await update({ reset: false });
            sending = false;
            if (result.type === 'success') choosing = false;
          };
        }}
      >
        {#if form && 'refused' in form && form.refused}<p class="bad" role="alert">{form.refused}</p>{/if}
        {#if data.findings.length}
          <ul class="findings" aria-label="What the tests ask for">
            {#each data.findings as f (f.key)}
              <li class={f.weight === 'stop' ? 'bad' : 'warn'}>{f.says} ({f.where}). {f.todo}.</li>
            {/each}
          </ul>
        {/if}
        <SystemChoice proposals={data.proposals} chosen={data.chosen} usual={data.form.tool} />
        <div class="fields">
          <label class="labelled"
            >Coated and dried<select class="field" name="place" value={data.form.place}>
              <option value="tent">in the tent</option>
              <option value="shop">in the shop</option>
              <option value="house">in the house</option>
            </select></label
          >
          <fieldset>
            <legend>Waits follow</legend>
            <label class="check"
              ><input type="radio" name="air" value="place" checked={data.form.air === 'place'} /> the air there</label
            >
            <label class="check"
              ><input type="radio" name="air" value="sheet" checked={data.form.air === 'sheet'} /> the sheet, at
              25 °C and 50 %</label
            >
          </fieldset>
        </div>
        {#if data.schools.length}
          <details>
            <summary>Schools: where painters disagree, and what each costs</summary>
            <Schools costs={data.schools} measures={data.measures} standDays={data.form.schools.standDays} />
          </details>
        {/if}
        {#if data.turns.length > 1}
          <fieldset>
            <legend>Turned apart, by colour</legend>
            <div class="fields">
              {#each data.turns as zone (zone.id)}
                <label class="labelled"
                  >{zone.words}<select class="field" name="pattern.{zone.id}" value={zone.pattern}>
                    <option value="">as the job is</option>
                    {#each data.patterns as way (way.key)}<option value={way.key}>{way.name}</option>{/each}
                  </select></label
                >
              {/each}
            </div>
          </fieldset>
        {/if}
        <div class="fields">
          <label>First day<input type="date" name="startDay" value={data.form.startDay} required /></label>
          <label
            >Pieces to a lot, at most<input
              type="number"
              name="lotSize"
              min="1"
              max="60"
              value={data.form.lotSize}
              required
            /></label
          >
          <label
            >Rack slots<input
              type="number"
              name="rackSlots"
              min="1"
              max="500"
              value={data.form.rackSlots}
              required
            /></label
          >
          <label
            >A slot holds, long, {data.unit}<input
              name="slotLength"
              inputmode="text"
              value={writeLength(data.form.slot.length, data.unit)}
              required
            /></label
          >
          <label
            >and deep, {data.unit}<input
              name="slotDepth"
              inputmode="text"
              value={writeLength(data.form.slot.depth, data.unit)}
              required
            /></label
          >
        </div>
        <fieldset>
          <legend>People on the job</legend>
          {#each data.workers as worker (worker.id)}
            <label class="check"
              ><input
                type="checkbox"
                name="worker"
                value={worker.id}
                checked={data.form.workers.includes(worker.id)}
              />
              {worker.name}</label
            >
          {/each}
        </fieldset>
        <WeekHours legend="Crew works" prefix="crew" week={data.form.crewWeek} />
        <WeekHours legend="Kitchen is open to us" prefix="house" week={data.form.houseWeek} />
        <PlanRules form={data.form} />
        <div><Button type="submit" disabled={sending}>{data.chosen ? 'Plan again' : 'Plan'}</Button></div>
      </form>
    </details>
    {#if days.length}
      <section class="stack">
        <h2>Day by day</h2>
        {#each days as [day, list] (day)}
          <table class="plain days">
            <caption>{day}</caption>
            <tbody>
              {#each list as bar (bar.id)}
                <tr>
                  <td class="mono"
                    >{bar.tense === 'now' ? 'now' : sayClock(bar.start, data.zone)}–{sayClock(
                      bar.end,
                      data.zone,
                    )}</td
                  >
                  <td><b>{bar.words}</b>, {bar.lot === 'Kitchen' ? 'in the kitchen' : `lot ${bar.lot}`}</td>
                  <td>{bar.who}</td>
                  <td class="soft"
                    >{bar.dryUntil ? `${bar.readyFor} from ${sayTime(bar.dryUntil, data.zone)}` : ''}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        {/each}
      </section>
    {/if}
  </div>
  <div class="stack sooner">
    {#if data.handBack}
      <div class="card back stack">
        <h2>Hand back</h2>
        <p class="big">{sayTime(data.handBack.at, data.zone)}</p>
        {#if data.handBack.bound < data.handBack.at}
          <p>
            With {data.boundHolds}, no plan is before <b>{sayTime(data.handBack.bound, data.zone)}</b>.
          </p>
        {:else}
          <p>With {data.boundHolds}, no plan is sooner.</p>
        {/if}
        {#if data.promised !== null}
          <p class:bad={data.handBack.at > data.promised}>
            {sure || `Promised ${sayDay(data.promised - 60_000, data.zone)}`}{data.handBack.at > data.promised
              ? ': planned after that'
              : ''}.
          </p>
        {/if}
        {#if data.handBack.bound < data.handBack.at || search.state === 'running'}
          {#if search.state === 'running'}
            <progress value={search.share} aria-label="Looking for a better plan"></progress>
            <p class="soft">Looking for a better plan. The best so far is kept.</p>
            <Button kind="tertiary" size="small" on:click={() => ask('DELETE')}>Stop</Button>
          {:else}
            {#if search.state === 'done'}<p class="soft" role="status">
                {search.gain ? `Found ${sayMinutes(search.gain)}.` : 'Nothing better was found.'}
              </p>{/if}
            <Button kind="tertiary" size="small" on:click={() => ask('POST')}
              >Look longer for a better one</Button
            >
          {/if}
        {/if}
        <p class="soft">
          {data.chosen?.air === 'place'
            ? `Waits in the air of the ${data.chosen.place}, by readings and forecast.`
            : 'Waits at 25 °C, 50 % humidity.'}
        </p>
      </div>
    {:else if data.chosen && !data.none}
      <div class="card">
        <h2>Everything hangs</h2>
        <a href="/jobs/{data.jobId}/hand-over">Hand over</a>
      </div>
    {/if}
  </div>
  <div class="stack rest">
    {#if data.chain?.length}
      <details class="card chain">
        <summary><h2>What makes it so</h2></summary>
        <p class="soft">Shortening anything else brings nothing.</p>
        <ol>
          {#each data.chain as link (link.id)}
            <li>
              <span class="mono">{sayTime(link.start, data.zone)}</span>
              <b>{link.words}</b>
              <span class="soft">{link.because}</span>
            </li>
          {/each}
        </ol>
      </details>
    {/if}
    {#if planner && data.handBack}
      {#key known}
        <div class="stack not-printed">
          <PlanAsk {planner} zone={data.zone} promised={data.promised} {say} bind:sure />
        </div>
      {/key}
    {/if}
    {#if data.handBack}
      <div class="card not-printed">
        <h2>Take it along</h2>
        <p>
          <a href="{address}/work-order.pdf">Work order</a> ·
          <a href="{address}/calendar.ics" download>Crew’s calendar</a> ·
          <a href="{address}/customer.ics" download>Customer’s calendar</a> ·
          <a href="{address}/plan.json" download>Plan as data</a>
        </p>
        <form method="post" action="?/feed" class="row" use:enhance>
          <Button type="submit" size="small" kind="ghost" name="kind" value="job"
            >Crew’s private address</Button
          >
          <Button type="submit" size="small" kind="ghost" name="kind" value="customer"
            >Customer’s private address</Button
          >
        </form>
        {#if form && 'feed' in form && form.feed}
          <p class="soft">
            A calendar program that is given this address looks again by itself. Who has it, can read it.
          </p>
          <input class="field mono" readonly value={form.feed.address} aria-label="Private address" />
        {/if}
      </div>
    {/if}
    {#if data.needs.length}
      <div class="card">
        <h2>Have at hand</h2>
        <table class="plain">
          <thead><tr><th>Product</th><th>Area</th><th>Volume</th><th>Wet film</th></tr></thead>
          <tbody>
            {#each data.needs as need, i (i)}
              <tr>
                <td>{need.name}{need.colour && data.colours > 1 ? `, ${need.colour}` : ''}</td>
                <td>{formatArea(need.areaM2, data.measures)}</td>
                <td><b>{formatVolume(need.volumeMl, data.measures)}</b></td>
                <td>{formatFilm(need.wetUm, data.measures)}</td>
              </tr>
              {#if need.mix}
                <tr
                  ><td colspan="4" class="soft"
                    >For each litre: {need.mix.a.toFixed(0)} mL base, {need.mix.b.toFixed(0)} mL hardener, {need.mix.thinner.toFixed(
                      0,
                    )} mL thinner. Stand {need.mix.induction} min; use within {sayMinutes(
                      need.mix.potLife,
                    )}.</td
                  ></tr
                >
              {/if}
            {/each}
          </tbody>
        </table>
        <p class="soft">
          All coats, with losses and reserve. Work: <b>{sayMinutes(data.labour)}</b> of hands.
          <a href="/jobs/{data.jobId}/plan/take-off">Cans, hours and cost</a>
        </p>
      </div>
    {/if}
    {#if data.chosen}
      <div class="card">
        <h2>{data.chosen.system.name}</h2>
        <ul>
          {#each data.chosen.system.cautions as caution, i (i)}<li>{caution}</li>{/each}
        </ul>
      </div>
    {/if}
    {#if data.lots.length}
      <div class="card">
        <h2>Lots</h2>
        {#each data.lots as lot, i (i)}<p>
            <b>{lot.name}</b>
            <Codes codes={lot.codes} />
          </p>{/each}
      </div>
    {/if}
  </div>
</div>

<style>
  .plan {
    grid-template-areas: 'board sooner' 'board rest';
    grid-template-rows: auto 1fr;
    row-gap: 12px;
  }
  .board {
    grid-area: board;
  }
  .sooner {
    grid-area: sooner;
  }
  .rest {
    grid-area: rest;
  }
  @media print {
    .plan {
      grid-template-areas: 'sooner' 'board' 'rest';
      grid-template-rows: none;
    }
  }
  @media (max-width: 800px) {
    .plan {
      grid-template-areas: 'sooner' 'board' 'rest';
      grid-template-rows: none;
    }
  }
  .back {
    gap: 4px;
    justify-items: start;
    border-left: 5px solid var(--act);
  }
  .big {
    font-size: 24px;
    font-weight: 600;
  }
  .moved {
    border-left: 6px solid var(--warn);
  }
  .pin {
    align-items: center;
    justify-content: space-between;
  }
  .chain summary h2 {
    display: inline;
  }
  .chain ol {
    margin: 8px 0 0;
    padding: 0;
    list-style: none;
  }
  .chain li {
    padding: 5px 0;
    border-top: 1px solid var(--line);
    font-size: 13px;
  }
  .chain li span,
  .chain li b {
    display: block;
  }
  progress {
    width: 100%;
    height: 10px;
    accent-color: var(--act);
  }
  .none {
    border-left: 6px solid var(--bad);
  }
  .bad {
    color: var(--bad);
    font-weight: 500;
  }
  .fields {
    display: flex;
    gap: 14px;
    flex-wrap: wrap;
  }
  .fields label {
    display: grid;
    gap: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  .fields input {
    height: 44px;
    padding: 0 10px;
    font: inherit;
    font-size: 15px;
    color: var(--ink);
    border: 1px solid var(--line-strong);
    background: var(--card);
  }
  fieldset {
    border: 0;
    padding: 0;
    margin: 0;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
  }
  legend {
    padding: 0;
    margin-bottom: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  ul {
    margin: 0;
    padding-left: 18px;
    list-style: disc;
  }
  .days caption {
    text-align: left;
    font-weight: 600;
    padding-bottom: 2px;
  }
  .days td:first-child {
    width: 120px;
    white-space: nowrap;
  }
  .days td:nth-child(3) {
    width: 70px;
  }
  .days td:nth-child(4) {
    width: 220px;
  }
  @media (max-width: 800px) {
    .days td:nth-child(4) {
      display: none;
    }
  }
</style>
