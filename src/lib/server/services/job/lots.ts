/** How the pieces of a job are divided into lots. */
import { fold } from '$core/bench/state/fold';
import { divideByZone, type Lot } from '$core/planning/job/lots';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { listFacts } from '../../store/facts';
import { listZones } from '../../store/jobs';
import { listLots, listPieces, writeLots } from '../../store/pieces';

/**
 * The lots that pieces would be divided into. Once work is recorded the lots stay; pieces added later make lots of their
 * own.
 */
export function dividedLots(db: Db, job: string, lotSize: number): Lot[] {
  const begun = fold(listFacts(db, job)).works.size > 0;
  const existing = begun ? listLots(db, job).filter((lot) => lot.pieces.length) : [];
  return divideByZone(listPieces(db, job), listZones(db, job), lotSize, existing, () => newId());
}

export const divideLots = (db: Db, job: string, lotSize: number): void =>
  writeLots(db, job, dividedLots(db, job, lotSize));
