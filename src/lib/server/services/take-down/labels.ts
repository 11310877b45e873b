/** The labels of a job: which there are, what was printed, and asking for them on a sheet or at the printer. */
import { LABEL_KINDS, labelsFor, type Label, type LabelKind } from '$core/labels/label-set';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { insertPrintJob, labelsIn, printCounts, writePrintState, type PrintVia } from '../../store/prints';
import { zoneViews } from '../job/elevations';
import { openJob, type OpenJob } from '../job/open-job';
import { Refused } from '../../base/refused';

/** Labels that are printed without asking. */
export const FEW_LABELS = 12;

/** All labels of a kind for a job. */
export function jobLabels(file: OpenJob, kind: LabelKind): Label[] {
  const zones = new Map(zoneViews(file).map((z) => [z.id, z]));
  const pieces = file.pieces.map((p) => {
    const zone = zones.get(p.zoneId);
    return {
      ...p,
      zone: {
        letter: zone?.letter ?? 'A',
        sign: zone?.sign ?? ('disc' as const),
        colour: zone?.colour ?? '',
      },
    };
  });
  return labelsFor(kind, pieces, file.job.way, file.choice?.rackSlots ?? 0);
}

export const labelRequestSchema = z.object({
  kinds: z.array(z.enum(LABEL_KINDS)).min(1, 'Choose what to label'),
  /** only this wall */
  wall: z.string().nullable().default(null),
  /** labels that came out before too */
  again: z.boolean().default(false),
});
export type LabelRequest = z.infer<typeof labelRequestSchema>;

interface LabelToPrint {
  label: Label;
  /** how often it came out before */
  again: number;
}

/**
 * The labels that a request is for. Without `again` those that came out before, or wait in the printer, are left out.
 * @throws Refused 409 when nothing is left to print
 */
export function wantedLabels(db: Db, file: OpenJob, request: LabelRequest): LabelToPrint[] {
  if (file.pieces.length === 0)
    throw new Refused(409, 'There are no pieces to label yet. Enter the survey first.');
  const walls = new Map(file.pieces.map((p) => [p.id, p.wall]));
  const counts = printCounts(db, file.job.id);
  // What the printer has in hand, or has lost and will be told to print again.
  const pending = new Set(
    (['waiting', 'lost'] as const).flatMap((state) => labelsIn(db, file.job.id, state).map((l) => l.key)),
  );
  const all = request.kinds
    .flatMap((kind) => jobLabels(file, kind))
    .filter((l) => request.wall === null || l.piece === null || walls.get(l.piece) === request.wall)
    .filter((l) => !pending.has(l.key))
    .map((label) => ({ label, again: counts.get(label.key) ?? 0 }));
  const wanted = request.again ? all : all.filter((l) => l.again === 0);
  if (wanted.length === 0)
    throw new Refused(
      409,
      all.length
        ? `These ${all.length} labels are printed already. Tick “also those that were printed” to print them a second time.`
        : 'There is no such label to print: it waits in the printer or was lost there, or this kitchen needs none of that kind.',
      'kinds',
    );
  return wanted;
}

/** Notes that labels were asked for, so that their codes stay. On a sheet they count as printed. */
export function notePrint(
  db: Db,
  file: OpenJob,
  worker: string,
  now: number,
  via: PrintVia,
  labels: readonly LabelToPrint[],
): void {
  const state = via === 'sheet' ? ('printed' as const) : ('waiting' as const);
  db.transaction(() =>
    insertPrintJob(
      db,
      { id: newId(), job: file.job.id, at: now, worker, via },
      labels.map((l) => ({ ...l, state })),
    ),
  ).immediate();
}

/** Puts what the printer lost into its queue again. @returns how many; none of them came out whole */
export function reprintLost(db: Db, jobId: string, worker: string, now: number): number {
  return db
    .transaction(() => {
      const file = openJob(db, jobId);
      const lost = labelsIn(db, jobId, 'lost');
      if (lost.length === 0) throw new Refused(409, 'The printer has lost nothing.');
      const counts = printCounts(db, jobId);
      for (const l of lost) writePrintState(db, l.seq, 'dropped', now);
      notePrint(
        db,
        file,
        worker,
        now,
        'printer',
        lost.map((l) => ({ label: l.label, again: counts.get(l.key) ?? 0 })),
      );
      return lost.length;
    })
    .immediate();
}

/** Takes what still waits out of the queue. @returns how many */
export function dropWaiting(db: Db, jobId: string, now: number): number {
  return db
    .transaction(() => {
      const waiting = labelsIn(db, jobId, 'waiting');
      for (const l of waiting) writePrintState(db, l.seq, 'dropped', now);
      return waiting.length;
    })
    .immediate();
}
