/** What the page of labels shows: the rules of the codes, what can be printed, and the printer. */
import { LABEL_KINDS } from '$core/labels/label-set';
import { SHEETS } from '$core/labels/sheet';
import type { Db } from '$server/db/open';
import { labelPrinter } from '$server/devices/devices';
import { labelsIn, lastPrinted, printCounts, readPrinter } from '$server/store/prints';
import { keptCodes } from '../job/codes';
import type { OpenJob } from '../job/open-job';
import { jobLabels } from './labels';

/** Labels of the tape that are shown, the last first. */
const ON_TAPE = 8;

export function labelPage(db: Db, file: OpenJob) {
  const jobId = file.job.id;
  const counts = printCounts(db, jobId);
  const printer = readPrinter(db);
  const of = (state: 'waiting' | 'lost') =>
    labelsIn(db, jobId, state).map(({ key, label }) => ({ key, code: label.code }));
  return {
    rules: { scheme: file.job.scheme, leaveOutUnsafe: file.job.leaveOutUnsafe, way: file.job.way },
    codes: file.pieces.map((p) => p.code),
    kept: keptCodes(db, file).size,
    walls: [...new Set(file.pieces.map((p) => p.wall))],
    sheets: SHEETS.map(({ key, name, columns, rows }) => ({ key, name, places: columns * rows })),
    kinds: LABEL_KINDS.map((kind) => {
      const all = jobLabels(file, kind);
      return {
        kind,
        all: all.length,
        printed: all.filter((l) => counts.has(l.key)).length,
        first: all[0] ?? null,
      };
    }),
    printer: labelPrinter.there && {
      ...printer,
      labelsLeft: Math.floor(printer.tapeMm / labelPrinter.labelMm),
      trials: labelPrinter.trials.map(({ key, words }) => ({ key, words })),
      waiting: of('waiting'),
      lost: of('lost'),
      tape: lastPrinted(db, jobId, ON_TAPE).map(({ seq, label, again, state }) => ({
        seq,
        label,
        again,
        state,
      })),
    },
  };
}
