<script lang="ts">
  import MethodCard from '$ui/MethodCard.svelte';
  import { pieces } from '$ui/words';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { sayClock, sayNear } from '$core/units/clock-time';
  import { sayMinutes } from '$core/units/clock-time';
  import { formatFilm, formatVolume } from '$core/units/measures';
  import { BARE } from '$ui/elevation-view';
  import Codes from '$ui/Codes.svelte';
  import DoorMark from '$ui/DoorMark.svelte';
  import FactForm from '$ui/FactForm.svelte';
  import MarkLegend from '$ui/MarkLegend.svelte';
  import StoppedNote from '$ui/StoppedNote.svelte';
  import Walls from '$ui/Walls.svelte';

  let { data, form } = $props();
  type Act = (typeof data.list)[number];
  const running = $derived(data.list.filter((a) => a.status === 'running'));
  const ready = $derived(data.list.filter((a) => a.status === 'ready' && a.kind !== 'hang'));
  const waiting = $derived(data.list.filter((a) => a.status === 'waiting'));
  const up = $derived(data.list.filter((a) => a.status === 'up'));
  const hang = $derived(data.list.filter((a) => a.status === 'ready' && a.kind === 'hang'));
  const near = (ms: number) => sayNear(ms, data.now, data.zone);
  let taking: string | null = $state(null);
  const size = (h: number) => Math.min(66, Math.max(22, h * 0.085));
</script>

{#snippet marks(act: Act)}
  <div class="marks">
    {#each act.pieces as piece (piece.id)}
      {@const h = size(piece.h)}
      {@const w = Math.min(72, Math.max(30, piece.w * 0.085))}
      <a href="/p/{piece.id}" aria-label="Piece {piece.code}">
        <svg width={w + 4} height={h + 4} viewBox="-2 -2 {w + 4} {h + 4}">
          <DoorMark
            x={0}
            y={0}
            {w}
            {h}
            code={piece.code}
            mark={piece.mark ?? BARE}
            hex={piece.hex}
            text={15}
          />
        </svg>
      </a>
    {/each}
  </div>
{/snippet}

{#snippet choose(act: Act, summary: string, name: string, checked: boolean)}
  <details>
    <summary>{summary}</summary>
    <div class="row">
      {#each act.pieces as piece (piece.id)}
        <label class="check mono"
          ><input type="checkbox" {name} value={piece.id} {checked} />
          <span class:unsafe={piece.unsafe}>{piece.code}</span></label
        >
      {/each}
    </div>
  </details>
{/snippet}

{#snippet cautions(act: Act)}
  <MethodCard card={act.card} title="How it is done" />
  {#if act.cautions.length}
    <details class="cautions">
      <summary>▲ Cautions</summary>
      <ul>
        {#each act.cautions as caution (caution)}<li>{caution}</li>{/each}
      </ul>
    </details>
  {/if}
{/snippet}

{#snippet paint(act: Act)}
  {#if act.paint}
    <p>
      {act.paint.name} · wet film <b>{formatFilm(act.paint.wetUm, data.measures)}</b> · {formatVolume(
        act.paint.volumeMl,
        data.measures,
      )} for this pass
    </p>
    {#if act.paint.mix}
      <p>
        Mix {act.paint.mix.a.toFixed(0)} mL base, {act.paint.mix.b.toFixed(0)} mL hardener, {act.paint.mix.thinner.toFixed(
          0,
        )} mL thinner. Let it stand {act.paint.mix.induction} min; use it within {sayMinutes(
          act.paint.mix.potLife,
        )}.
      </p>
    {/if}
  {/if}
{/snippet}

<StoppedNote stopped={form?.stopped} />
<div class="pair bench">
  <div class="stack acts">
    {#if !data.chosen}
      <p>No system is chosen yet. <a href="/jobs/{data.jobId}/plan">Choose one on the plan.</a></p>
    {/if}
    {#each running as act, i (act.work?.id)}
      <section class="card now">
        <p class="soft">Under way since {sayClock(act.work?.since ?? 0, data.zone)} · {act.work?.who}</p>
        <h2 class="act">{act.act}, lot {act.lot}</h2>
        {@render paint(act)}
        {@render marks(act)}
        {@render cautions(act)}
        <FactForm kind="work.finished" fields={{ work: act.work?.id ?? '' }}>
          {#snippet children(sending)}
            <div class="big">
              <Button type="submit" disabled={sending} data-key={i === 0 ? 'd' : undefined}>Done</Button>
            </div>
            {@render choose(act, 'Some were left out', 'leftOut', false)}
          {/snippet}
        </FactForm>
      </section>
    {/each}
    {#each ready as act, i (act.lotId + act.step)}
      <section class="card ready">
        <p class="soft">
          Ready now{#if act.planned && act.planned > data.now}{' '}· planned {near(act.planned)}{/if}
        </p>
        <h2 class="act">{act.act}, lot {act.lot}</h2>
        <p class="soft">
          {pieces(act.pieces.length)} · about {sayMinutes(act.minutes)}
          {#if act.closes}<span class="warn">▲ before {near(act.closes)}</span>{/if}
        </p>
        {@render paint(act)}
        {#if i === 0 && running.length === 0}{@render marks(act)}{:else}<p>
            <Codes codes={act.pieces.map((p) => p.code)} />
          </p>{/if}
        <p class="soft how">{act.how}</p>
        {@render cautions(act)}
        <FactForm kind="work.started" fields={{ step: act.step, lot: act.lotId }}>
          {#snippet children(sending)}
            <div class="big">
              <Button type="submit" disabled={sending} data-key={i === 0 ? 's' : undefined}>Start</Button>
            </div>
            {@render choose(act, 'Leave some out', 'piece', true)}
          {/snippet}
        </FactForm>
      </section>
    {/each}
    {#if data.siteSteps}
      <section class="card">
        <h2>In the kitchen</h2>
        {#if data.siteLeft === 0}
          <p class="soft">The fixed work is done.</p>
        {/if}
        {#each data.site as s (s.key)}
          <div class="site">
            <p>
              <b>{s.act}{s.colour ? `, ${s.colour}` : ''}</b>
              <span class="soft"
                >{s.work
                  ? `under way since ${sayClock(s.work.since, data.zone)} · ${s.work.who}`
                  : s.from > data.now
                    ? `from ${near(s.from)}`
                    : `ready now · about ${sayMinutes(s.minutes)}`}{s.planned && !s.work
                  ? ` · planned ${near(s.planned)}`
                  : ''}{s.product ? ` · ${s.product}` : ''}</span
              >
            </p>
            <p class="soft">{s.how}</p>
            {#if s.work}
              <FactForm kind="site.finished" fields={{ work: s.work.id }}>
                {#snippet children(sending)}<Button type="submit" disabled={sending}>Done</Button>{/snippet}
              </FactForm>
            {:else if s.from <= data.now}
              <FactForm kind="site.started" fields={{ step: s.key }}>
                {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                    >Start</Button
                  >{/snippet}
              </FactForm>
            {/if}
          </div>
        {/each}
      </section>
    {/if}
    {#if hang.length}
      <section class="card ready">
        <h2 class="act">Hang</h2>
        <p>{pieces(hang.reduce((n, a) => n + a.pieces.length, 0))} ready to hang.</p>
        <Button href="/jobs/{data.jobId}/hang">Go to hanging</Button>
      </section>
    {/if}
    {#if waiting.length}
      <section class="card">
        <h2>Drying</h2>
        {#each waiting as act (act.lotId + act.step)}
          <div class="wait">
            <b class="mono">{near(act.from ?? 0)}</b>
            <div>
              <b>{act.act}, lot {act.lot}</b> <span class="soft">{pieces(act.pieces.length)}</span>
              {#if act.touch}<a class="touch" href={act.touch}>Touch test</a>{/if}
              {#if act.closes}<div class="warn">▲ before {near(act.closes)}</div>{/if}
            </div>
            {#if act.kind !== 'hang'}
              <FactForm
                kind="work.started"
                fields={{ step: act.step, lot: act.lotId, piece: act.pieces.map((p) => p.id) }}
              >
                {#snippet children(sending)}<Button type="submit" kind="ghost" size="field" disabled={sending}
                    >Start now</Button
                  >{/snippet}
              </FactForm>
            {/if}
          </div>
        {/each}
      </section>
    {/if}
    {#if up.length}
      <section class="card">
        <h2>Still up</h2>
        <p>
          {pieces(up.reduce((n, a) => n + a.pieces.length, 0))} not down yet.
          <a href="/jobs/{data.jobId}/take-down">Take them down.</a>
        </p>
      </section>
    {/if}
    <section class="card">
      <h2>Air</h2>
      <FactForm kind="air.read" fields={{ unit: data.measures === 'us' ? 'F' : 'C' }}>
        {#snippet children(sending)}
          <div class="air">
            <TextInput name="place" labelText="Place" value="tent" required maxlength={40} />
            <TextInput
              name="celsius"
              labelText="Air, {data.measures === 'us' ? '°F' : '°C'}"
              inputmode="decimal"
              required
            />
            <TextInput name="humidity" labelText="Humidity, %" inputmode="decimal" required />
            <TextInput
              name="surface"
              labelText="Surface, {data.measures === 'us' ? '°F' : '°C'}"
              inputmode="decimal"
              placeholder="if measured"
            />
            <Button type="submit" kind="tertiary" disabled={sending}>Note it</Button>
          </div>
        {/snippet}
      </FactForm>
    </section>
    <section class="card">
      <h2>Just recorded</h2>
      {#each data.facts as fact (fact.id)}
        <div class="fact">
          <span class="mono">{near(fact.at)}</span>
          <span>{fact.words} <span class="soft">{fact.who}</span></span>
          <Button
            kind="ghost"
            size="field"
            on:click={() => (taking = taking === fact.id ? null : fact.id)}
            aria-expanded={taking === fact.id}>Take back</Button
          >
          {#if taking === fact.id}
            <FactForm kind="void" fields={{ fact: fact.id }} class="why">
              {#snippet children(sending)}
                <TextInput name="reason" labelText="Why" required minlength={3} maxlength={500} />
                <Button type="submit" kind="danger-tertiary" disabled={sending}>Take it back</Button>
              {/snippet}
            </FactForm>
          {/if}
        </div>
      {:else}
        <p class="soft">Nothing yet.</p>
      {/each}
    </section>
  </div>
  <div class="stack walls">
    <MarkLegend hex={data.colour.hex} />
    <Walls walls={data.walls} href={(id) => `/p/${id}`} />
  </div>
</div>

<style>
  .site + .site {
    border-top: 1px solid var(--line);
    margin-top: 10px;
    padding-top: 10px;
  }
  .bench {
    grid-template-columns: minmax(0, 1fr) 400px;
  }
  .acts {
    order: 2;
  }
  .walls {
    order: 1;
  }
  .ready {
    border-left: 6px solid var(--ready);
  }
  .now {
    border-left: 6px solid var(--act);
  }
  .act {
    font-size: 20px;
    line-height: 1.2;
  }
  .marks {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    margin: 8px 0;
    align-items: end;
  }
  .how {
    margin: 4px 0 8px;
  }
  .cautions summary {
    color: var(--warn);
  }
  .cautions ul {
    margin: 0 0 8px;
    padding-left: 18px;
    list-style: disc;
  }
  .warn {
    color: var(--warn);
    font-weight: 500;
  }
  .touch {
    margin-left: 8px;
  }
  .wait {
    display: grid;
    grid-template-columns: minmax(60px, max-content) 1fr auto;
    gap: 10px;
    align-items: center;
    padding: 6px 0;
    border-top: 1px solid var(--line);
  }
  .air {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    align-items: end;
  }
  .fact {
    display: grid;
    grid-template-columns: auto 1fr auto;
    gap: 8px;
    align-items: center;
    border-top: 1px solid var(--line);
  }
  .fact > :global(.why) {
    grid-column: 1 / -1;
    display: flex;
    gap: 8px;
    align-items: end;
    padding-bottom: 10px;
  }
  @media (max-width: 1000px) {
    .bench {
      grid-template-columns: minmax(0, 1fr);
    }
    .acts {
      order: 1;
    }
    .walls {
      order: 2;
    }
    .big :global(.bx--btn) {
      width: 100%;
      max-width: none;
      min-height: 60px;
      font-size: 20px;
      justify-content: center;
      padding: 0;
    }
  }
</style>
