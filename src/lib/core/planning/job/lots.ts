/** How pieces are divided into lots. */
import { frozen } from '../../frozen';

/** Ways to divide them. Even lots keep the fewest people waiting; a small one at either end lets the next step begin sooner. */
export const DIVISIONS = frozen(['even', 'walls', 'sizes', 'small-first', 'small-last'] as const);
export type Division = (typeof DIVISIONS)[number];

export const DIVISION_NAMES: Readonly<Record<Division, string>> = frozen({
  even: 'evenly, in wall order',
  walls: 'wall by wall',
  sizes: 'large pieces apart from small ones',
  'small-first': 'a small lot first',
  'small-last': 'a small lot last',
});

/** What of a piece decides the lot that it comes into. */
export interface Divided {
  wall: string;
  /** mm */
  w: number;
  h: number;
}

/** Consecutive stretches of as many pieces as asked for. */
function cut<T>(pieces: readonly T[], sizes: readonly number[]): T[][] {
  let from = 0;
  return sizes.map((n) => pieces.slice(from, (from += n)));
}

function evenly<T>(pieces: readonly T[], most: number): T[][] {
  const count = Math.ceil(pieces.length / most);
  return Array.from({ length: count }, (_, i) =>
    pieces.slice(Math.floor((i * pieces.length) / count), Math.floor(((i + 1) * pieces.length) / count)),
  );
}

/** No lot goes round a corner, unless all of its walls fit into it whole. */
function byWalls<T extends Divided>(pieces: readonly T[], most: number): T[][] {
  const walls: T[][] = [];
  for (const piece of pieces) {
    const last = walls.at(-1);
    if (last?.[0]?.wall === piece.wall) last.push(piece);
    else walls.push([piece]);
  }
  const lots: T[][] = [];
  let whole = false;
  for (const wall of walls) {
    const last = lots.at(-1);
    if (last && whole && last.length + wall.length <= most) last.push(...wall);
    else lots.push(...evenly(wall, most));
    whole = wall.length <= most;
  }
  return lots;
}

/** Large pieces apart from small ones, each lot in wall order. */
function bySizes<T extends Divided>(pieces: readonly T[], most: number): T[][] {
  const place = new Map(pieces.map((p, i) => [p, i]));
  const sorted = [...pieces].sort((a, b) => b.w * b.h - a.w * a.h);
  return evenly(sorted, most).map((lot) =>
    lot.sort((a, b) => (place.get(a) ?? Infinity) - (place.get(b) ?? Infinity)),
  );
}

/** Sizes of lots of which the first is about half as large as the others. */
function smallFirst(pieces: number, most: number): number[] {
  if (pieces < 2 || most < 2) return evenly(Array.from({ length: pieces }), most).map((lot) => lot.length);
  const others = Math.max(1, Math.ceil(pieces / most - 0.5));
  const first = Math.max(1, Math.min(most - 1, Math.floor(pieces / (2 * others + 1))));
  return [first, ...evenly(Array.from({ length: pieces - first }), most).map((lot) => lot.length)];
}

/**
 * Divides pieces into lots.
 * @param pieces in wall order
 * @param most pieces to a lot at most
 * @returns lots of which none is empty
 * @throws RangeError when `most` is below 1
 */
export function divide<T extends Divided>(pieces: readonly T[], most: number, way: Division = 'even'): T[][] {
  if (!(most >= 1)) throw new RangeError(`A lot holds at least one piece, got ${most}`);
  if (!pieces.length) return [];
  switch (way) {
    case 'even':
      return evenly(pieces, most);
    case 'walls':
      return byWalls(pieces, most);
    case 'sizes':
      return bySizes(pieces, most);
    case 'small-first':
      return cut(pieces, smallFirst(pieces.length, most));
    case 'small-last':
      return cut(pieces, smallFirst(pieces.length, most).reverse());
  }
}

/** A lot and its pieces. */
export interface Lot {
  id: string;
  name: string;
  pieces: string[];
}

/** Names of lots: A … Z, then A2, B2 … */
export const lotName = (i: number): string =>
  String.fromCharCode(65 + (i % 26)) + (i < 26 ? '' : String(Math.floor(i / 26) + 1));

/**
 * Pieces that are in no lot, divided into lots of one colour each, after those that stay.
 * @param pieces in wall order
 * @param zones colours in order
 * @param asked pieces to a lot at most, and how they are divided
 * @param existing lots that stay as they are
 * @param newId id of the lot with this number among the new ones
 */
export function divideByZone(
  pieces: readonly (Divided & { id: string; zoneId: string })[],
  zones: readonly { id: string }[],
  asked: { lotSize: number; division: Division },
  existing: readonly Lot[],
  newId: (i: number) => string,
): Lot[] {
  const placed = new Set(existing.flatMap((lot) => lot.pieces));
  const added = zones
    .map((zone) => pieces.filter((p) => p.zoneId === zone.id && !placed.has(p.id)))
    .flatMap((own) => divide(own, asked.lotSize, asked.division))
    .map((lot, i) => ({
      id: newId(i),
      name: lotName(existing.length + i),
      pieces: lot.map((p) => p.id),
    }));
  return [...existing, ...added];
}

/**
 * Sizes of lots worth trying: from what one tray holds to what the rack holds, and never more than can be coated while a
 * mix is alive.
 * @param most pieces that fit on the rack, and into a choice
 * @param potMinutes shortest pot life among the products, null where nothing is mixed
 * @param minutesPerPiece of its coat
 * @returns rising; at least one
 */
export function lotSizes(
  pieces: number,
  most: number,
  potMinutes: number | null,
  minutesPerPiece: number,
): number[] {
  const alive =
    potMinutes === null ? Infinity : Math.max(1, Math.floor(potMinutes / Math.max(0.1, minutesPerPiece)));
  const cap = Math.max(1, Math.min(pieces, most, alive));
  // Every size that gives another number of lots, and no more than a dozen of them.
  const counts = Array.from({ length: 12 }, (_, i) => Math.ceil(pieces / cap) + i);
  return [...new Set(counts.map((n) => Math.ceil(pieces / n)))]
    .filter((s) => s >= 3 || s === cap)
    .sort((a, b) => a - b);
}
