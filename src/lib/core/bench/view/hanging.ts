/** Hanging: the order of the openings, what each piece gets, and what is not home, not fitted or left over. */
import { frozen } from '../../frozen';
import { siteLeft } from '../guard/kitchen-work';
import { hingeNames, hingesOf } from '../../kitchen/condition';
import type { Band, Form } from '../../kitchen/kitchen';
import type { Fitting } from '../state/fittings';
import { pieceState, type JobState } from '../state/state';
import { ticksFor } from './take-down';
import { printFreeFrom } from '../guard/print-free';
import type { Bench, BenchPiece } from './bench-job';

/** Uppers first, so that nobody leans over fronts that hang; tall fronts before what they stand beside. Common practice, no source. */
const BAND_ORDER: Record<Band, number> = frozen({ upper: 0, tall: 1, base: 2 });
/** A shelf goes in before the door that covers it. */
const FORM_ORDER: Partial<Record<Form, number>> = frozen({ shelf: 0 });

/** Openings as one walks: wall by wall, uppers before lowers, cabinet by cabinet, shelves before what covers them. */
export function hangingOrder<
  P extends Pick<BenchPiece, 'wall' | 'band' | 'cabinet' | 'form' | 'row' | 'column'>,
>(pieces: readonly P[]): P[] {
  const walls = [...new Set(pieces.map((p) => p.wall))];
  const rank = (p: P): number[] => [
    walls.indexOf(p.wall),
    BAND_ORDER[p.band],
    p.cabinet,
    FORM_ORDER[p.form] ?? 1,
    p.row,
    p.column,
  ];
  return [...pieces].sort((a, b) => {
    const [x, y] = [rank(a), rank(b)];
    const at = x.findIndex((v, i) => v !== y[i]);
    return at < 0 ? 0 : (x[at] ?? 0) - (y[at] ?? 0);
  });
}

/** From the edge of a door to its outer hinges, mm. From memory. */
const FROM_EDGE = 100;

/** Heights of the hinges from the top, mm, as they usually are: the outer ones near the edges, the others even between. */
export function hingeHeights(h: number, count: number): number[] {
  if (count < 2) return count === 1 ? [h / 2] : [];
  const edge = Math.min(FROM_EDGE, h / 4);
  return Array.from({ length: count }, (_, i) => edge + ((h - 2 * edge) * i) / (count - 1));
}

/** What of a piece decides what it gets. */
type HungPiece = Pick<
  BenchPiece,
  'id' | 'wall' | 'cabinet' | 'row' | 'column' | 'form' | 'hinge' | 'h' | 'condition'
>;

/** Forms that shut against something. */
const SHUTS: readonly Form[] = frozen(['door', 'glass', 'drawer', 'pullout']);

/** Two doors that meet in the middle of one cabinet. */
export const partnerOf = <P extends HungPiece>(pieces: readonly P[], piece: P): P | null => {
  if (piece.form !== 'door' && piece.form !== 'glass') return null;
  const row = pieces.filter(
    (p) => p.wall === piece.wall && p.cabinet === piece.cabinet && p.row === piece.row && p.form !== 'shelf',
  );
  const other = row.find((p) => p.id !== piece.id);
  return row.length === 2 && other?.hinge && piece.hinge && other.hinge !== piece.hinge ? other : null;
};

/** Drawer fronts of one cabinet that stand on each other, from the top. */
export const stackOf = (pieces: readonly BenchPiece[], piece: BenchPiece): BenchPiece[] =>
  piece.form === 'drawer'
    ? pieces
        .filter(
          (p) =>
            p.wall === piece.wall &&
            p.cabinet === piece.cabinet &&
            p.column === piece.column &&
            p.form === 'drawer',
        )
        .sort((a, b) => a.row - b.row)
    : [];

/** What a piece gets once it hangs. */
export function fittingsFor<P extends HungPiece>(pieces: readonly P[], piece: P): Fitting[] {
  return [
    ...(SHUTS.includes(piece.form) ? (['bumpers'] as const) : []),
    ...(partnerOf(pieces, piece) ? (['felt'] as const) : []),
    ...(ticksFor(piece).includes('bagged') ? (['bag'] as const) : []),
    ...(SHUTS.includes(piece.form) && piece.condition.handles !== 'none' ? (['handle'] as const) : []),
  ];
}

/** What is still to be fitted on a piece that hangs. */
export const fittingsLeft = <P extends HungPiece>(
  state: JobState,
  pieces: readonly P[],
  piece: P,
): Fitting[] => fittingsFor(pieces, piece).filter((part) => !pieceState(state, piece.id).fitted.has(part));

export interface HangAccount {
  home: number;
  total: number;
  notHung: { id: string; code: string; place: string }[];
  lost: { id: string; code: string; note: string }[];
  /** pieces that hang and still lack something, by what */
  lacking: Record<Exclude<Fitting, 'handle'>, string[]>;
  /** handles that may go on now, and those whose film would still take a print */
  handles: { now: string[]; later: string[]; from: number | null };
  /** steps of the fixed work that are not done */
  siteLeft: number;
}

/** Everything that is not home, not fitted or left over, by name, until nothing is. */
export function hangAccount(bench: Bench, now: number): HangAccount {
  const { state, pack, context } = bench;
  const order = hangingOrder(pack.pieces);
  const own = (p: BenchPiece) => pieceState(state, p.id);
  const hung = order.filter((p) => own(p).hungIn !== null);
  const lacking = (part: Fitting): BenchPiece[] =>
    hung.filter((p) => fittingsLeft(state, pack.pieces, p).includes(part));
  const handles = lacking('handle').map((p) => ({ p, from: printFreeFrom(context, p.id) }));
  const later = handles.filter(({ from }) => from > now);
  return {
    home: hung.length,
    total: order.length,
    notHung: order
      .filter((p) => own(p).hungIn === null && own(p).missing === null)
      .map((p) => ({ id: p.id, code: p.code, place: own(p).place })),
    lost: order.flatMap((p) => {
      const { missing } = own(p);
      return missing === null ? [] : [{ id: p.id, code: p.code, note: missing }];
    }),
    lacking: {
      bumpers: lacking('bumpers').map((p) => p.id),
      felt: lacking('felt').map((p) => p.id),
      bag: lacking('bag').map((p) => p.id),
    },
    handles: {
      now: handles.filter(({ from }) => from <= now).map(({ p }) => p.id),
      later: later.map(({ p }) => p.id),
      from: later.length ? Math.max(...later.map(({ from }) => from)) : null,
    },
    siteLeft: siteLeft(state, pack.site).length,
  };
}

/** What is drawn of the hinges of a piece. */
export function hingesDrawn(piece: BenchPiece) {
  const { count, kind, bagged } = hingesOf(piece, piece.condition);
  return {
    side: piece.hinge,
    count,
    kind,
    bagged,
    names: hingeNames(count),
    heights: hingeHeights(piece.h, count),
  };
}
