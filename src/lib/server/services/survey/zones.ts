/** Colour zones of a job: made, changed, and painted onto pieces. */
import { pieceState } from '$core/bench/state/state';
import { SAFE_LETTERS } from '$core/labels/turn-safe';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { deleteZone, insertZone, writeZone } from '../../store/jobs';
import { writePieceZones } from '../../store/pieces';
import { divideLots } from '../job/lots';
import { keptCodes, recode } from '../job/codes';
import { openJob } from '../job/open-job';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { refreshSummary } from '../job/summaries';

export const SHEENS = ['matt', 'satin', 'semi-gloss', 'gloss'] as const;

const zoneSchema = z.object({
  name: z.string().trim().min(1, 'Name the zone, such as Uppers').max(60),
  colour: z.string().trim().min(1, 'Name the colour').max(60),
  hex: z.string().regex(/^#[0-9a-fA-F]{6}$/, 'Write the colour as #DCCFA9'),
  sheen: z.enum(SHEENS, 'Choose a sheen'),
});

const read = (input: unknown): z.infer<typeof zoneSchema> =>
  readInput(zoneSchema, input, 'The zone is not complete.');

/** Adds a zone with the next free letter. @returns its id */
export function addZone(db: Db, jobId: string, input: unknown): string {
  const zone = read(input);
  return db
    .transaction(() => {
      const { zones } = openJob(db, jobId);
      const letter = SAFE_LETTERS.find((l) => !zones.some((z) => z.letter === l));
      if (!letter) throw new Refused(409, `A job has at most ${SAFE_LETTERS.length} zones.`);
      const id = newId();
      const position = Math.max(-1, ...zones.map((z) => z.position)) + 1;
      insertZone(db, jobId, { ...zone, id, letter, position });
      return id;
    })
    .immediate();
}

export function changeZone(db: Db, jobId: string, zoneId: string, input: unknown): void {
  const zone = read(input);
  if (!openJob(db, jobId).zones.some((z) => z.id === zoneId))
    throw new Refused(404, 'There is no such zone in this job.');
  writeZone(db, jobId, { ...zone, id: zoneId });
}

/** Removes a zone that no piece is in. */
export function removeZone(db: Db, jobId: string, zoneId: string): void {
  db.transaction(() => {
    const { zones, pieces } = openJob(db, jobId);
    if (zones.length === 1) throw new Refused(409, 'A job has at least one zone.');
    const n = pieces.filter((p) => p.zoneId === zoneId).length;
    if (n) throw new Refused(409, `${n} pieces are in this zone. Put them into another one first.`);
    deleteZone(db, jobId, zoneId);
  }).immediate();
}

/**
 * Puts pieces into a zone. Codes without a label and lots follow.
 * @throws Refused 409 where work has begun on a piece, or its label names the old zone
 */
export function paintZone(db: Db, jobId: string, zoneId: string, ids: readonly string[]): void {
  db.transaction(() => {
    const file = openJob(db, jobId);
    if (!file.zones.some((z) => z.id === zoneId))
      throw new Refused(404, 'There is no such zone in this job.', 'zone');
    const chosen = file.pieces.filter((p) => ids.includes(p.id) && p.zoneId !== zoneId);
    if (chosen.length === 0) {
      if (!file.pieces.some((p) => ids.includes(p.id)))
        throw new Refused(422, 'Choose the pieces first.', 'piece');
      return;
    }
    const say = (list: typeof chosen) => list.map((p) => p.code).join(' ');
    const worked = chosen.filter((p) => pieceState(file.state, p.id).done.size > 0);
    if (worked.length)
      throw new Refused(
        409,
        `${say(worked)}: work has begun. Take that work back before the colour changes.`,
        'piece',
      );
    const kept = file.job.scheme === 'zone' ? keptCodes(db, file) : new Set<string>();
    const named = chosen.filter((p) => kept.has(p.id));
    if (named.length)
      throw new Refused(
        409,
        `${say(named)}: the label names the old zone. Give the codes by another scheme, or take the label back.`,
        'piece',
      );
    writePieceZones(
      db,
      jobId,
      zoneId,
      chosen.map((p) => p.id),
    );
    recode(db, jobId);
    if (file.choice) divideLots(db, jobId, file.choice);
    refreshSummary(db, jobId);
  }).immediate();
}
