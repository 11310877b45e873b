/** What comes down, wall by wall: each piece with what is due before it does and where it went. */
import { pieceState } from '$core/bench/state/state';
import { account, ticksFor, whereabouts } from '$core/bench/take-down';
import { hingesOf } from '$core/kitchen/condition';
import type { Form } from '$core/kitchen/kitchen';
import { hidingPlace } from '$core/labels/hiding';
import { elevations, zoneViews } from '../job/elevations';
import type { OpenJob } from '../job/open-job';

/** Its place among the fronts of its cabinet, in words; empty when it is alone. */
function inCabinet(file: OpenJob, piece: OpenJob['pieces'][number]): string {
  const group = file.pieces.filter((p) => p.wall === piece.wall && p.cabinet === piece.cabinet);
  const form: Form = piece.form;
  const row = group.filter((p) => p.row === piece.row && p.form !== 'shelf' && form !== 'shelf');
  const stack = group.filter((p) => p.form === form);
  if (row.length === 2) return piece.column === 0 ? 'left of the pair' : 'right of the pair';
  if (row.length > 2) return `${piece.column + 1} of ${row.length} from the left`;
  if (stack.length > 1) return `${stack.indexOf(piece) + 1} of ${stack.length} from the top`;
  return '';
}

export function takeDown(file: OpenJob, now: number) {
  const zones = new Map(zoneViews(file).map((z) => [z.id, z]));
  const walls = [...new Set(file.pieces.map((p) => p.wall))].map((wall) => ({
    name: wall,
    pieces: file.pieces
      .filter((p) => p.wall === wall)
      .map((p) => {
        const s = pieceState(file.state, p.id);
        const hinges = hingesOf(p, p.condition);
        return {
          id: p.id,
          code: p.code,
          form: p.form,
          hinge: p.hinge,
          hinges: p.hinge ? hinges.count : 0,
          zone: file.zones.length > 1 ? (zones.get(p.zoneId)?.letter ?? '') : '',
          where: inCabinet(file, p),
          hides: hidingPlace(p.form, hinges).words,
          labelled: s.labelled,
          due: ticksFor(p),
          ticks: [...s.ticks],
          holes: p.condition.handles === 'drill',
          at: whereabouts(s),
          place: s.place,
          missing: s.missing,
        };
      }),
  }));
  return {
    walls,
    elevations: elevations(file, now),
    account: account(file.state, file.pieces),
  };
}
