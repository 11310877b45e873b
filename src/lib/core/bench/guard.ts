/** What may be done now: every fact is judged before it is kept. A refusal says what, why and from when. */
import { judgeAir } from '../air/humid-air';
import { gets, stepOf, type Requirement, type Step } from '../coating/route';
import type { Face } from '../coating/system';
import type { Waits } from '../coating/waits';
import type { Form } from '../kitchen/kitchen';
import type { Measures } from '../units/measures';
import { earliestRemedy, failureOf } from '../quality/failures';
import { openFindings } from '../quality/site-tests';
import type { Fact, FactBody } from './events';
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

/** A finding that stands before the first coat of a piece. */
function judgeFindings(ctx: Context, pieces: readonly string[]): Refusal | null {
  const { state, route } = ctx;
  const bare = pieces.filter((p) => lastLaid(state, route, p) === null);
  for (const { weight, says, todo, test } of openFindings(state.tests)) {
    const hit = test.piece === null ? bare : bare.filter((p) => p === test.piece);
    if (weight === 'stop' && hit.length)
      return refuse('finding', `${says} (${test.place}, ${ctx.sayTime(test.at)}). ${todo}.`);
  }
  return null;
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
function judgePaint(ctx: Context, step: Step, pieces: readonly string[], at: number): Refusal | null {
  const { product } = step;
  if (!product) return null;
  const { loaded, mixes } = ctx.state;
  const colourOf = (p: string) => ctx.pieces?.get(p)?.colour;
  const coloured = product.kind === 'finish' || product.kind === 'glaze';
  const colours = new Set(coloured ? pieces.flatMap((p) => colourOf(p) ?? []) : []);
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
  if (loaded && colour !== undefined && loaded.colour && loaded.colour !== colour)
    return refuse(
      'wrong-colour',
      `The gun holds ${loaded.colour}. ${list(ctx, pieces)} takes ${colour}. Change over, and say so.`,
    );
  const cups = product.mix ? mixes.filter((m) => m.product === product.key && m.at <= at) : [];
  const cup = cups.at(-1);
  if (!cup || cups.some((m) => m.readyAt <= at && (m.useBy === null || m.useBy > at))) return null;
  return cup.readyAt > at
    ? refuse(
        'mix',
        `Batch ${cup.batch} still stands until ${ctx.sayTime(cup.readyAt)}. Let it.`,
        true,
        cup.readyAt,
      )
    : refuse(
        'mix',
        `Batch ${cup.batch} was past its pot life ${ctx.sayTime(cup.useBy ?? at)}. Pour it out as the sheet says and mix another.`,
      );
}

/** Judges starting a step on pieces at a moment. @param face the face that lies up, where the painter said so */
export function judgeStart(
  ctx: Context,
  step: Step,
  pieces: readonly string[],
  at: number,
  face?: Face,
): Refusal | null {
  const { state, route, waits } = ctx;
  const busy = pieces.filter((p) => working(state, p));
  if (busy.length)
    return refuse('at-work', `${list(ctx, busy)}: someone is at work on it. Finish that first.`, false);
  const had = pieces.filter((p) => pieceState(state, p).done.has(step.key));
  if (had.length)
    return refuse('done-already', `${list(ctx, had)}: “${step.act}” is recorded already.`, false);
  const up = pieces.filter((p) => !pieceState(state, p).down);
  if (up.length)
    return refuse('not-down', `${list(ctx, up)} still hangs in its opening. Take it down first.`);
  const lost = pieces.filter((p) => pieceState(state, p).missing !== null);
  if (lost.length) return refuse('missing', `${list(ctx, lost)} is missing. Find it, or leave it out.`);
  const skipping = pieces.filter((p) => nextStep(state, route, p)?.key !== step.key);
  if (skipping.length) {
    const missing = nextStep(state, route, skipping[0] ?? '');
    return refuse('skipped-step', `${list(ctx, skipping)}: “${missing?.act ?? ''}” comes first.`);
  }
  if (face && (step.face === 'front' || step.face === 'back') && step.face !== face)
    return refuse(
      'wrong-face',
      `The ${face} lies up on ${list(ctx, pieces)}. “${step.act}” is done on the ${step.face}: turn it, and move the tape label.`,
    );
  const panels =
    step.prep === 'caulk'
      ? pieces.filter((p) => ['door', 'glass'].includes(ctx.pieces?.get(p)?.form ?? ''))
      : [];
  if (panels.length)
    return refuse(
      'floating-panel',
      `${list(ctx, panels)}: a floating panel moves in its groove with the seasons, and a caulked joint cracks. Caulk fixed joints alone.`,
    );
  const windows = pieces.map((p) => ({ p, w: windowOf(state, step, p, waits) }));
  const from = Math.max(0, ...windows.map(({ w }) => w.from));
  if (from > at) {
    const late = windows.filter(({ w }) => w.from > at);
    const wet = late.map(({ p }) => p);
    const cause = late.find(({ w }) => w.from === from)?.w.because;
    const before = route.find((s) => s.key === cause?.step);
    if (before?.prep === 'degloss' && !cause?.film)
      return refuse(
        'wet-deglosser',
        `Wait until ${ctx.sayTime(from)}: the deglosser on ${list(ctx, wet)} is still wet, and paint would crawl on it.`,
        true,
        from,
      );
    return refuse(
      'too-early',
      `Wait until ${ctx.sayTime(from)}: the film on ${list(ctx, wet)} is not ready for “${step.act}”.`,
      true,
      from,
    );
  }
  const late = windows.filter(({ w }) => w.to !== null && w.to < at);
  if (late.length) {
    const to = Math.min(...late.map(({ w }) => w.to ?? Infinity));
    return refuse(
      'too-late',
      `${list(
        ctx,
        late.map(({ p }) => p),
      )}: the recoat window closed ${ctx.sayTime(to)}. Scuff it lightly, dust it off, and say so: then it may be coated.`,
    );
  }
  const { product } = step;
  if (product) {
    const finding = judgeFindings(ctx, pieces) ?? judgePaint(ctx, step, pieces, at);
    if (finding) return finding;
    for (const reading of freshAir(state, at)) {
      const verdict = judgeAir(reading, product.limits, ctx.measures);
      if (!verdict.coat)
        return refuse('air', `Air in the ${reading.place}: ${verdict.reasons.join('; ')}. Do not coat.`);
    }
  }
  return null;
}

function judgeHung(ctx: Context, piece: string, opening: string, at: number): Refusal | null {
  const { state, route, waits } = ctx;
  const own = pieceState(state, piece);
  const code = ctx.codes.get(piece) ?? '?';
  if (own.hungIn !== null) return refuse('done-already', `${code} hangs already.`, false);
  if (piece !== opening) {
    return refuse(
      'wrong-opening',
      `This is ${code}, the opening takes ${ctx.codes.get(opening) ?? '?'}. Look for the underline and the up-arrow.`,
      false,
    );
  }
  if (working(state, piece))
    return refuse('at-work', `Someone is at work on ${code}. Finish that first.`, false);
  const next = nextStep(state, route, piece);
  if (next && next.kind !== 'hang')
    return refuse('skipped-step', `${code}: “${next.act}” comes before hanging.`);
  const hang = route.find((s) => s.kind === 'hang');
  const from = hang ? windowOf(state, hang, piece, waits).from : 0;
  return from > at
    ? refuse(
        'too-early',
        `Wait until ${ctx.sayTime(from)}: the film on ${code} is not ready to hang.`,
        true,
        from,
      )
    : null;
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
function judgeSite(ctx: Context, key: string, at: number): Refusal | null {
  const { state, site = [], waits } = ctx;
  const own = siteProgress(state, site, waits).find((s) => s.step.key === key);
  if (!own) return refuse('unknown', `The fixed work has no step “${key}”.`, false);
  const { step } = own;
  if (own.state !== 'pending')
    return refuse('done-already', `“${step.act}” is recorded on site already.`, false);
  const missing = step.after.find((r) => (state.site.get(r.step)?.end ?? null) === null);
  if (missing) {
    const first = site.find((s) => s.key === missing.step)?.act ?? missing.step;
    return refuse('skipped-step', `“${first}” comes first on the fixed work.`);
  }
  return own.from > at
    ? refuse(
        'too-early',
        `Wait until ${ctx.sayTime(own.from)}: the film on the fixed work is not ready for “${step.act}”.`,
        true,
        own.from,
      )
    : null;
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
 * Judges a fact against the state before it.
 * @param ctx the job
 * @param facts the facts so far
 * @param fact the new one
 * @returns null when it may be kept; a refusal otherwise. A refusal that its own override overrules is not returned.
 */
export function judge(ctx: Context, facts: readonly Fact[], fact: Fact): Refusal | null {
  const refusal = judgeBody(ctx, facts, fact.body, fact.at);
  const override = 'override' in fact.body ? fact.body.override : undefined;
  return refusal?.canOverride && override?.rule === refusal.rule ? null : refusal;
}

function judgeBody(ctx: Context, facts: readonly Fact[], body: FactBody, at: number): Refusal | null {
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
      return (
        judgeLot(ctx, body.lot, body.pieces) ??
        judgeStart(ctx, stepOf(ctx.route, body.step), body.pieces, at, body.face)
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
