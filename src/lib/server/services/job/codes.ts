/** Codes of a job's pieces: given by its scheme, kept by every piece that has a label. */
import { pieceState } from '$core/bench/state/state';
import { WAYS } from '$core/labels/hiding';
import { assignCodes, SCHEMES } from '$core/labels/schemes';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { writeCodeRules } from '../../store/jobs';
import { printedPieces } from '../../store/prints';
import { writeCodes } from '../../store/pieces';
import { openJob, type OpenJob } from './open-job';
import { readInput } from '../../base/read-input';

/** Pieces whose code is on a label: stuck on, printed, or waiting in the printer. */
export function keptCodes(db: Db, file: Pick<OpenJob, 'job' | 'state' | 'pieces'>): Set<string> {
  const printed = printedPieces(db, file.job.id);
  return new Set(
    file.pieces
      .filter((p) => p.code && (pieceState(file.state, p.id).labelled || printed.has(p.id)))
      .map((p) => p.id),
  );
}

/** The codes that the job's scheme gives its pieces, in their order. */
export function codesOf(db: Db, file: Pick<OpenJob, 'job' | 'zones' | 'state' | 'pieces'>): string[] {
  const kept = keptCodes(db, file);
  const letters = new Map(file.zones.map((z) => [z.id, z.letter]));
  return assignCodes(
    file.pieces.map((p) => ({
      wall: p.wall,
      cabinet: p.cabinet,
      zone: letters.get(p.zoneId) ?? 'A',
      code: p.code || null,
      kept: kept.has(p.id),
    })),
    file.job,
  );
}

/** Gives the codes anew, after zones or the scheme changed. */
export function recode(db: Db, jobId: string): void {
  const file = openJob(db, jobId);
  const codes = codesOf(db, file);
  writeCodes(
    db,
    jobId,
    file.pieces.map((p, i) => ({ id: p.id, code: codes[i] ?? '' })),
  );
}

const rulesSchema = z.object({
  scheme: z.enum(SCHEMES, 'Choose how codes are given'),
  leaveOutUnsafe: z.boolean(),
  way: z.enum(WAYS, 'Choose how pieces are coated'),
});

/**
 * Sets how codes are given. Pieces with a label keep theirs.
 * @throws Refused 422 when the rules are none
 */
export function setCodeRules(db: Db, jobId: string, input: unknown): void {
  const rules = readInput(rulesSchema, input, 'Choose a scheme.');
  db.transaction(() => {
    openJob(db, jobId);
    writeCodeRules(db, jobId, rules);
    recode(db, jobId);
  }).immediate();
}
