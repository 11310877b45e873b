/** One running number round the room, kept by every piece that already has one. */

/**
 * Gives every piece a code.
 * @param pieces in wall order; `code` is null for a piece without one; `kept` marks a code that must not change
 * (it is on a label already)
 * @returns the codes in the same order, unique. With nothing kept they run 1, 2, 3 … in wall order; otherwise
 * kept codes stay and the other pieces take the lowest numbers above them all.
 */
export function assignNumbers(pieces: readonly { code: string | null; kept: boolean }[]): string[] {
  const kept = pieces.flatMap((p) => (p.kept && p.code !== null ? [Number(p.code)] : []));
  let next = kept.length ? Math.max(...kept) + 1 : 1;
  return pieces.map((p) => (p.kept && p.code !== null ? p.code : String(next++)));
}
