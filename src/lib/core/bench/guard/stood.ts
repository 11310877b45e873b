/** When a piece was last worked on. */
import type { PieceState } from '../state/state';

/** @returns ms since 1970, of its last step, scuffing or wiping; null where nothing was done to it */
export function handledAt({ done, abraded, wiped }: PieceState): number | null {
  const last = Math.max(abraded ?? 0, wiped ?? 0, ...[...done.values()].map((d) => d.end));
  return last > 0 ? last : null;
}
