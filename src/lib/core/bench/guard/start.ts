/** What forbids starting a step on pieces. */
import { judgeAir } from '../../air/humid-air';
import type { Step } from '../../coating/route';
import type { Face, Product } from '../../coating/system';
import { openFindings } from '../../quality/site-tests';
import { freshAir } from '../view/fresh-air';
import { FEEL_FACTS } from '../view/looks';
import { pieceState, type FilmTouch } from '../state/state';
import { list, type Context } from './context';
import { refuse, refusalsOf, type Refusal } from './refusal';
import { lastLaid, nextStep, windowOf, working } from './window';

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
export function judgeLot(ctx: Context, lot: string, pieces: readonly string[]): Refusal | null {
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
    ? refuse('mix', `Batch ${cup.batch} is left to react until ${sayTime(cup.readyAt)}.`, true, cup.readyAt)
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
    true,
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
  const { product } = step;
  return refusalsOf(
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
    judgeFelt(ctx, step, free, at),
    judgeLate(ctx, step, free, at),
    product && judgeFindings(ctx, pieces),
    product && judgeGun(ctx, step, product, pieces),
    product && judgeMix(ctx, product, at),
    product && judgeAirFor(ctx, product, at),
  );
}
