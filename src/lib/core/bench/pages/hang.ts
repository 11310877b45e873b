/** Hanging: every opening with what it takes, what stands against it, and the next one to fill. */
import { HOUR } from '$core/units/durations';
import { frozen } from '$core/frozen';
import type { Requirement } from '$core/coating/route';
import { waitsIn } from '$core/coating/waits';
import { fromThenOn, ratesOf } from '$core/drying/climate';
import type { Gap } from '$core/hanging/adjust';
import { fittingsLeft, hangAccount, hangingOrder, hingesDrawn, partnerOf, stackOf } from '../view/hanging';
import { printFreeFrom } from '../guard/print-free';
import { nextStep, windowOf } from '../guard/window';
import { pieceState, type JobState } from '../state/state';
import type { Bench, BenchPiece } from '../view/bench-job';

/** A room that is heated for drying. Our choice. */
const WARM = frozen({ celsius: 22, humidity: 0.5, wind: 0.1 });

interface Waiting {
  count: number;
  until: number;
  /** in a warmed place; null where that helps little */
  warmed: number | null;
  /** our own days on the rack, and when the films alone would allow it; null where no rule of ours holds it back */
  rule: { days: number; byFilm: number } | null;
}

/** A wait as its film alone asks for it, without our own days on the rack. */
function byFilmAlone(need: Requirement, alone: ReadonlyMap<string, number>): Requirement {
  const minutes = need.film ? alone.get(need.film.key) : undefined;
  const hang = need.film?.stages.hang;
  if (!need.film || minutes === undefined || !hang) return need;
  const film = { ...need.film, stages: { ...need.film.stages, hang: { ...hang, value: minutes } } };
  return { ...need, film, min: minutes };
}

/** When the pieces that must still wait could hang, as it is and in a warmed place; null where none must. */
function waiting(bench: Bench, now: number): Waiting | null {
  const { pack, state, route, waits, air } = bench;
  const hang = route.find((s) => s.kind === 'hang');
  if (!hang) return null;
  const due = pack.pieces.filter((p) => {
    const next = nextStep(state, route, p.id);
    return next?.kind === 'hang' && windowOf(state, hang, p.id, waits).from > now;
  });
  if (!due.length) return null;
  const last = (of: typeof waits): number =>
    Math.max(...due.map((p) => windowOf(state, hang, p.id, of).from));
  const warm = air && waitsIn(ratesOf(fromThenOn(air.climate, now, WARM)), new Map(air.multipliers));
  const [until, warmed] = [last(waits), warm ? last(warm) : null];
  const alone = new Map(pack.rackRule?.alone);
  const free = { ...hang, after: hang.after.map((need) => byFilmAlone(need, alone)) };
  const byFilm = Math.max(...due.map((p) => windowOf(state, free, p.id, waits).from));
  return {
    count: due.length,
    until,
    warmed: warmed !== null && warmed < until - HOUR ? warmed : null,
    rule: pack.rackRule && byFilm < until - HOUR ? { days: pack.rackRule.days, byFilm } : null,
  };
}

/** The median of the gaps that were measured on a wall; null before any. */
function usualGap(state: JobState, pieces: readonly BenchPiece[], wall: string): number | null {
  const there = new Set(pieces.filter((p) => p.wall === wall).map((p) => p.id));
  const mm = state.adjusted
    .flatMap((a) => a.gaps.filter((g) => there.has(g.front)).map((g) => g.mm))
    .sort((a, b) => a - b);
  const middle = mm.length >> 1;
  return mm.length
    ? mm.length % 2
      ? (mm[middle] ?? 0)
      : ((mm[middle - 1] ?? 0) + (mm[middle] ?? 0)) / 2
    : null;
}

/** The fronts that are adjusted together with one, and the target of their gaps. */
export function adjustment({ pack, state }: Bench, id: string) {
  const piece = pack.pieces.find((p) => p.id === id);
  if (!piece || pieceState(state, id).hungIn === null) return null;
  const partner = partnerOf(pack.pieces, piece);
  const stack = stackOf(pack.pieces, piece);
  const hung = (p: BenchPiece): boolean => pieceState(state, p.id).hungIn !== null;
  const together = partner
    ? [piece, partner].sort((a, b) => a.column - b.column)
    : stack.length > 1
      ? stack
      : [piece];
  const fronts = together.filter(hung);
  const measured = state.adjusted.findLast((a) => a.pieces.includes(id));
  return {
    fronts: fronts.map((p) => {
      const { side, heights } = hingesDrawn(p);
      const swings = side !== null && heights.length > 1;
      return {
        id: p.id,
        code: p.code,
        w: p.w,
        h: p.h,
        side: swings ? side : null,
        hinges: swings ? heights : [],
      };
    }),
    target: usualGap(state, pack.pieces, piece.wall) ?? piece.reveal ?? 2,
    from: usualGap(state, pack.pieces, piece.wall) === null ? ('reveal' as const) : ('wall' as const),
    turned: state.adjusted.flatMap((a) => a.turns),
    last: (measured?.gaps ?? []) as readonly Gap[],
  };
}

/** @param wanted the opening that is asked for; the next that is empty where none is, or it is full */
export function hangPage(bench: Bench, now: number, wanted: string | null) {
  const { pack, state, route, waits, context } = bench;
  const hang = route.find((s) => s.kind === 'hang');
  const openings = hangingOrder(pack.pieces).map((p) => {
    const own = pieceState(state, p.id);
    const next = nextStep(state, route, p.id);
    const from = hang ? windowOf(state, hang, p.id, waits).from : 0;
    const print = printFreeFrom(context, p.id);
    return {
      id: p.id,
      code: p.code,
      wall: p.wall,
      form: p.form,
      hinge: p.hinge,
      w: p.w,
      h: p.h,
      hinges: hingesDrawn(p),
      place: own.place,
      missing: own.missing,
      home: own.hungIn !== null,
      /** what stands against hanging, in words */
      before: own.hungIn !== null ? null : next && next.kind !== 'hang' ? next.act : null,
      from: own.hungIn === null && from > now ? from : null,
      /** what it still gets, and from when a handle may go on */
      fittings: fittingsLeft(state, pack.pieces, p),
      printFree: print > now ? print : null,
    };
  });
  const asked = openings.find((o) => o.id === wanted);
  const next =
    (asked && !asked.home ? asked : null) ??
    openings.find((o) => !o.home && o.missing === null && !o.before) ??
    openings.find((o) => !o.home) ??
    null;
  return {
    openings,
    next,
    /** a piece that hangs and is looked at */
    shown: asked?.home ? asked : null,
    account: hangAccount(bench, now),
    waiting: waiting(bench, now),
  };
}
export type HangPage = ReturnType<typeof hangPage>;

/** The piece that a code names, typed or scanned; undefined for none of this job. */
export function pieceByCode(pieces: readonly { id: string; code: string }[], typed: string) {
  const code = typed.trim().toLowerCase();
  return pieces.find((p) => p.code.toLowerCase() === code || p.id === code);
}
