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

/** Names of lots: A … Z, then A2, B2 … */
export const lotName = (i: number): string =>
  String.fromCharCode(65 + (i % 26)) + (i < 26 ? '' : String(Math.floor(i / 26) + 1));
