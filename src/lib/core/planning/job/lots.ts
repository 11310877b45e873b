/** How pieces are divided into lots. */

/**
 * Divides pieces into lots of about equal size, in wall order.
 * @param pieces in wall order
 * @param most pieces to a lot at most
 * @returns the lots, as even as can be
 * @throws RangeError when `most` is below 1
 */
export function divide<T>(pieces: readonly T[], most: number): T[][] {
  if (!(most >= 1)) throw new RangeError(`A lot holds at least one piece, got ${most}`);
  const count = Math.ceil(pieces.length / most);
  return Array.from({ length: count }, (_, i) =>
    pieces.slice(Math.floor((i * pieces.length) / count), Math.floor(((i + 1) * pieces.length) / count)),
  );
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
 * @param existing lots that stay as they are
 * @param newId id of the lot with this number among the new ones
 */
export function divideByZone(
  pieces: readonly { id: string; zoneId: string }[],
  zones: readonly { id: string }[],
  most: number,
  existing: readonly Lot[],
  newId: (i: number) => string,
): Lot[] {
  const placed = new Set(existing.flatMap((lot) => lot.pieces));
  const added = zones
    .map((zone) => pieces.filter((p) => p.zoneId === zone.id && !placed.has(p.id)).map((p) => p.id))
    .flatMap((ids) => divide(ids, most))
    .map((ids, i) => ({ id: newId(i), name: lotName(existing.length + i), pieces: ids }));
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
