/** What may be done now: every fact is judged before it is kept. A refusal says what, why and from when. */
import { judgeAir } from '../air/humid-air';
import { gets, stepOf, type Requirement, type Step } from '../coating/route';
import type { Waits } from '../coating/waits';
import type { Measures } from '../units/measures';
import { earliestRemedy, failureOf } from '../quality/failures';
import { openFindings } from '../quality/site-tests';
import type { Fact, FactBody } from './events';
import { fold, pieceState, type JobState } from './fold';
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
/** A reading older than this says nothing about the air now, min. */
const AIR_AGE = 240;

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
  const { done } = pieceState(state, piece);
  const window: Window = { from: 0, to: null, because: null };
  for (const need of step.after) {
    const before = done.get(need.step);
    if (!before) continue;
    const from =
      need.film && need.stage
        ? waits.readyAt(need.film, need.stage, before.end, need.wet)
        : before.end + need.min * MINUTE;
    if (from > window.from) Object.assign(window, { from, because: need });
    if (need.max !== null) window.to = Math.min(window.to ?? Infinity, before.end + need.max * MINUTE);
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

/** Judges starting a step on pieces at a moment. */
export function judgeStart(ctx: Context, step: Step, pieces: readonly string[], at: number): Refusal | null {
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
  const windows = pieces.map((p) => ({ p, w: windowOf(state, step, p, waits) }));
  const from = Math.max(0, ...windows.map(({ w }) => w.from));
  if (from > at) {
    const wet = windows.filter(({ w }) => w.from > at).map(({ p }) => p);
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
      )}: the recoat window closed ${ctx.sayTime(to)}. Sand lightly first.`,
    );
  }
  const { product } = step;
  if (product) {
    const finding = judgeFindings(ctx, pieces);
    if (finding) return finding;
    for (const reading of state.air.values()) {
      if (at - reading.at > AIR_AGE * MINUTE) continue;
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
      return judgeStart(ctx, stepOf(ctx.route, body.step), body.pieces, at);
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
