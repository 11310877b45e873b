/** What comes down, wall by wall: each piece with what is due before it does and where it went. */
import { hingesOf } from '$core/kitchen/condition';
import { hidingPlace } from '$core/labels/hiding';
import { pieceState } from '../state/state';
import { account, ticksFor, whereabouts } from '../view/take-down';
import type { Bench, BenchPiece } from '../view/bench-job';

/** Its place among the fronts of its cabinet, in words; empty when it is alone. */
function inCabinet(all: readonly BenchPiece[], piece: BenchPiece): string {
  const group = all.filter((p) => p.wall === piece.wall && p.cabinet === piece.cabinet);
  const row = group.filter((p) => p.row === piece.row && p.form !== 'shelf' && piece.form !== 'shelf');
  const stack = group.filter((p) => p.form === piece.form);
  if (row.length === 2) return piece.column === 0 ? 'left of the pair' : 'right of the pair';
  if (row.length > 2) return `${piece.column + 1} of ${row.length} from the left`;
  if (stack.length > 1) return `${stack.indexOf(piece) + 1} of ${stack.length} from the top`;
  return '';
}

export function takeDownPage({ pack, state }: Bench) {
  const letters = new Map(pack.zones.map((z) => [z.id, z.letter]));
  const walls = [...new Set(pack.pieces.map((p) => p.wall))].map((wall) => ({
    name: wall,
    pieces: pack.pieces
      .filter((p) => p.wall === wall)
      .map((p) => {
        const own = pieceState(state, p.id);
        const hinges = hingesOf(p, p.condition);
        return {
          id: p.id,
          code: p.code,
          form: p.form,
          hinge: p.hinge,
          hinges: p.hinge ? hinges.count : 0,
          zone: pack.zones.length > 1 ? (letters.get(p.zoneId) ?? '') : '',
          where: inCabinet(pack.pieces, p),
          hides: hidingPlace(p.form, hinges).words,
          labelled: own.labelled,
          due: ticksFor(p),
          ticks: [...own.ticks],
          holes: p.condition.handles === 'drill',
          at: whereabouts(own),
          place: own.place,
          missing: own.missing,
        };
      }),
  }));
  return { walls, account: account(state, pack.pieces) };
}
export type TakeDownPage = ReturnType<typeof takeDownPage>;
