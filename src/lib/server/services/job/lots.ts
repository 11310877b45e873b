/** How the pieces of a job stand in lots. */
import { fold } from '$core/bench/fold';
import { divide, lotName } from '$core/planning/lots';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { listFacts } from '../../store/facts';
import { listZones } from '../../store/jobs';
import { listLots, listPieces, writeLots } from '../../store/pieces';

/**
 * Divides the pieces into lots. Once work is recorded the lots stand; pieces added later make lots of their own.
 */
export function divideLots(db: Db, job: string, lotSize: number): void {
  const begun = fold(listFacts(db, job)).works.size > 0;
  const standing = begun ? listLots(db, job).filter((lot) => lot.pieces.length) : [];
  const placed = new Set(standing.flatMap((lot) => lot.pieces));
  const free = listPieces(db, job).filter((p) => !placed.has(p.id));
  // A lot has one colour.
  const byZone = listZones(db, job).map((zone) => free.filter((p) => p.zoneId === zone.id).map((p) => p.id));
  const added = byZone
    .flatMap((pieces) => divide(pieces, lotSize))
    .map((pieces, i) => ({ id: newId(), name: lotName(standing.length + i), pieces }));
  writeLots(db, job, [...standing, ...added]);
}
