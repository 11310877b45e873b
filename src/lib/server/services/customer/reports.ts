/** What a household reports through its page, and what it is answered. */
import { DAY } from '$core/units/durations';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { FAILURES } from '$core/quality/failures';
import { REPORT_KINDS } from '$core/quality/report-kinds';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import {
  answerReport,
  insertReport,
  listReports,
  reportsThrough,
  type ReportPhoto,
  type CustomerLink,
} from '../../store/customers';
import { listPieces } from '../../store/pieces';
import { recordFacts } from '../bench/record-facts';
import { encodePhoto } from '../survey/attach-photo';

/** Photos of one report, and reports through one link in a day. Our choice. */
export const MOST_PHOTOS = 4;
const MOST_REPORTS = 20;

const share = z.coerce.number().min(0).max(1);
const reportSchema = z.object({
  piece: z.string().max(64),
  kind: z.enum(REPORT_KINDS, 'Choose what it is.'),
  words: z.string().trim().max(2000, 'At most 2000 letters.'),
  x: share.nullable(),
  y: share.nullable(),
});

/** @throws Refused 429 */
function refuseTooMany(db: Db, link: CustomerLink, now: number): void {
  if (reportsThrough(db, link.id, now - DAY) >= MOST_REPORTS)
    throw new Refused(429, 'That is a lot for one day. Please call us instead.');
}

/**
 * Takes a report, with its photos encoded anew.
 * @throws Refused 422 for what is not complete or no photo, 429 for too many in a day
 */
export async function takeReport(db: Db, link: CustomerLink, form: FormData, now: number): Promise<string> {
  const number = (name: string): string | null => {
    const text = form.get(name);
    return typeof text === 'string' && text.trim() !== '' ? text : null;
  };
  const given = readInput(
    reportSchema,
    {
      piece: String(form.get('piece') ?? ''),
      kind: form.get('kind'),
      words: String(form.get('words') ?? ''),
      x: number('x'),
      y: number('y'),
    },
    'Choose what it is.',
  );
  refuseTooMany(db, link, now);
  const piece = given.piece || null;
  if (piece !== null && !listPieces(db, link.job).some((p) => p.id === piece))
    throw new Refused(422, 'There is no such door or drawer.', 'piece');
  if (given.kind === 'other' && given.words.length < 3)
    throw new Refused(422, 'Write in a few words what it is.', 'words');
  const files = form.getAll('photo').filter((f): f is File => f instanceof File && f.size > 0);
  if (files.length > MOST_PHOTOS) throw new Refused(422, `At most ${MOST_PHOTOS} photos.`, 'photo');
  const photos: ReportPhoto[] = [];
  for (const file of files) {
    const { image, thumbnail } = await encodePhoto(new Uint8Array(await file.arrayBuffer()));
    photos.push({ id: newId(), image, thumbnail });
  }
  const id = newId();
  const point = given.x !== null && given.y !== null && piece !== null;
  db.transaction(() => {
    // Others may have come while its photos were read.
    refuseTooMany(db, link, now);
    insertReport(
      db,
      {
        id,
        job: link.job,
        link: link.id,
        at: now,
        piece,
        x: point ? given.x : null,
        y: point ? given.y : null,
        kind: given.kind,
        words: given.words,
      },
      photos,
    );
  }).immediate();
  return id;
}

const answerSchema = z.object({
  report: z.string().max(64),
  answer: z.string().trim().min(2, 'Write an answer.').max(2000, 'At most 2000 letters.'),
  day: z.union([z.literal(''), z.iso.date('Write the day as 2026-03-20.')]),
  closed: z.boolean(),
  /** what goes to the touch-up list; empty: nothing */
  failure: z.union([z.literal(''), z.enum(FAILURES.map((f) => f.key))]),
});

/** Answers a report; what is to be put right goes to the touch-up list, seen when the household saw it. @throws Refused 404, 422 */
export function answer(
  db: Db,
  job: string,
  worker: string,
  device: string,
  input: unknown,
  now: number,
): void {
  const given = readInput(answerSchema, input, 'Write an answer.');
  const report = listReports(db, job).find((r) => r.id === given.report);
  if (!report) throw new Refused(404, 'There is no such report.');
  if (given.failure && report.piece === null)
    throw new Refused(422, 'This report names no piece: nothing goes to the touch-up list.', 'failure');
  answerReport(db, job, report.id, {
    answer: given.answer,
    day: given.day || null,
    at: now,
    worker,
    closed: given.closed,
  });
  if (!given.failure || report.piece === null) return;
  recordFacts(db, job, [
    {
      id: newId(),
      job,
      at: report.at,
      worker,
      device,
      body: {
        kind: 'failure.reported',
        piece: report.piece,
        face: 'front',
        failure: given.failure,
        report: report.id,
        note: `Reported by the household: ${report.words}`.slice(0, 2000),
        ...(report.x === null || report.y === null ? {} : { x: report.x, y: report.y }),
        ...(given.day ? { due: given.day } : {}),
      },
    },
  ]);
}
