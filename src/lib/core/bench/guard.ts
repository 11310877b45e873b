/** What may be done now: every fact is judged before it is kept. A refusal says what, why and from when. */
import { judgeAir } from '../air/humid-air';
import { gets, stepOf, type Requirement, type Step } from '../coating/route';
import type { Face, Product } from '../coating/system';
import type { Waits } from '../coating/waits';
import type { Form } from '../kitchen/kitchen';
import type { Measures } from '../units/measures';
import { earliestRemedy, failureOf } from '../quality/failures';
import { openFindings } from '../quality/site-tests';
import { overridesOf, type Fact, type FactBody } from './events';
import { fold, pieceState, type JobState } from './fold';
import { freshAir } from './fresh-air';
import { fitsSlot, readPlace, type RackRoom } from './places';
import { siteProgress } from './site';
import type { SiteStep } from '../takeoff/site-route';

export interface Refusal {
  rule:
    | 'too-early'
    | 'too-late'
    | 'skipped-step'
    | 'done-already'
    | 'at-work'
    | 'not-labelled'
    | 'not-down'
    | 'missing'
    | 'finding'
    | 'air'
    | 'wrong-opening'
    | 'not-home'
    | 'unknown'
    | 'later-work'
    | 'wrong-face'
    | 'wrong-colour'
    | 'mix'
    | 'wet-deglosser'
    | 'floating-panel'
    | 'not-in-lot'
    | 'no-room'
    | 'order';
  message: string;
  /** ms since 1970 from which it is allowed, where waiting helps */
  from: number | null;
  /** whether a reason can overrule it */
  canOverride: boolean;
}

export interface Context {
  state: JobState;
  route: readonly Step[];
  /** steps of the fixed work */
  site?: readonly SiteStep[];
  /** codes by piece id, for speaking of them; also the set of pieces of the job */
  codes: ReadonlyMap<string, string>;
  /** size, form and colour by piece id; guards that ask for them are silent where they are not known */
  pieces?: ReadonlyMap<string, { w: number; h: number; form: Form; colour: string }>;
  lots?: readonly { id: string; name: string; pieces: readonly string[] }[];
  rack?: RackRoom;
  /** when films are ready */
  waits: Waits;
  /** minutes from the last coat to cured; null where the system names none */
  cureMinutes: number | null;
  /** of what is said; metric where nothing is named */
  measures?: Measures;
  /** a time in words, e.g. "Tue 10 Mar, 15:12" */
  sayTime: (ms: number) => string;
}

const MINUTE = 60_000;

const refuse = (
  rule: Refusal['rule'],
  message: string,
  canOverride = true,
  from: number | null = null,
): Refusal => ({ rule, message, from, canOverride });

/** Those of several judgements that refuse. */
const standing = (...all: (Refusal | null | undefined | false)[]): Refusal[] => all.flatMap((r) => r || []);

const list = (ctx: Context, pieces: readonly string[]): string => {
  const codes = pieces.map((p) => ctx.codes.get(p) ?? '?');
  return codes.length > 6 ? `${codes.slice(0, 6).join(' ')} and ${codes.length - 6} more` : codes.join(' ');
};

/** When a step may start on a piece. */
export interface Window {
  /** ms since 1970 */
  from: number;
  /** null: no end */
  to: number | null;
  /** what decides `from` */
  because: Requirement | null;
}

/** When a step may start on a piece, as far as the steps before it are done. */
export function windowOf(state: JobState, step: Step, piece: string, waits: Waits): Window {
  const { done, abraded } = pieceState(state, piece);
  const window: Window = { from: 0, to: null, because: null };
  for (const need of step.after) {
    const before = done.get(need.step);
    if (!before) continue;
    const from =
      need.film && need.stage
        ? waits.readyAt(need.film, need.stage, before.end, need.wet)
        : before.end + need.min * MINUTE;
    if (from > window.from) Object.assign(window, { from, because: need });
    // What was scuffed since has no window any more.
    if (need.max !== null && (abraded ?? 0) < before.end)
      window.to = Math.min(window.to ?? Infinity, before.end + need.max * MINUTE);
  }
  return window;
}

/** The first step of the route that a piece has not had, or null when it has had them all. */
export const nextStep = (state: JobState, route: readonly Step[], piece: string): Step | null =>
  route.find((s) =>
    s.kind === 'hang'
      ? pieceState(state, piece).hungIn === null
      : gets(s, piece) && !pieceState(state, piece).done.has(s.key),
  ) ?? null;

const working = (state: JobState, piece: string) =>
  [...state.works.values()].find((w) => w.end === null && w.pieces.includes(piece));

/** Findings that stand before the first coat of a piece. */
function judgeFindings(ctx: Context, pieces: readonly string[]): Refusal | null {
  const { state, route } = ctx;
  const bare = pieces.filter((p) => lastLaid(state, route, p) === null);
  const stops = openFindings(state.tests).filter(
    ({ weight, test }) =>
      weight === 'stop' && (test.piece === null ? bare.length > 0 : bare.includes(test.piece)),
  );
  const says = stops.map((f) => `${f.says} (${f.test.place}, ${ctx.sayTime(f.test.at)}). ${f.todo}.`);
  return says.length ? refuse('finding', says.join(' ')) : null;
}

/** Pieces that a lot does not hold. */
function judgeLot(ctx: Context, lot: string, pieces: readonly string[]): Refusal | null {
  const own = ctx.lots?.find((l) => l.id === lot);
  const strangers = own ? pieces.filter((p) => !own.pieces.includes(p)) : [];
  const of = (p: string) => ctx.lots?.find((l) => l.pieces.includes(p))?.name;
  return own && strangers.length
    ? refuse(
        'not-in-lot',
        `${list(ctx, strangers)} is not in lot ${own.name}${of(strangers[0] ?? '') ? ` but in lot ${of(strangers[0] ?? '')}` : ''}. Put it back, or start that lot.`,
      )
    : null;
}

/** What is in the gun against what the pieces take. */
function judgeGun(ctx: Context, step: Step, product: Product, pieces: readonly string[]): Refusal | null {
  const { loaded } = ctx.state;
  const coloured = product.kind === 'finish' || product.kind === 'glaze';
  const colours = new Set(coloured ? pieces.flatMap((p) => ctx.pieces?.get(p)?.colour ?? []) : []);
  if (colours.size > 1)
    return refuse(
      'wrong-colour',
      `These pieces take ${[...colours].join(' and ')}. Coat one colour at a time.`,
      false,
    );
  const [colour] = colours;
  if (loaded && loaded.product !== product.key)
    return refuse(
      'wrong-colour',
      `The gun holds another product${loaded.colour ? `, ${loaded.colour}` : ''}. “${step.act}” takes ${product.name}. Change over, and say so.`,
    );
  return loaded && colour !== undefined && loaded.colour && loaded.colour !== colour
    ? refuse(
        'wrong-colour',
        `The gun holds ${loaded.colour}. ${list(ctx, pieces)} takes ${colour}. Change over, and say so.`,
      )
    : null;
}

/** The cup that was mixed last, where none may be used. */
function judgeMix({ state, sayTime }: Context, product: Product, at: number): Refusal | null {
  const cups = product.mix ? state.mixes.filter((m) => m.product === product.key && m.at <= at) : [];
  const cup = cups.at(-1);
  if (!cup || cups.some((m) => m.readyAt <= at && (m.useBy === null || m.useBy > at))) return null;
  return cup.readyAt > at
    ? refuse(
        'mix',
        `Batch ${cup.batch} still stands until ${sayTime(cup.readyAt)}. Let it.`,
        true,
        cup.readyAt,
      )
    : refuse(
        'mix',
        `Batch ${cup.batch} was past its pot life ${sayTime(cup.useBy ?? at)}. Pour it out as the sheet says and mix another.`,
      );
}

/** Air that was read lately, against the limits of what is laid. */
function judgeAirFor(ctx: Context, product: Product, at: number): Refusal | null {
  const says = freshAir(ctx.state, at).flatMap((reading) => {
    const verdict = judgeAir(reading, product.limits, ctx.measures);
    return verdict.coat ? [] : [`Air in the ${reading.place}: ${verdict.reasons.join('; ')}.`];
  });
  return says.length ? refuse('air', `${says.join(' ')} Do not coat.`) : null;
}

/** Films and other waits on pieces that are too young for a step. */
function judgeEarly(ctx: Context, step: Step, pieces: readonly string[], at: number): Refusal | null {
  const late = pieces
    .map((p) => ({ p, w: windowOf(ctx.state, step, p, ctx.waits) }))
    .filter(({ w }) => w.from > at)
    .sort((x, y) => y.w.from - x.w.from);
  const last = late[0]?.w;
  if (!last) return null;
  const wet = list(
    ctx,
    late.map(({ p }) => p),
  );
  const until = ctx.sayTime(last.from);
  const before = ctx.route.find((s) => s.key === last.because?.step);
  return before?.prep === 'degloss' && !last.because?.film
    ? refuse(
        'wet-deglosser',
        `Wait until ${until}: the deglosser on ${wet} is still wet, and paint would crawl on it.`,
        true,
        last.from,
      )
    : refuse(
        'too-early',
        `Wait until ${until}: the film on ${wet} is not ready for “${step.act}”.`,
        true,
        last.from,
      );
}

/** Recoat windows that have closed. */
function judgeLate(ctx: Context, step: Step, pieces: readonly string[], at: number): Refusal | null {
  const closed = pieces.flatMap((p) => {
    const { to } = windowOf(ctx.state, step, p, ctx.waits);
    return to !== null && to < at ? [{ p, to }] : [];
  });
  if (!closed.length) return null;
  const codes = list(
    ctx,
    closed.map(({ p }) => p),
  );
  return refuse(
    'too-late',
    `${codes}: the recoat window closed ${ctx.sayTime(Math.min(...closed.map(({ to }) => to)))}. Scuff it lightly, dust it off, and say so: then it may be coated.`,
  );
}

/** Steps that pieces have not had and that come before the one asked for. */
function judgeOrder(ctx: Context, step: Step, pieces: readonly string[]): Refusal | null {
  const first = new Map<string, string[]>();
  for (const p of pieces) {
    const next = nextStep(ctx.state, ctx.route, p);
    if (next && next.key !== step.key) first.set(next.act, [...(first.get(next.act) ?? []), p]);
  }
  const says = [...first].map(([act, of]) => `${list(ctx, of)}: “${act}” comes first.`);
  return says.length ? refuse('skipped-step', says.join(' ')) : null;
}

/**
 * Judges starting a step on pieces at a moment.
 * @param face the face that lies up, where the painter said so
 * @returns all that stands against it, what no reason overrules among it
 */
export function judgeStart(
  ctx: Context,
  step: Step,
  pieces: readonly string[],
  at: number,
  face?: Face,
): Refusal[] {
  const { state } = ctx;
  const busy = pieces.filter((p) => working(state, p));
  const had = pieces.filter((p) => pieceState(state, p).done.has(step.key));
  const free = pieces.filter((p) => !busy.includes(p) && !had.includes(p));
  const up = pieces.filter((p) => !pieceState(state, p).down);
  const lost = pieces.filter((p) => pieceState(state, p).missing !== null);
  const panels =
    step.prep === 'caulk'
      ? pieces.filter((p) => ['door', 'glass'].includes(ctx.pieces?.get(p)?.form ?? ''))
      : [];
  const { product } = step;
  return standing(
    busy.length > 0 &&
      refuse('at-work', `${list(ctx, busy)}: someone is at work on it. Finish that first.`, false),
    had.length > 0 && refuse('done-already', `${list(ctx, had)}: “${step.act}” is recorded already.`, false),
    up.length > 0 && refuse('not-down', `${list(ctx, up)} still hangs in its opening. Take it down first.`),
    lost.length > 0 && refuse('missing', `${list(ctx, lost)} is missing. Find it, or leave it out.`),
    judgeOrder(ctx, step, free),
    face !== undefined &&
      (step.face === 'front' || step.face === 'back') &&
      step.face !== face &&
      refuse(
        'wrong-face',
        `The ${face} lies up on ${list(ctx, pieces)}. “${step.act}” is done on the ${step.face}: turn it, and move the tape label.`,
      ),
    panels.length > 0 &&
      refuse(
        'floating-panel',
        `${list(ctx, panels)}: a floating panel moves in its groove with the seasons, and a caulked joint cracks. Caulk fixed joints alone.`,
      ),
    judgeEarly(ctx, step, free, at),
    judgeLate(ctx, step, free, at),
    product && judgeFindings(ctx, pieces),
    product && judgeGun(ctx, step, product, pieces),
    product && judgeMix(ctx, product, at),
    product && judgeAirFor(ctx, product, at),
  );
}

function judgeHung(ctx: Context, piece: string, opening: string, at: number): Refusal[] {
  const { state, route, waits } = ctx;
  const own = pieceState(state, piece);
  const code = ctx.codes.get(piece) ?? '?';
  if (own.hungIn !== null) return [refuse('done-already', `${code} hangs already.`, false)];
  const next = nextStep(state, route, piece);
  const hang = route.find((s) => s.kind === 'hang');
  const from = hang ? windowOf(state, hang, piece, waits).from : 0;
  return standing(
    piece !== opening &&
      refuse(
        'wrong-opening',
        `This is ${code}, the opening takes ${ctx.codes.get(opening) ?? '?'}. Look for the underline and the up-arrow.`,
        false,
      ),
    working(state, piece) !== undefined &&
      refuse('at-work', `Someone is at work on ${code}. Finish that first.`, false),
    next !== null &&
      next.kind !== 'hang' &&
      refuse('skipped-step', `${code}: “${next.act}” comes before hanging.`),
    from > at &&
      refuse(
        'too-early',
        `Wait until ${ctx.sayTime(from)}: the film on ${code} is not ready to hang.`,
        true,
        from,
      ),
  );
}

/** A slot of the rack holds what fits. */
function judgeRoom(ctx: Context, text: string, moved: readonly string[]): Refusal | null {
  const place = readPlace(text);
  const { rack, pieces } = ctx;
  if (place.kind !== 'rack' || place.number === null || !rack) return null;
  if (place.number < 1 || place.number > rack.slots)
    return refuse('no-room', `The rack has slots 1 to ${rack.slots}.`, false);
  const lying = [...ctx.state.pieces].filter(
    ([id, p]) =>
      !moved.includes(id) &&
      p.down &&
      p.hungIn === null &&
      readPlace(p.place).number === place.number &&
      readPlace(p.place).kind === 'rack',
  );
  const sizes = [...lying.map(([id]) => id), ...moved].flatMap((id) => pieces?.get(id) ?? []);
  if (fitsSlot(rack, sizes)) return null;
  return refuse(
    'no-room',
    lying.length
      ? `Slot ${place.number} holds ${list(
          ctx,
          lying.map(([id]) => id),
        )} and has no room left for ${list(ctx, moved)}.`
      : `${list(ctx, moved)} does not fit slot ${place.number}.`,
  );
}

/** Judges starting a step of the fixed work. */
function judgeSite(ctx: Context, key: string, at: number): Refusal[] {
  const { state, site = [], waits } = ctx;
  const own = siteProgress(state, site, waits).find((s) => s.step.key === key);
  if (!own) return [refuse('unknown', `The fixed work has no step “${key}”.`, false)];
  const { step } = own;
  if (own.state !== 'pending')
    return [refuse('done-already', `“${step.act}” is recorded on site already.`, false)];
  const missing = step.after.find((r) => (state.site.get(r.step)?.end ?? null) === null);
  const first = missing && (site.find((s) => s.key === missing.step)?.act ?? missing.step);
  return standing(
    first !== undefined && refuse('skipped-step', `“${first}” comes first on the fixed work.`),
    own.from > at &&
      refuse(
        'too-early',
        `Wait until ${ctx.sayTime(own.from)}: the film on the fixed work is not ready for “${step.act}”.`,
        true,
        own.from,
      ),
  );
}

/** What a fact rests on would be missing after it is taken back. */
function judgeVoid(
  ctx: Context,
  facts: readonly Fact[],
  target: string,
  route: readonly Step[],
): Refusal | null {
  const fact = facts.find((f) => f.id === target);
  if (!fact || fact.body.kind === 'void')
    return refuse('unknown', 'There is no such fact to take back.', false);
  if (ctx.state.voided.has(target)) return refuse('done-already', 'This was taken back already.', false);
  const without = fold(facts.filter((f) => f.id !== target));
  for (const [piece, state] of without.pieces) {
    const first = route.findIndex((s) => s.kind !== 'hang' && gets(s, piece) && !state.done.has(s.key));
    const missing = route[first];
    if (first < 0 || !missing || !ctx.state.pieces.get(piece)?.done.has(missing.key)) continue;
    const later = route.slice(first + 1).find((s) => state.done.has(s.key));
    const code = ctx.codes.get(piece) ?? '?';
    if (later)
      return refuse('later-work', `${code} has had “${later.act}” since. Take that back first.`, false);
    if (state.hungIn !== null)
      return refuse('later-work', `${code} has been hung since. Take that back first.`, false);
  }
  return null;
}

/**
 * Judges a fact against the state before it: by every rule, not by the first that stands against it.
 * @param ctx the job
 * @param facts the facts so far
 * @param fact the new one
 * @returns what stands against it; empty when it may be kept. What its own overrides overrule, each its rule, is left out
 */
export function judge(ctx: Context, facts: readonly Fact[], fact: Fact): Refusal[] {
  const overruled = new Set(overridesOf(fact.body).map((o) => o.rule));
  const one = judgeBody(ctx, facts, fact.body, fact.at);
  const all = one === null ? [] : Array.isArray(one) ? one : [one];
  return all.filter((r) => !r.canOverride || !overruled.has(r.rule));
}

/** What is told of several refusals together: whether reasons can overrule them all, and when waiting helps with all. */
export function together(
  refusals: readonly Refusal[],
): Pick<Refusal, 'rule' | 'canOverride' | 'from'> | null {
  const first = refusals.find((r) => !r.canOverride) ?? refusals[0];
  if (!first) return null;
  const froms = refusals.map((r) => r.from);
  return {
    rule: first.rule,
    canOverride: first.canOverride,
    from: froms.every((f) => f !== null) ? Math.max(...froms) : null,
  };
}

/** All refusals in one text. */
export const sayRefusals = (refusals: readonly Refusal[]): string => refusals.map((r) => r.message).join(' ');

function judgeBody(
  ctx: Context,
  facts: readonly Fact[],
  body: FactBody,
  at: number,
): Refusal | Refusal[] | null {
  const { state, codes } = ctx;
  const named = 'pieces' in body ? body.pieces : 'piece' in body && body.piece !== null ? [body.piece] : [];
  const strangers = named.filter((p) => !codes.has(p));
  if (strangers.length)
    return refuse('unknown', `${strangers.length} of the pieces named are not of this job.`, false);
  switch (body.kind) {
    case 'piece.labelled': {
      const had = body.pieces.filter((p) => pieceState(state, p).labelled);
      return had.length ? refuse('done-already', `${list(ctx, had)} is labelled already.`, false) : null;
    }
    case 'piece.down': {
      const bare = body.pieces.filter((p) => !pieceState(state, p).labelled);
      if (bare.length)
        return refuse(
          'not-labelled',
          `${list(ctx, bare)} has no label yet. Label it before it comes down.`,
          false,
        );
      const had = body.pieces.filter((p) => pieceState(state, p).down);
      return had.length ? refuse('done-already', `${list(ctx, had)} is down already.`, false) : null;
    }
    case 'piece.prepared': {
      const had = body.pieces.filter((p) => pieceState(state, p).ticks.has(body.tick));
      return had.length ? refuse('done-already', `${list(ctx, had)}: that is ticked already.`, false) : null;
    }
    case 'piece.placed': {
      const up = body.pieces.filter((p) => {
        const own = pieceState(state, p);
        return own.missing === null && (!own.down || own.hungIn !== null);
      });
      const tight = judgeRoom(ctx, body.place, body.pieces);
      if (tight && up.length === 0) return tight;
      return up.length
        ? refuse('not-down', `${list(ctx, up)} hangs in its opening and cannot lie elsewhere.`, false)
        : null;
    }
    case 'piece.missing': {
      const had = body.pieces.filter((p) => pieceState(state, p).missing !== null);
      return had.length ? refuse('done-already', `${list(ctx, had)} is missed already.`, false) : null;
    }
    case 'work.started': {
      const step = ctx.route.find((s) => s.key === body.step && s.kind !== 'hang');
      if (!step) return refuse('unknown', `The system has no step “${body.step}”.`, false);
      return standing(
        judgeLot(ctx, body.lot, body.pieces),
        ...judgeStart(ctx, stepOf(ctx.route, body.step), body.pieces, at, body.face),
      );
    }
    case 'work.paused':
    case 'work.resumed':
    case 'work.joined':
    case 'work.handed': {
      const work = state.works.get(body.work);
      if (!work) return refuse('unknown', 'There is no such work.', false);
      if (work.end !== null) return refuse('done-already', 'This work is finished already.', false);
      if (at < work.start) return refuse('order', `It began ${ctx.sayTime(work.start)}.`, false);
      const paused = work.hands.every((h) => h.to !== null);
      if (body.kind === 'work.paused' && paused) return refuse('done-already', 'It pauses already.', false);
      if (body.kind === 'work.resumed' && !paused)
        return refuse('done-already', 'It goes on already.', false);
      return null;
    }
    case 'work.finished': {
      const work = state.works.get(body.work);
      if (!work) return refuse('unknown', 'There is no such work to finish.', false);
      if (work.end !== null) return refuse('done-already', 'This work is finished already.', false);
      if (at < work.start)
        return refuse('order', `It began ${ctx.sayTime(work.start)} and cannot end before that.`, false);
      if (work.pieces.every((p) => body.leftOut.includes(p))) {
        return refuse('order', 'Every piece is left out. Take the start back instead.', false);
      }
      return null;
    }
    case 'piece.hung':
      return judgeHung(ctx, body.piece, body.opening, at);
    case 'job.handed-over': {
      if (state.handedOver !== null)
        return refuse('done-already', 'The kitchen is handed over already.', false);
      const missing = [...codes.keys()].filter((p) => pieceState(state, p).hungIn === null);
      return missing.length
        ? refuse('not-home', `${missing.length} not home yet: ${list(ctx, missing)}.`)
        : null;
    }
    case 'touch-up.closed': {
      const touchUp = state.touchUps.get(body.touchUp);
      if (!touchUp) return refuse('unknown', 'There is no such touch-up.', false);
      if (touchUp.closed) return refuse('done-already', 'This touch-up is closed already.', false);
      const from = touchUpFrom(ctx, touchUp.id);
      return from > at
        ? refuse(
            'too-early',
            `Safe from ${ctx.sayTime(from)}: the film is too young for this remedy.`,
            true,
            from,
          )
        : null;
    }
    case 'void':
      return judgeVoid(ctx, facts, body.fact, ctx.route);
    case 'mix.made': {
      const had = state.mixes.some((m) => m.batch.toLowerCase() === body.batch.toLowerCase());
      return had
        ? refuse('done-already', `Batch ${body.batch} is mixed already. Give it another number.`, false)
        : null;
    }
    case 'piece.abraded': {
      const wet = body.pieces.filter((p) => working(state, p));
      return wet.length ? refuse('at-work', `${list(ctx, wet)}: someone is at work on it.`, false) : null;
    }
    case 'film.felt': {
      const bare = body.pieces.filter((p) => !pieceState(state, p).done.has(body.step));
      return bare.length ? refuse('order', `${list(ctx, bare)} has no such coat to feel.`, false) : null;
    }
    case 'coat.inspected': {
      const work = state.works.get(body.work);
      return work?.end == null ? refuse('order', 'Look at it when the coat is done.', false) : null;
    }
    case 'defect.found':
    case 'paint.loaded':
      return null;
    case 'defect.accepted': {
      const flaw = state.flaws.get(body.defect);
      if (!flaw) return refuse('unknown', 'There is no such flaw.', false);
      return flaw.accepted === null ? null : refuse('done-already', 'It was left as it is already.', false);
    }
    case 'contradiction.settled':
      return body.of.every((f) => facts.some((other) => other.id === f)) &&
        (body.keep === null || body.of.includes(body.keep))
        ? null
        : refuse('unknown', 'One of these facts is not known here.', false);
    case 'site.started':
      return judgeSite(ctx, body.step, at);
    case 'site.finished': {
      const work = [...state.site.values()].find((w) => w.id === body.work);
      if (!work) return refuse('unknown', 'There is no such work to finish.', false);
      if (work.end !== null) return refuse('done-already', 'This work is finished already.', false);
      return at < work.start
        ? refuse('order', `It began ${ctx.sayTime(work.start)} and cannot end before that.`, false)
        : null;
    }
    case 'air.read':
    case 'test.recorded':
    case 'check.recorded':
      return null;
  }
}

/** When the last coat on a piece was finished, ms since 1970; null when none is recorded. */
export function lastLaid(state: JobState, route: readonly Step[], piece: string): number | null {
  const { done } = pieceState(state, piece);
  const ends = route.flatMap((s) =>
    s.kind === 'coat' && done.has(s.key) ? [done.get(s.key)?.end ?? 0] : [],
  );
  return ends.length ? Math.max(...ends) : null;
}

/** The earliest safe moment of a touch-up, ms since 1970. @throws Error when there is no such touch-up */
export function touchUpFrom(ctx: Pick<Context, 'state' | 'route' | 'cureMinutes'>, id: string): number {
  const touchUp = ctx.state.touchUps.get(id);
  if (!touchUp) throw new Error(`There is no touch-up ${id}`);
  return earliestRemedy(
    failureOf(touchUp.failure),
    touchUp.opened,
    lastLaid(ctx.state, ctx.route, touchUp.piece),
    ctx.cureMinutes,
  );
}
