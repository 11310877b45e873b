/** The pieces of a job with their door marks as they are now. */
import { NO_COLOUR } from '$core/kitchen/colour';
import { isTurnUnsafe } from '$core/labels/turn-safe';
import type { Bench, BenchPack, BenchPiece } from './bench-job';
import { isSameMark, pieceMark, type Mark } from './mark';

export type MarkedPiece = BenchPiece & { mark: Mark; hex: string; colour: string; unsafe: boolean };

/** Pieces with their door mark as they are now. */
export function markedPieces(bench: Bench, now: number): Map<string, MarkedPiece> {
  const zones = new Map(bench.pack.zones.map((z) => [z.id, z]));
  const last = lastMarked.get(bench.pack) ?? new Map<string, MarkedPiece>();
  const marked = new Map(
    bench.pack.pieces.map((piece) => {
      const mark = pieceMark(bench.state, bench.route, piece.id, now, bench.waits);
      const had = last.get(piece.id);
      // What looks as it did stays the same object: nothing of it is drawn again.
      if (had && isSameMark(had.mark, mark)) return [piece.id, had];
      return [
        piece.id,
        {
          ...piece,
          mark,
          hex: zones.get(piece.zoneId)?.hex ?? NO_COLOUR,
          colour: zones.get(piece.zoneId)?.colour ?? '',
          unsafe: isTurnUnsafe(piece.code),
        },
      ];
    }),
  );
  lastMarked.set(bench.pack, marked);
  return marked;
}

/** The pieces of a pack as they were marked last. */
const lastMarked = new WeakMap<BenchPack, Map<string, MarkedPiece>>();
