/** How the pieces of a job are divided into lots. */
import { piecesBegun } from '$core/bench/state/state';
import { fold } from '$core/bench/log/fold';
import type { Choice } from '$core/planning/job/choice';
import { finishGroups } from '$core/planning/job/finishes';
import { divideByZone, type Lot } from '$core/planning/job/lots';
import { kitchenOf } from '$core/takeoff/fixed-zones';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { listFacts } from '../../store/facts';
import { findJob, listZones } from '../../store/jobs';
import { listLots, listPieces, writeLots } from '../../store/pieces';

/**
 * The lots that pieces would be divided into. Once work is recorded the lots stay; pieces added later make lots of their
 * own.
 */
export function dividedLots(db: Db, job: string, choice: Choice): Lot[] {
  const begun = piecesBegun(fold(listFacts(db, job)));
  const existing = begun ? listLots(db, job).filter((lot) => lot.pieces.length) : [];
  const surveyed = findJob(db, job);
  const kitchen = surveyed ? kitchenOf(surveyed) : { walls: [] };
  const { pieces, zones } = finishGroups(choice, listPieces(db, job), listZones(db, job), kitchen);
  return divideByZone(pieces, zones, choice, existing, () => newId());
}

export const divideLots = (db: Db, job: string, choice: Choice): void =>
  writeLots(db, job, dividedLots(db, job, choice));
