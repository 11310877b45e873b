/** What forbids starting a step, on pieces or in the kitchen: by the same rules, as far as they speak of what it is done on. */
import { gets, workMinutes, worthOf, type Step } from '../../coating/route';
import { stoodLong } from '../../coating/long-stand';
import type { Face } from '../../coating/system';
import { FEEL_FACTS } from '../../coating/looks';
import type { AnyStep } from '../../takeoff/any-step';
import { isVisit } from '../../takeoff/visits';
import { isInKitchen, kitchenWorks, pieceState, type FilmTouch, type Work } from '../state/state';
import { list, type Context } from './context';
import { sayFindings } from './findings';
import { judgePaint, type Laying } from './paint';
import { refuse, refusalsOf, type Refusal } from './refusal';
import { begins, kitchenAsThing, listThings, pieceAsThing, type Thing } from './thing';
import { judgeVisit } from './visit';
import { faceUp, working } from './window';

/** Where the kitchen's own steps are done. */
const HOUSE = 'house';

/** Findings that stand before the first coat of what is coated; lead stands before its sanding and scraping, too. */
function judgeFindings(ctx: Context, step: AnyStep, things: readonly Thing[]): Refusal | null {
  const abrades = step.kind === 'sand' || step.prep === 'sand' || step.prep === 'scrape';
  if (!step.product && !abrades) return null;
  const stands = (key: string, piece: string | null) => (t: Thing) =>
    t.bare && ((step.product !== null && !t.mended) || key === 'lead') && (piece === null || piece === t.id);
  return sayFindings(ctx, ({ key, test }) => things.some(stands(key, test.piece)));
}

/** Pieces that a lot does not hold. */
export function judgeLot(ctx: Context, lot: string, pieces: readonly string[]): Refusal | null {
  const own = ctx.lots?.find((l) => l.id === lot);
  if (ctx.lots && !own)
    return refuse(
      'not-in-lot',
      'There is no such lot: the pieces were divided anew. Open the bench again.',
      false,
    );
  const strangers = own ? pieces.filter((p) => !own.pieces.includes(p)) : [];
  const of = (p: string) => ctx.lots?.find((l) => l.pieces.includes(p))?.name;
  return own && strangers.length
    ? refuse(
        'not-in-lot',
        `${list(ctx, strangers)} is not in lot ${own.name}${of(strangers[0] ?? '') ? ` but in lot ${of(strangers[0] ?? '')}` : ''}. Put it back, or start that lot.`,
        true,
      )
    : null;
}

/** Films and other waits that are too young for a step. */
function judgeEarly(ctx: Context, step: AnyStep, things: readonly Thing[], at: number): Refusal | null {
  const early = things.filter((t) => t.window.from > at).sort((x, y) => y.window.from - x.window.from);
  const [last] = early;
  if (!last) return null;
  const { from, because } = last.window;
  const wet = listThings(early);
  const before = [...ctx.route, ...ctx.site].find((s) => s.key === because?.step);
  if (before?.prep === 'degloss' && !because?.film)
    return refuse(
      'wet-deglosser',
      `Wait until ${ctx.sayTime(from)}: the deglosser on ${wet} is still wet, and paint would crawl on it.`,
      from,
    );
  const what = because?.film || before?.product ? 'the film on ' : before ? 'what is wet on ' : '';
  return refuse(
    'too-early',
    `Wait until ${ctx.sayTime(from)}: ${what}${wet} is not ready for “${step.act}”.`,
    true,
    from,
  );
}

/** A film that a finger found wet is not gone on with at once. Common practice, no source, ms. */
const FELT_HOLDS = 30 * 60_000;

/** Films that were felt and found not to be so far, and not felt again since. */
function judgeFelt(ctx: Context, step: AnyStep, things: readonly Thing[], at: number): Refusal | null {
  const films = step.after.flatMap((r) => (r.film ? [r.step] : []));
  const found = things.flatMap((thing) => {
    const touch = ctx.state.touches
      .filter((t) => t.pieces.includes(thing.id) && films.includes(t.step) && t.at <= at)
      .reduce<FilmTouch | null>((last, t) => (last && last.at > t.at ? last : t), null);
    const before = touch && pieceState(ctx.state, thing.id).done.get(touch.step);
    if (!touch || !before || touch.at < before.end || touch.at + FELT_HOLDS <= at) return [];
    const { reached, stage } = FEEL_FACTS[touch.feel];
    return reached || (stage === 'sand' && step.kind !== 'sand') ? [] : [{ thing, touch }];
  });
  const last = found.sort((x, y) => y.touch.at - x.touch.at)[0]?.touch;
  if (!last) return null;
  const names = listThings(found.map((f) => f.thing));
  return refuse(
    'felt-wet',
    `${begins(names)} was felt ${FEEL_FACTS[last.feel].words} ${ctx.sayTime(last.at)}. Feel it again before you go on.`,
    last.at + FELT_HOLDS,
  );
}

/** Windows that have closed. */
function judgeLate(ctx: Context, step: AnyStep, things: readonly Thing[], at: number): Refusal | null {
  const closed = things.flatMap((t) => {
    const { to } = t.window;
    return to !== null && to < at ? [{ t, to }] : [];
  });
  if (!closed.length) return null;
  const names = begins(listThings(closed.map(({ t }) => t)));
  const since = ctx.sayTime(Math.min(...closed.map(({ to }) => to)));
  const says = step.after.some((r) => r.film && r.max !== null)
    ? `the recoat window closed ${since}. Scuff it lightly, dust it off, and say so: then it may be coated.`
    : step.product
      ? `the deglosser held until ${since}. Wipe it again with deglosser, let it dry, and say so: then it may be coated.`
      : `the time for “${step.act}” was over ${since}, and the film has set. Score along the edge, and say so.`;
  return refuse('too-late', `${names}: ${says}`);
}

/** What stood for days since anybody worked on it. */
function judgeStood(ctx: Context, step: AnyStep, things: readonly Thing[], at: number): Refusal | null {
  if (!step.product) return null;
  const dusty = things.flatMap((t) => (stoodLong(t.handled, at) ? [{ t, since: t.handled }] : []));
  if (!dusty.length) return null;
  const since = ctx.sayTime(Math.min(...dusty.map((d) => d.since)));
  return refuse(
    'stood',
    `${begins(listThings(dusty.map(({ t }) => t)))} stood since ${since}: wipe the dust off with a tack cloth, and say so.`,
  );
}

/** Steps that were not done and that come before the one asked for. */
function judgeOrder(things: readonly Thing[]): Refusal | null {
  const first = new Map<string, Thing[]>();
  for (const t of things) if (t.first !== null) first.set(t.first, [...(first.get(t.first) ?? []), t]);
  const says = [...first].map(([act, of]) => `${begins(listThings(of))}: “${act}” comes first.`);
  return says.length ? refuse('skipped-step', says.join(' '), true) : null;
}

/** The face that lies up against the one that the step is for. */
function judgeFace(
  ctx: Context,
  step: Step,
  pieces: readonly string[],
  said: Face | undefined,
): Refusal | null {
  const { face } = step;
  if (face !== 'front' && face !== 'back') return null;
  if (step.mends) return null;
  const other = pieces.filter((p) => (said ?? faceUp(ctx.state, ctx.route, p) ?? face) !== face);
  return other.length
    ? refuse(
        'wrong-face',
        `The ${face === 'front' ? 'back' : 'front'} lies up on ${list(ctx, other)}. “${step.act}” is done on the ${face}: turn it, and move the tape label.`,
      )
    : null;
}

/** What is judged alike wherever the work is: films and windows, tests, paint, dust. */
function judgeSurface(
  ctx: Context,
  step: AnyStep,
  {
    open,
    all,
    laying,
  }: { open: readonly Thing[]; all: readonly Thing[]; laying: Omit<Laying, 'act' | 'product' | 'tool'> },
  at: number,
): Refusal[] {
  const late = judgeLate(ctx, step, open, at);
  return refusalsOf(
    judgeEarly(ctx, step, open, at),
    judgeFelt(ctx, step, open, at),
    late,
    judgeFindings(ctx, step, all),
    ...judgePaint(ctx, { ...laying, act: step.act, product: step.product, tool: step.tool }, at),
    // What is scuffed is dusted off with it.
    !late && judgeStood(ctx, step, open, at),
  );
}

/**
 * Judges starting a step on pieces at a moment.
 * @param face the face that lies up, where the painter said so
 * @returns all that refuses it, what no reason overrules among it
 */
export function judgeStart(
  ctx: Context,
  step: Step,
  pieces: readonly string[],
  at: number,
  face?: Face,
): Refusal[] {
  const { state } = ctx;
  const works = [...state.works.values()];
  const busy = pieces.filter((p) => working(state, p));
  const had = pieces.filter((p) => pieceState(state, p).done.has(step.key));
  const up = pieces.filter((p) => !pieceState(state, p).down || pieceState(state, p).hungIn !== null);
  const lost = pieces.filter((p) => pieceState(state, p).missing !== null);
  const panels =
    step.prep === 'caulk'
      ? pieces.filter((p) => ['door', 'glass'].includes(ctx.pieces.get(p)?.form ?? ''))
      : [];
  const aliens = pieces.filter((p) => !gets(step, p));
  const all = pieces.map((p) => pieceAsThing(ctx, step, p));
  const open = all.filter(({ id }) => !busy.includes(id) && !had.includes(id));
  return refusalsOf(
    aliens.length > 0 &&
      refuse('no-such-step', `“${step.act}” is not for ${list(ctx, aliens)}: leave it out.`),
    busy.length > 0 && refuse('at-work', `${list(ctx, busy)}: someone is at work on it. Finish that first.`),
    had.length > 0 && refuse('done-already', `${list(ctx, had)}: “${step.act}” is recorded already.`),
    up.length > 0 &&
      refuse('not-down', `${list(ctx, up)} still hangs in its opening. Take it down first.`, true),
    lost.length > 0 && refuse('missing', `${list(ctx, lost)} is missing. Find it, or leave it out.`),
    judgeOrder(open.filter(({ id }) => gets(step, id))),
    judgeFace(ctx, step, pieces, face),
    panels.length > 0 &&
      refuse(
        'floating-panel',
        `${list(ctx, panels)}: a floating panel moves in its groove with the seasons, and a caulked joint cracks. Caulk fixed joints alone.`,
      ),
    ...judgeSurface(
      ctx,
      step,
      {
        open,
        all,
        laying: {
          minutes: workMinutes(step, worthOf(step, pieces)),
          colours: pieces.flatMap((p) => ctx.pieces.get(p)?.colour ?? []),
          place: ctx.place,
          gun: state.loaded.pieces,
          fits: (until) =>
            pieces.filter((_, i) => workMinutes(step, worthOf(step, pieces.slice(0, i + 1))) <= until).length,
          whose: list(ctx, pieces),
          of: pieces.length,
          lastProduct: laidLast(
            ctx.route,
            works.filter((w) => !isInKitchen(w)),
          ),
        },
      },
      at,
    ),
  );
}

/** Judges starting a step in the kitchen: of the fixed work, of a touch-up, or a visit. @param key of the step */
export function judgeInKitchen(ctx: Context, key: string, at: number): Refusal[] {
  const { state, site } = ctx;
  const step = site.find((s) => s.key === key);
  if (!step) return [refuse('no-such-step', `There is no step “${key}” in the kitchen.`)];
  const work = kitchenWorks(state).get(key);
  if (work)
    return [
      refuse('done-already', `“${step.act}” is ${work.end === null ? 'under way' : 'recorded'} already.`),
    ];
  if (isVisit(step)) return judgeVisit(ctx, step, at);
  const thing = kitchenAsThing(ctx, step);
  const colour = step.zone === null ? undefined : ctx.zoneColours.get(step.zone);
  return refusalsOf(
    judgeOrder([thing]),
    ...judgeSurface(
      ctx,
      step,
      {
        open: [thing],
        all: [thing],
        laying: {
          minutes: step.minutes,
          colours: colour === undefined ? [] : [colour],
          place: HOUSE,
          gun: state.loaded.wall,
          fits: null,
          whose: begins(thing.name),
          of: 0,
          lastProduct: laidLast(site, [...state.works.values()].filter(isInKitchen)),
        },
      },
      at,
    ),
  );
}

/** The product that works laid last by anything but a rag, and when; null before any. */
function laidLast(
  steps: readonly AnyStep[],
  works: readonly Pick<Work, 'step' | 'start'>[],
): { product: string; at: number } | null {
  const laid = works.flatMap((w) => {
    const step = steps.find((s) => s.key === w.step);
    return step?.product && step.tool !== 'rag' ? [{ product: step.product.key, at: w.start }] : [];
  });
  return laid.reduce<{ product: string; at: number } | null>((a, b) => (a && a.at > b.at ? a : b), null);
}
