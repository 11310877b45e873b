/** Care dates: what the customer may do when, from the age of each film. */
import { frozen } from '$core/frozen';
import { gets, type Step } from '$core/coating/route';
import type { Waits } from '$core/coating/waits';
import type { Stage } from '$core/coating/system';
import type { JobState } from '../state/state';
import { pieceState } from '../state/state';

interface CareDate {
  stage: Extract<Stage, 'handles' | 'wet-clean' | 'cured'>;
  /** ms since 1970: all films of the kitchen are this far */
  at: number;
  /** the film that decides: piece, product, and when it was laid */
  piece: string;
  product: string;
  laid: number;
}

/** How films wait, piece by piece: each came home at its own time. */
export type WaitsOf = (piece: string) => Waits;
const waitsFor = (waits: Waits | WaitsOf, piece: string): Waits =>
  typeof waits === 'function' ? waits(piece) : waits;

const CARE_STAGES = frozen(['handles', 'wet-clean', 'cured'] as const);

/** Whether a piece has had its last coat: all of the route, or so many that it was hung. */
function finished(state: JobState, route: readonly Step[], piece: string): boolean {
  const own = pieceState(state, piece);
  return (
    own.hungIn !== null ||
    route.every((step) => step.kind !== 'coat' || !gets(step, piece) || own.done.has(step.key))
  );
}

/** The films on the pieces. */
export function films(state: JobState, route: readonly Step[], pieces: readonly string[]) {
  return pieces.flatMap((piece) =>
    route.flatMap((step) => {
      const done = step.product ? pieceState(state, piece).done.get(step.key) : undefined;
      return step.product && done ? [{ piece, product: step.product, wet: step.wet, laid: done.end }] : [];
    }),
  );
}

export type LaidFilm = ReturnType<typeof films>[number];

/** One of the films that were laid together and dry alike: pieces of a lot have the same. */
function distinct(laid: readonly LaidFilm[], waits: Waits | WaitsOf): LaidFilm[] {
  const seen = new Map<Waits, Set<string>>();
  return laid.filter(({ piece, product, laid: at, wet }) => {
    const own = waitsFor(waits, piece);
    const known = seen.get(own) ?? new Set<string>();
    seen.set(own, known);
    const key = `${product.key} ${at} ${wet}`;
    return !known.has(key) && known.add(key);
  });
}

/**
 * Care dates of a kitchen or of some of its pieces.
 * @returns for each stage that the products name, when the slowest film reaches it; empty while a coat is still to come
 */
export function careDates(
  state: JobState,
  route: readonly Step[],
  pieces: readonly string[],
  waits: Waits | WaitsOf,
): CareDate[] {
  if (!pieces.every((piece) => finished(state, route, piece))) return [];
  const laid = films(state, route, pieces);
  return CARE_STAGES.flatMap((stage) => {
    const ready = distinct(laid, waits).flatMap((f) => {
      if (!f.product.stages[stage]) return [];
      const at = waitsFor(waits, f.piece).readyAt(f.product, stage, f.laid, f.wet);
      return [{ stage, at, piece: f.piece, product: f.product.name, laid: f.laid }];
    });
    const last = ready.reduce<CareDate | null>((a, b) => (a && a.at >= b.at ? a : b), null);
    return last ? [last] : [];
  });
}

/**
 * How far the cure of a kitchen is.
 * @returns share 0–1 of the slowest film, 0 while a coat is still to come
 */
export function cureShare(
  state: JobState,
  route: readonly Step[],
  pieces: readonly string[],
  now: number,
  waits: Waits | WaitsOf,
): number {
  if (!pieces.every((piece) => finished(state, route, piece))) return 0;
  const shares = distinct(films(state, route, pieces), waits).flatMap((f) =>
    f.product.stages.cured ? [waitsFor(waits, f.piece).progress(f.product, 'cured', f.laid, now, f.wet)] : [],
  );
  return shares.length ? Math.min(...shares) : 0;
}
