<script lang="ts">
  import { onMount } from 'svelte';
  import { v7 as newId } from 'uuid';
  import { refresh } from '$ui/refresh';
  import { page } from '$app/state';
  import MethodCard from '$ui/MethodCard.svelte';
  import { pieces } from '$ui/words';
  import { Button, TextInput } from 'carbon-components-svelte';
  import { KNEW_NOTHING } from '$core/bench/apart';
  import { openBench } from '$core/bench/bench-job';
  import { bodySchema, type Fact } from '$core/bench/events';
  import { overridesOf, type Override } from '$core/bench/facts/parts';
  import { bodyFromForm, sentFields } from '$core/bench/fact-form';
  import { pieceState } from '$core/bench/state';
  import { judge } from '$core/bench/guard/judge';
  import { sayRefusals } from '$core/bench/guard/refusal';
  import { FEEL_FACTS, FEELS, LOOK_WORDS, LOOKS } from '$core/bench/looks';
  import { slotName } from '$core/bench/places';
  import { sayFact } from '$core/bench/say-fact';
  import { benchView, pieceView, UNDO, type BenchAct } from '$core/bench/view';
  import { readLabelKey } from '$core/labels/label-set';
  import { sayClock, sayNear } from '$core/units/clock-time';
  import { sayMinutes } from '$core/units/clock-time';
  import { formatFilm, formatVolume } from '$core/units/measures';
  import type { Stopped } from '$server/fact-action';
  import Codes from '$ui/Codes.svelte';
  import CupWords from '$ui/CupWords.svelte';
  import DoorMark from '$ui/DoorMark.svelte';
  import FactForm from '$ui/FactForm.svelte';
  import MarkLegend from '$ui/MarkLegend.svelte';
  import NotSent from '$ui/NotSent.svelte';
  import Part from '$ui/Part.svelte';
  import PiecePanel from '$ui/PiecePanel.svelte';
  import Rack from '$ui/Rack.svelte';
  import Scanner from '$ui/Scanner.svelte';
  import StoppedNote from '$ui/StoppedNote.svelte';
  import Walls from '$ui/Walls.svelte';
  import Wedge from '$ui/Wedge.svelte';
  import { Outbox } from '$ui/outbox.svelte';
  import { shrinkPhoto } from '$ui/shrink-photo';
  import { findHere } from '$ui/finder';
  import { setTap } from '$ui/tap';

  let { data, form } = $props();
  // svelte-ignore state_referenced_locally
  const outbox = new Outbox(data.pack.job.id, () => void refresh());
  const bench = $derived(openBench(data.pack, outbox.facts));
  /** by the server's clock; the page's own until the device knows it */
  let clock: number | null = $state(null);
  const now = $derived(Math.max(clock ?? data.pack.now, ...outbox.facts.slice(-1).map((f) => f.at)));
  const view = $derived(benchView(bench, now));
  // What only one part of the page shows is made in that part: where it breaks, the others stand.
  const drawWalls = () =>
    data.walls.map((wall) => ({
      ...wall,
      fronts: wall.fronts.map((f) => ({
        ...f,
        mark: view.marked.get(f.id)?.mark ?? f.mark,
        where: pieceState(bench.state, f.id).place,
      })),
    }));
  const lyingPieces = () =>
    [...view.marked.values()].flatMap((piece) => {
      const own = pieceState(bench.state, piece.id);
      return own.down && own.hungIn === null && own.missing === null ? [{ piece, place: own.place }] : [];
    });

  onMount(() => {
    const tick = () => (clock = outbox.now());
    opened = outbox.open(data.pack.now);
    void opened.then(tick);
    void keepHere();
    const timer = setInterval(tick, 15_000);
    const online = () => void outbox.readClock().then(() => outbox.flush());
    const offline = () => (outbox.away = true);
    window.addEventListener('online', online);
    window.addEventListener('offline', offline);
    const ends = findHere((code) => {
      const wanted = code.trim().toLowerCase();
      const piece = data.pack.pieces.find((x) => x.code.toLowerCase() === wanted);
      if (piece) show(piece.id);
      return piece !== undefined;
    });
    return () => {
      ends();
      clearInterval(timer);
      outbox.close();
      window.removeEventListener('online', online);
      window.removeEventListener('offline', offline);
    };
  });

  /** Has the device keep this page and what it is built of, for when there is no signal. */
  async function keepHere() {
    const { active } = (await navigator.serviceWorker?.ready) ?? {};
    active?.postMessage({
      keep: [location.pathname, ...performance.getEntriesByType('resource').map((e) => e.name)],
      bench: location.pathname,
      pieces: data.pack.pieces.map((p) => p.id),
    });
  }

  let stoppedHere: Stopped | null = $state(null);
  const stopped = $derived(stoppedHere ?? form?.stopped ?? null);

  /** the device knows what it keeps, and the server's clock */
  let opened: Promise<void> | undefined;
  async function keep(body: unknown, sent: [string, string][], picture?: Blob): Promise<boolean> {
    stoppedHere = null;
    await opened;
    const parsed = bodySchema.safeParse(body);
    const stop = (message: string, more: Partial<Stopped> = {}): false => {
      stoppedHere = { message, field: null, refusals: [], sent, ...more };
      return false;
    };
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      return stop(issue?.message ?? 'It is not complete.', {
        field: String(issue?.path.at(-1) ?? '') || null,
      });
    }
    // Ids of facts follow the order in which they are recorded.
    const id = newId();
    const fact: Fact = {
      id,
      job: data.pack.job.id,
      at: outbox.now(),
      worker: data.worker?.id ?? '',
      device: data.device,
      knew: data.pack.facts.at(-1)?.id ?? KNEW_NOTHING,
      body: parsed.data,
    };
    const refusals = judge(bench.context, bench.facts, fact);
    if (refusals.length) return stop(sayRefusals(refusals), { refusals });
    const piece = 'piece' in fact.body ? fact.body.piece : null;
    await outbox.add(fact, picture && piece ? photoOf(piece, id, picture) : undefined);
    clock = outbox.now();
    const refused = outbox.refused.find((k) => k.fact.id === id);
    if (!refused) return true;
    await outbox.discard(refused.n);
    return stop(refused.why, { refusals: refused.refusals ?? [] });
  }
  setTap((given) => {
    const sent = sentFields(given);
    const file = given.get('photo');
    if (!(file instanceof File) || file.size === 0) return keep(bodyFromForm(given), sent);
    return shrinkPhoto(file).then((picture) => keep(bodyFromForm(given), sent, picture));
  });
  const photoOf = (piece: string, of: string | null, picture: Blob) => ({
    id: newId(),
    job: data.pack.job.id,
    piece,
    of,
    picture,
    why: '',
  });
  /** Pictures that the server does not have yet, each shown from the device. */
  const addresses = new WeakMap<Blob, string>();
  const ownPhotos = $derived(
    outbox.photos.map(({ piece, of, picture }) => {
      const known = addresses.get(picture) ?? URL.createObjectURL(picture);
      addresses.set(picture, known);
      return { small: known, whole: known, piece, of, note: 'not sent yet' };
    }),
  );
  const again = (fact: Fact, overrides: Override[]) =>
    void keep(
      { ...fact.body, override: [...overridesOf(fact.body), ...overrides] },
      [],
      outbox.photos.find((p) => p.of === fact.id)?.picture,
    );

  type Act = BenchAct;
  const of = (status: Act['status']) => view.list.filter((a) => a.status === status);
  const readyTo = (what: 'work' | 'hang') =>
    of('ready').filter((a) => (a.kind === 'hang') === (what === 'hang'));
  const near = (ms: number) => sayNear(ms, now, data.zone);
  let taking: string | null = $state(null);
  const size = (h: number) => Math.min(66, Math.max(22, h * 0.085));

  // One piece in sight, one in hand.
  let shown: string | null = $state(page.url.searchParams.get('piece'));
  let held: string | null = $state(null);
  let scanned = $state('');
  let rackOpen = $state(false);
  let cameraOpen = $state(false);
  const show = (id: string | null) => {
    shown = id;
    stoppedHere = null;
  };
  const open = (event: MouseEvent, id: string) => {
    event.preventDefault();
    show(id);
  };
  async function put(piece: string, place: string) {
    // The hand is free for the next one at once.
    if (held === piece) held = null;
    if (await keep({ kind: 'piece.placed', pieces: [piece], place }, [['kind', 'piece.placed']])) return;
    held ??= piece;
  }
  function found(text: string) {
    const label = readLabelKey(text);
    const piece = label && 'piece' in label ? view.marked.get(label.piece) : undefined;
    if (label?.kind === 'slot') {
      if (held) void put(held, slotName(label.slot));
      else scanned = `Rack slot ${label.slot}. Take a piece in hand first to put it there.`;
    } else if (piece) {
      scanned = `Piece ${piece.code}.`;
      held = piece.id;
      if (!rackOpen) show(piece.id);
    } else scanned = label ? 'This label belongs to another job.' : 'This code is not one of our labels.';
  }
  /** The stand-in for a scanner that types: every key of a label, faster than hands. */
  let simulated = $state('');
  function typeLikeScanner() {
    for (const key of [...simulated, 'Enter']) {
      window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    }
  }
</script>

{#snippet marks(act: Act)}
  <div class="marks">
    {#each act.pieces as piece (piece.id)}
      {@const h = size(piece.h)}
      {@const w = Math.min(72, Math.max(30, piece.w * 0.085))}
      <a href="/p/{piece.id}" aria-label="Piece {piece.code}" onclick={(e) => open(e, piece.id)}>
        <svg width={w + 4} height={h + 4} viewBox="-2 -2 {w + 4} {h + 4}">
          <DoorMark x={0} y={0} {w} {h} code={piece.code} mark={piece.mark} hex={piece.hex} text={15} />
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

{#snippet hands(act: Act)}
  {@const work = act.work?.id ?? ''}
  <div class="hands">
    <FactForm kind={act.work?.paused ? 'work.resumed' : 'work.paused'} fields={{ work }}>
      {#snippet children(sending)}<Button type="submit" kind="ghost" size="field" disabled={sending}
          >{act.work?.paused ? 'Go on' : 'Pause'}</Button
        >{/snippet}
    </FactForm>
    {#if data.pack.people.length > 1}
      <details>
        <summary>Another pair of hands</summary>
        {#each data.pack.people.filter((p) => !act.work?.hands.includes(p.id)) as person (person.id)}
          <div class="row">
            <span>{person.name}</span>
            <FactForm kind="work.joined" fields={{ work, by: person.id }}>
              {#snippet children(sending)}<Button type="submit" kind="ghost" size="field" disabled={sending}
                  >joins</Button
                >{/snippet}
            </FactForm>
            <FactForm kind="work.handed" fields={{ work, to: person.id }}>
              {#snippet children(sending)}<Button type="submit" kind="ghost" size="field" disabled={sending}
                  >takes over</Button
                >{/snippet}
            </FactForm>
          </div>
        {/each}
      </details>
    {/if}
  </div>
{/snippet}

{#snippet cautions(act: Act)}
  <MethodCard card={act.card} title="How it is done" />
  {#if act.cautions.length}
    <details class="cautions">
      <summary>▲ Cautions</summary>
      <ul>
        {#each act.cautions as caution, i (i)}<li>{caution}</li>{/each}
      </ul>
    </details>
  {/if}
{/snippet}

{#snippet tape(act: Act)}
  {#if act.tape}<p>Tape label {act.tape}.</p>{/if}
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
      {@const mix = act.paint.mix}
      <p>
        Mix {act.paint.mix.a.toFixed(0)} mL base, {act.paint.mix.b.toFixed(0)} mL hardener, {act.paint.mix.thinner.toFixed(
          0,
        )} mL thinner. Let it stand {act.paint.mix.induction} min; use it within {sayMinutes(
          act.paint.mix.potLife,
        )}.
      </p>
      {#if !view.cups.some((c) => c.product === act.paint?.key && c.age.state !== 'past')}
        <FactForm
          kind="mix.made"
          fields={{
            product: act.paint.key,
            a: mix.a.toFixed(1),
            b: mix.b.toFixed(1),
            thinner: mix.thinner.toFixed(1),
            induction: String(mix.induction),
            potLife: String(mix.potLife),
          }}
          class="row mixed"
        >
          {#snippet children(sending)}
            <label class="labelled"
              >Batch<input
                class="field mono"
                name="batch"
                value={view.batch}
                maxlength="40"
                required
              /></label
            >
            <Button type="submit" kind="tertiary" disabled={sending}>Mixed now</Button>
          {/snippet}
        </FactForm>
      {/if}
    {/if}
  {/if}
{/snippet}

<Wedge {found} />
{#if !shown}<StoppedNote {stopped} />{/if}
<div class="strip">
  <NotSent
    {outbox}
    contested={data.contested}
    device={data.device}
    zone={data.zone}
    say={(body) => sayFact(bench, body)}
    {again}
  />
  {#if scanned}<p role="status">{scanned}</p>{/if}
</div>
{#if shown}
  {@const id = shown}
  {#key shown}
    <Part name="The piece">
      {@const panel = pieceView(bench, id, now, ownPhotos)}
      {#if panel}<PiecePanel
          view={panel}
          {now}
          zone={data.zone}
          measures={data.measures}
          slots={data.pack.rack.slots}
          {stopped}
          close={() => show(null)}
          photo={async (piece, file) => outbox.addPhoto(photoOf(piece, null, await shrinkPhoto(file)))}
        />{/if}
    </Part>
  {/key}
{/if}
<div class="pair bench">
  <div class="stack acts">
    {#each view.air as air, i (i)}
      <p class="card halt" role="status">
        <b>Air in the {air.place}{air.read ? '' : ', by the forecast'}:</b>
        {air.reasons.join('; ')}. Do not coat.
      </p>
    {/each}
    {#if !view.chosen}
      <p>No system is chosen yet. <a href="/jobs/{data.jobId}/plan">Choose one on the plan.</a></p>
    {/if}
    <Part name="What is under way"
      >{#each of('running') as act, i (act.work?.id)}
        <section class="card now">
          <p class="soft">
            {act.work?.paused ? 'Paused; begun' : 'Under way since'}
            {sayClock(act.work?.since ?? 0, data.zone)}{act.work?.who ? ` · ${act.work.who}` : ''}
          </p>
          <h2 class="act">{act.act}, lot {act.lot}</h2>
          {@render paint(act)}
          {@render tape(act)}
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
          {@render hands(act)}
        </section>
      {/each}</Part
    >
    <Part name="What is ready"
      >{#each readyTo('work') as act, i (act.key)}
        <section class="card ready">
          <p class="soft">
            Ready now{#if act.planned && act.planned > now}{' '}· planned {near(act.planned)}{/if}
          </p>
          <h2 class="act">{act.act}, lot {act.lot}</h2>
          <p class="soft">
            {pieces(act.pieces.length)} · about {sayMinutes(act.minutes)}
            {#if act.closes}<span class="warn">▲ before {near(act.closes)}</span>{/if}
          </p>
          {@render paint(act)}
          {#if i === 0 && of('running').length === 0}{@render marks(act)}{:else}<p>
              <Codes codes={act.pieces.map((p) => p.code)} />
            </p>{/if}
          {@render tape(act)}
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
      {/each}</Part
    >
    <Part name="The coat to look at"
      >{#each view.toInspect as done (done.id)}
        <section class="card">
          <h2>Look at it: {done.act}, lot {done.lot}</h2>
          <p class="soft">Done {near(done.at)}. A flaw? Point at it on its piece.</p>
          <div class="marks">
            {#each done.pieces as piece (piece.id)}
              <a class="codelink mono" href="/p/{piece.id}" onclick={(e) => open(e, piece.id)}
                ><span class:unsafe={piece.unsafe}>{piece.code}</span></a
              >
            {/each}
          </div>
          <details>
            <summary>What was looked at</summary>
            <FactForm kind="coat.inspected" fields={{ work: done.id }}>
              {#snippet children(sending)}
                <div class="stack">
                  {#each LOOKS as look (look)}<label class="check"
                      ><input type="checkbox" name="looked" value={look} /> {LOOK_WORDS[look]}</label
                    >{/each}
                  <label class="labelled"
                    >Sheen<select class="field" name="sheen">
                      <option>like the sample</option><option>duller</option><option>glossier</option><option
                        >not held</option
                      >
                    </select></label
                  >
                  <label class="labelled"
                    >Colour<select class="field" name="colour">
                      <option>like the sample</option><option>off</option><option>not held</option>
                    </select></label
                  >
                  <TextInput name="note" labelText="Note" maxlength={500} />
                  <Button type="submit" kind="tertiary" disabled={sending}>Looked at</Button>
                </div>
              {/snippet}
            </FactForm>
          </details>
        </section>
      {/each}</Part
    >
    <Part name="Cups and gun"
      >{#if view.cups.length}
        <section class="card" id="cups">
          <h2>Cups</h2>
          {#each view.cups as cup (cup.id)}
            <p>
              <b class="mono">{cup.batch}</b>
              {cup.name}, {formatVolume(cup.a + cup.b + cup.thinner, data.measures)}<br />
              <CupWords age={cup.age} {now} zone={data.zone} />
            </p>
          {/each}
        </section>
      {/if}
      {#if view.paints.length}
        <section class="card" id="gun">
          <h2>In the gun</h2>
          <FactForm kind="paint.loaded" empties={false}>
            {#snippet children(sending)}
              <div class="air">
                <label class="labelled wide"
                  >{view.loaded ? 'Now' : 'Not said yet'}<select class="field" name="paint">
                    {#each view.paints as p, i (i)}
                      <option
                        value="{p.product} {p.colour}"
                        selected={view.loaded?.product === p.product && view.loaded.colour === p.colour}
                        >{p.words}</option
                      >
                    {/each}
                  </select></label
                >
                <Button type="submit" kind="tertiary" disabled={sending}>Loaded</Button>
              </div>
            {/snippet}
          </FactForm>
        </section>
      {/if}</Part
    >
    <Part name="The fixed work"
      >{#if view.siteSteps}
        <section class="card">
          <h2>In the kitchen</h2>
          {#if view.siteLeft === 0}
            <p class="soft">The fixed work is done.</p>
          {/if}
          {#each view.site as s (s.key)}
            <div class="site">
              <p>
                <b>{s.act}{s.colour ? `, ${s.colour}` : ''}</b>
                <span class="soft"
                  >{s.work
                    ? `under way since ${sayClock(s.work.since, data.zone)} · ${s.work.who}`
                    : s.from > now
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
              {:else if s.from <= now}
                <FactForm kind="site.started" fields={{ step: s.key }}>
                  {#snippet children(sending)}<Button type="submit" kind="tertiary" disabled={sending}
                      >Start</Button
                    >{/snippet}
                </FactForm>
              {/if}
            </div>
          {/each}
        </section>
      {/if}</Part
    >
    <Part name="What dries"
      >{#if readyTo('hang').length}
        <section class="card ready">
          <h2 class="act">Hang</h2>
          <p>{pieces(readyTo('hang').reduce((n, a) => n + a.pieces.length, 0))} ready to hang.</p>
          <Button href="/jobs/{data.jobId}/hang">Go to hanging</Button>
        </section>
      {/if}
      {#if of('waiting').length}
        <section class="card">
          <h2>Drying</h2>
          {#each of('waiting') as act (act.key)}
            <div class="wait">
              <b class="mono">{near(act.from ?? 0)}</b>
              <div>
                <b>{act.act}, lot {act.lot}</b> <span class="soft">{pieces(act.pieces.length)}</span>
                {#if act.felt}
                  <details class="touch">
                    <summary>Touch test</summary>
                    <FactForm
                      kind="film.felt"
                      fields={{ piece: act.pieces.map((p) => p.id), step: act.felt }}
                    >
                      {#snippet children(sending)}
                        <div class="row">
                          {#each FEELS as feel (feel)}<Button
                              type="submit"
                              name="feel"
                              value={feel}
                              kind="tertiary"
                              size="field"
                              disabled={sending}>{FEEL_FACTS[feel].words}</Button
                            >{/each}
                        </div>
                      {/snippet}
                    </FactForm>
                  </details>
                {/if}
                {#if act.closes}<div class="warn">▲ before {near(act.closes)}</div>{/if}
              </div>
              {#if act.kind !== 'hang'}
                <FactForm
                  kind="work.started"
                  fields={{ step: act.step, lot: act.lotId, piece: act.pieces.map((p) => p.id) }}
                >
                  {#snippet children(sending)}<Button
                      type="submit"
                      kind="ghost"
                      size="field"
                      disabled={sending}>Start now</Button
                    >{/snippet}
                </FactForm>
              {/if}
            </div>
          {/each}
        </section>
      {/if}</Part
    >
    <Part name="What is still up">
      {@const up = of('up')}
      {#if up.length}
        <section class="card">
          <h2>Still up</h2>
          <p>
            {pieces(up.reduce((n, a) => n + a.pieces.length, 0))} not down yet.
            <a href="/jobs/{data.jobId}/take-down">Take them down.</a>
          </p>
        </section>
      {/if}
    </Part>
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
      <Part name="What was recorded"
        >{#each view.facts as fact (fact.id)}
          <div class="fact">
            <span class="mono">{near(fact.at)}</span>
            <span>{fact.words} <span class="soft">{fact.who}</span></span>
            {#if now - fact.at < UNDO}
              <FactForm kind="void" fields={{ fact: fact.id, reason: 'Undone at once' }}>
                {#snippet children(sending)}<Button type="submit" kind="ghost" size="field" disabled={sending}
                    >Undo</Button
                  >{/snippet}
              </FactForm>
            {/if}
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
        {/each}</Part
      >
    </section>
  </div>
  <div class="stack walls">
    <MarkLegend hex={data.colour.hex} />
    <Part name="The elevation">
      {@const walls = drawWalls()}
      <Walls {walls} pick={show} />
    </Part>
    <Part name="The rack">
      {@const lying = lyingPieces()}
      {#if data.pack.rack.slots}
        <details class="card" id="rack" bind:open={rackOpen}>
          <summary><h2>Rack, {pieces(lying.length)} down</h2></summary>
          <Rack
            room={data.pack.rack}
            {lying}
            {held}
            hold={(id) => (held = id)}
            put={(id, to) => void put(id, to)}
          />
        </details>
      {/if}
    </Part>
    <details class="card" bind:open={cameraOpen}>
      <summary>Read a label with the camera</summary>
      {#if cameraOpen}<Scanner {found} />{/if}
    </details>
    {#if data.demo}
      <details class="card">
        <summary>Simulated scanner</summary>
        <div class="row scan">
          <label class="labelled"
            >Label<select class="field" bind:value={simulated}>
              <option value="">choose one</option>
              {#each data.pack.pieces as p (p.id)}<option value={p.id}>piece {p.code}</option>{/each}
              {#each Array.from({ length: data.pack.rack.slots }, (_, i) => i + 1) as n (n)}<option
                  value="slot:{n}">rack slot {n}</option
                >{/each}
            </select></label
          >
          <Button kind="tertiary" disabled={!simulated} on:click={typeLikeScanner}>Scan</Button>
        </div>
      </details>
    {/if}
  </div>
</div>

<style>
  .strip {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(min(100%, 460px), 1fr));
    gap: 12px;
    margin-bottom: 12px;
  }
  .strip:empty {
    display: none;
  }
  .hands {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: start;
    margin-top: 6px;
  }
  .codelink {
    display: inline-flex;
    align-items: center;
    justify-content: center;
    min-width: 44px;
    min-height: 44px;
    border: 1px solid var(--line-strong);
    color: var(--ink);
    text-decoration: none;
    font-size: 16px;
  }
  .wide {
    grid-column: 1 / -1;
  }
  .scan {
    align-items: end;
  }
  summary h2 {
    display: inline;
  }
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
  .halt {
    border-left: 6px solid var(--bad);
  }
  .bench :global(.mixed) {
    align-items: end;
    margin-bottom: 8px;
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
    grid-template-columns: auto 1fr auto auto;
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
