/** What forbids starting a step on pieces. */
import { gets, workMinutes, worthOf, type Step } from '../../coating/route';
import type { Face } from '../../coating/system';
import { sayFindings } from './findings';
import { FEEL_FACTS } from '../view/looks';
import { pieceState, type FilmTouch } from '../state/state';
import { list, type Context } from './context';
import { refuse, refusalsOf, type Refusal } from './refusal';
import { judgePaint } from './paint';
import { stoodLong } from '../../coating/long-stand';
import { handledAt } from './stood';
import { faceUp, lastLaid, nextStep, windowOf, working } from './window';

/** Findings that stand before the first coat of a piece; lead stands before its sanding and scraping, too. */
function judgeFindings(ctx: Context, step: Step, pieces: readonly string[]): Refusal | null {
  const { state, route } = ctx;
  const abrades = step.kind === 'sand' || step.prep === 'sand' || step.prep === 'scrape';
  if (!step.product && !abrades) return null;
  const bare = pieces.filter((p) => lastLaid(state, route, p) === null);
  return sayFindings(
    ctx,
    ({ key, test }) =>
      (step.product !== null || key === 'lead') &&
      (test.piece === null ? bare.length > 0 : bare.includes(test.piece)),
  );
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
  const what = last.because?.film || before?.product ? 'the film on' : 'what is wet on';
  return before?.prep === 'degloss' && !last.because?.film
    ? refuse(
        'wet-deglosser',
        `Wait until ${until}: the deglosser on ${wet} is still wet, and paint would crawl on it.`,
        last.from,
      )
    : refuse(
        'too-early',
        `Wait until ${until}: ${what} ${wet} is not ready for “${step.act}”.`,
        true,
        last.from,
      );
}

/** A film that a finger found wet is not gone on with at once. Common practice, no source, ms. */
const FELT_HOLDS = 30 * 60_000;

/** Films that were felt and found not to be so far, and not felt again since. */
function judgeFelt(ctx: Context, step: Step, pieces: readonly string[], at: number): Refusal | null {
  const found = pieces.flatMap((p) => {
    const films = step.after.flatMap((r) => (r.film ? [r.step] : []));
    const touch = ctx.state.touches
      .filter((t) => t.pieces.includes(p) && films.includes(t.step) && t.at <= at)
      .reduce<FilmTouch | null>((last, t) => (last && last.at > t.at ? last : t), null);
    const before = touch && pieceState(ctx.state, p).done.get(touch.step);
    if (!touch || !before || touch.at < before.end || touch.at + FELT_HOLDS <= at) return [];
    const { reached, stage } = FEEL_FACTS[touch.feel];
    return reached || (stage === 'sand' && step.kind !== 'sand') ? [] : [{ p, touch }];
  });
  const last = found.sort((x, y) => y.touch.at - x.touch.at)[0]?.touch;
  if (!last) return null;
  const codes = list(
    ctx,
    found.map(({ p }) => p),
  );
  return refuse(
    'felt-wet',
    `${codes} was felt ${FEEL_FACTS[last.feel].words} ${ctx.sayTime(last.at)}. Feel it again before you go on.`,
    last.at + FELT_HOLDS,
  );
}

/** Recoat windows that have closed. */
function judgeLate(ctx: Context, step: Step, pieces: readonly string[], at: number): Refusal | null {
  const closed = pieces.flatMap((p) => {
    const { to } = windowOf(ctx.state, step, p, ctx.waits);
    return to !== null && to < at ? [{ p, to }] : [];
  });
  if (!closed.length) return null;
  const onFilm = step.after.some((r) => r.film && r.max !== null);
  const codes = list(
    ctx,
    closed.map(({ p }) => p),
  );
  return refuse(
    'too-late',
    onFilm
      ? `${codes}: the recoat window closed ${ctx.sayTime(Math.min(...closed.map(({ to }) => to)))}. Scuff it lightly, dust it off, and say so: then it may be coated.`
      : `${codes}: the deglosser held until ${ctx.sayTime(Math.min(...closed.map(({ to }) => to)))}. Wipe it again with deglosser, let it dry, and say so: then it may be coated.`,
  );
}

/** Pieces that stood for days since anybody worked on them. */
function judgeStood(ctx: Context, step: Step, pieces: readonly string[], at: number): Refusal | null {
  if (!step.product) return null;
  const dusty = pieces.flatMap((p) => {
    const handled = handledAt(pieceState(ctx.state, p));
    return stoodLong(handled, at) ? [{ p, handled }] : [];
  });
  if (!dusty.length) return null;
  const since = ctx.sayTime(Math.min(...dusty.map((d) => d.handled)));
  const codes = dusty.map(({ p }) => p);
  return refuse(
    'stood',
    `${list(ctx, codes)} stood since ${since}: wipe the dust off with a tack cloth, and say so.`,
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
  const busy = pieces.filter((p) => working(state, p));
  const had = pieces.filter((p) => pieceState(state, p).done.has(step.key));
  const free = pieces.filter((p) => !busy.includes(p) && !had.includes(p));
  const up = pieces.filter((p) => !pieceState(state, p).down || pieceState(state, p).hungIn !== null);
  const lost = pieces.filter((p) => pieceState(state, p).missing !== null);
  const panels =
    step.prep === 'caulk'
      ? pieces.filter((p) => ['door', 'glass'].includes(ctx.pieces?.get(p)?.form ?? ''))
      : [];
  const aliens = pieces.filter((p) => !gets(step, p));
  const late = judgeLate(ctx, step, free, at);
  return refusalsOf(
    aliens.length > 0 &&
      refuse('no-such-step', `“${step.act}” is not for ${list(ctx, aliens)}: leave it out.`),
    busy.length > 0 && refuse('at-work', `${list(ctx, busy)}: someone is at work on it. Finish that first.`),
    had.length > 0 && refuse('done-already', `${list(ctx, had)}: “${step.act}” is recorded already.`),
    up.length > 0 &&
      refuse('not-down', `${list(ctx, up)} still hangs in its opening. Take it down first.`, true),
    lost.length > 0 && refuse('missing', `${list(ctx, lost)} is missing. Find it, or leave it out.`),
    judgeOrder(
      ctx,
      step,
      free.filter((p) => gets(step, p)),
    ),
    judgeFace(ctx, step, pieces, face),
    panels.length > 0 &&
      refuse(
        'floating-panel',
        `${list(ctx, panels)}: a floating panel moves in its groove with the seasons, and a caulked joint cracks. Caulk fixed joints alone.`,
      ),
    judgeEarly(ctx, step, free, at),
    judgeFelt(ctx, step, free, at),
    late,
    judgeFindings(ctx, step, pieces),
    ...judgePaint(
      ctx,
      {
        ...step,
        minutes: workMinutes(step, worthOf(step, pieces)),
        colours: pieces.flatMap((p) => ctx.pieces?.get(p)?.colour ?? []),
        place: ctx.place ?? null,
        gun: ctx.state.loaded,
        fits: (until) =>
          pieces.filter((_, i) => workMinutes(step, worthOf(step, pieces.slice(0, i + 1))) <= until).length,
        whose: list(ctx, pieces),
        of: pieces.length,
        lastProduct: lastSprayed(ctx),
      },
      at,
    ),
    // What is scuffed is dusted off with it.
    !late && judgeStood(ctx, step, free, at),
  );
}

/** The product that was laid last on pieces by anything but a rag, and when; null before any. */
function lastSprayed({ state, route }: Context): { product: string; at: number } | null {
  const works = [...state.works.values()].flatMap((w) => {
    const step = route.find((s) => s.key === w.step);
    return step?.product && step.tool !== 'rag' ? [{ product: step.product.key, at: w.start }] : [];
  });
  return works.reduce<{ product: string; at: number } | null>((a, b) => (a && a.at > b.at ? a : b), null);
}
