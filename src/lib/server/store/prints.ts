/** Labels that were asked for, on sheets and at the printer. */
import { labelSchema, type Label } from '$core/labels/label-set';
import type { Db } from '../db/open';

type PrintState = 'waiting' | 'printed' | 'lost' | 'dropped';
export type PrintVia = 'sheet' | 'printer';

interface PrintedLabel {
  seq: number;
  job: string;
  key: string;
  label: Label;
  /** how often it had come out before */
  again: number;
  state: PrintState;
  doneAt: number | null;
}

type Row = Omit<PrintedLabel, 'label'> & { label: string };
const COLUMNS = `l.seq, j.job_id AS job, l.label_key AS "key", l.label, l.again, l.state, l.done_at AS doneAt`;
const FROM = 'FROM print_label l JOIN print_job j ON j.id = l.print_job_id';
/** A label that cannot be read is told by its key alone: it can be dropped or printed anew. */
function readLabel(text: string, key: string): Label {
  try {
    return labelSchema.parse(JSON.parse(text));
  } catch {
    return { key, kind: 'piece', piece: null, code: '?', lines: [], arrow: false, zone: null, hinges: null };
  }
}
const read = (row: Row): PrintedLabel => ({ ...row, label: readLabel(row.label, row.key) });

export function insertPrintJob(
  db: Db,
  print: { id: string; job: string; at: number; worker: string; via: PrintVia },
  labels: readonly { label: Label; again: number; state: PrintState; doneAt?: number | null }[],
): void {
  db.prepare(
    'INSERT INTO print_job (id, job_id, at, worker_id, via) VALUES (@id, @job, @at, @worker, @via)',
  ).run(print);
  const put = db.prepare(
    `INSERT INTO print_label (print_job_id, label_key, label, again, state, done_at) VALUES (?, ?, ?, ?, ?, ?)`,
  );
  for (const { label, again, state, doneAt } of labels)
    put.run(
      print.id,
      label.key,
      JSON.stringify(label),
      again,
      state,
      doneAt ?? (state === 'printed' ? print.at : null),
    );
}

/** Everything a job had printed, in order. */
export function listPrintJobs(db: Db, job: string) {
  const jobs = db
    .prepare<[string], { id: string; at: number; worker: string; via: PrintVia }>(
      'SELECT id, at, worker_id AS worker, via FROM print_job WHERE job_id = ? ORDER BY at, id',
    )
    .all(job);
  const labels = db.prepare<
    [string],
    { key: string; label: string; again: number; state: PrintState; doneAt: number | null }
  >(
    'SELECT label_key AS "key", label, again, state, done_at AS doneAt FROM print_label WHERE print_job_id = ? ORDER BY seq',
  );
  return jobs.map((j) => ({
    ...j,
    labels: labels.all(j.id).map(({ key, ...l }) => ({ ...l, label: readLabel(l.label, key) })),
  }));
}

/** How often each label of a job came out, by key. */
export function printCounts(db: Db, job: string): Map<string, number> {
  const rows = db
    .prepare<[string], { key: string; n: number }>(
      `SELECT l.label_key AS "key", count(*) AS n ${FROM} WHERE j.job_id = ? AND l.state = 'printed' GROUP BY l.label_key`,
    )
    .all(job);
  return new Map(rows.map((r) => [r.key, r.n]));
}

/** Pieces that have a label, printed or about to be: a label's key is the piece's own id. */
export const printedPieces = (db: Db, job: string): Set<string> =>
  new Set(
    db
      .prepare<[string], string>(
        `SELECT DISTINCT json_extract(l.label, '$.piece') ${FROM}
         WHERE j.job_id = ? AND l.state IN ('printed', 'waiting') AND json_extract(l.label, '$.piece') IS NOT NULL`,
      )
      .pluck()
      .all(job),
  );

/** Keys of a job's labels in a state, in the order they were asked for. */
export const labelsIn = (db: Db, job: string, state: PrintState): PrintedLabel[] =>
  db
    .prepare<[string, string], Row>(
      `SELECT ${COLUMNS} ${FROM} WHERE j.job_id = ? AND l.state = ? ORDER BY l.seq`,
    )
    .all(job, state)
    .map(read);

/** What the printer put out last for a job, newest first. */
export const lastPrinted = (db: Db, job: string, most: number): PrintedLabel[] =>
  db
    .prepare<[string, number], Row>(
      `SELECT ${COLUMNS} ${FROM} WHERE j.job_id = ? AND j.via = 'printer' AND l.state IN ('printed', 'lost')
       ORDER BY l.done_at DESC, l.seq DESC LIMIT ?`,
    )
    .all(job, most)
    .map(read);

/** The next label in the printer's queue, of any job. */
export function nextWaiting(db: Db): PrintedLabel | undefined {
  const row = db
    .prepare<[], Row>(`SELECT ${COLUMNS} ${FROM} WHERE l.state = 'waiting' ORDER BY l.seq LIMIT 1`)
    .get();
  return row && read(row);
}

export function writePrintState(db: Db, seq: number, state: PrintState, at: number): void {
  db.prepare('UPDATE print_label SET state = ?, done_at = ? WHERE seq = ?').run(state, at, seq);
}

export interface PrinterRow {
  tapeMm: number;
  fault: 'out-of-tape' | 'jam' | null;
  moved: number;
  jamNext: number;
}

export function readPrinter(db: Db): PrinterRow {
  const row = db
    .prepare<[], PrinterRow>(
      'SELECT tape_mm AS tapeMm, fault, moved, jam_next AS jamNext FROM label_printer WHERE id = 1',
    )
    .get();
  if (!row) throw new Error('The label printer is not in the database');
  return row;
}

export function writePrinter(db: Db, printer: PrinterRow): void {
  db.prepare(
    'UPDATE label_printer SET tape_mm = @tapeMm, fault = @fault, moved = @moved, jam_next = @jamNext WHERE id = 1',
  ).run(printer);
}
