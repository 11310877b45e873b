/** Pieces from a table: looked at first, then taken over whole or not at all. */
import {
  CSV_FIELDS,
  guessMapping,
  readPieceRows,
  withSaid,
  type CsvField,
  type CsvReading,
  type NewCabinet,
} from '$core/formats/pieces-csv';
import { applyEdit } from '$core/kitchen/edit';
import { readNotation } from '$core/kitchen/notation';
import type { Db } from '../../db/open';
import { readCsv } from '../../base/csv';
import { listPieces, writeConditions } from '../../store/pieces';
import { openJob, type OpenJob } from '../job/open-job';
import { Refused } from '../../base/refused';
import { saveSurvey } from './save-survey';
import { paintZone } from './zones';

interface CsvPreview {
  heading: string[];
  mapping: (CsvField | null)[];
  /** the first rows, for choosing fields */
  sample: string[][];
  rows: number;
  reading: CsvReading;
}

/** Fields as a form sends them: one for each column, empty for none. */
export const readMapping = (sent: readonly string[]): (CsvField | null)[] =>
  sent.map((s) => CSV_FIELDS.find((f) => f.key === s)?.key ?? null);

/** What a table would do. @throws Refused 422 when it is no table */
export function previewPieces(
  file: OpenJob,
  text: string,
  mapping: readonly (CsvField | null)[] | null,
  asNew: boolean,
): CsvPreview {
  const rows = readCsv(text);
  const [heading = []] = rows;
  const fields = mapping && mapping.length === heading.length ? [...mapping] : guessMapping(heading);
  const reading = readPieceRows(rows, fields, { ...file, unit: file.job.unit }, asNew);
  return { heading, mapping: fields, sample: rows.slice(1, 6), rows: rows.length - 1, reading };
}

/** The survey with the new cabinets at the end of their walls. */
function addCabinets(file: OpenJob, cabinets: readonly NewCabinet[]): string {
  const { job } = file;
  return cabinets.reduce((text, { wall: name, cabinet }) => {
    const find = (t: string): number =>
      readNotation(t, job.unit).kitchen.walls.findIndex((w) => w.name.toLowerCase() === name.toLowerCase());
    const there =
      find(text) < 0 ? applyEdit(text, job.unit, { kind: 'add-wall', name, island: false }) : text;
    const wall = find(there);
    const n = readNotation(there, job.unit).kitchen.walls[wall]?.cabinets.length ?? 0;
    return applyEdit(there, job.unit, { kind: 'add', at: { wall, cabinet: n }, cabinet });
  }, job.surveyed);
}

/** The pieces that the new cabinets made, in the order of their rows. */
function madeBy(db: Db, before: OpenJob): string[] {
  const old = new Set(before.pieces.map((p) => p.id));
  return listPieces(db, before.job.id).flatMap((p) => (old.has(p.id) ? [] : [p.id]));
}

/**
 * Takes a table over.
 * @returns how many pieces changed and how many are new
 * @throws Refused 422 with the first faults by row; nothing is kept then
 */
export function importPieces(
  db: Db,
  jobId: string,
  text: string,
  mapping: readonly (CsvField | null)[],
  asNew: boolean,
): { changed: number; added: number } {
  return db
    .transaction(() => {
      const file = openJob(db, jobId);
      const { reading } = previewPieces(file, text, mapping, asNew);
      const { faults, changes, cabinets } = reading;
      if (faults.length)
        throw new Refused(
          422,
          `Nothing was brought in. ${faults
            .slice(0, 5)
            .map((f) => `Row ${f.row}: ${f.message}. ${f.hint}.`)
            .join(' ')}`,
          'csv',
        );
      const condition = new Map(file.pieces.map((p) => [p.id, p.condition]));
      const said = changes.map((c) => ({ id: c.piece, zone: c.zone, said: c.condition }));
      if (cabinets.length) {
        // Walls in the order of the survey: the new pieces of a wall come in the order of their cabinets.
        const saved = saveSurvey(db, jobId, addCabinets(file, cabinets));
        const fault = saved.errors[0];
        if (fault) throw new Refused(422, `Nothing was brought in. ${fault.message}. ${fault.hint}.`, 'csv');
        const made = madeBy(db, file);
        const walls = openJob(db, jobId).pieces.map((p) => p.wall);
        const order = [...new Set(walls)].flatMap((wall) =>
          cabinets.filter((c) => c.wall.toLowerCase() === wall.toLowerCase()).flatMap((c) => c.pieces),
        );
        order.forEach((p, i) => said.push({ id: made[i] ?? '', zone: p.zone, said: p.condition }));
      }
      const now = new Map(listPieces(db, jobId).map((p) => [p.id, p]));
      writeConditions(
        db,
        jobId,
        said.flatMap((s) => {
          const base = condition.get(s.id) ?? now.get(s.id)?.condition;
          return base ? [{ id: s.id, condition: withSaid(base, s.said) }] : [];
        }),
      );
      for (const zone of new Set(said.flatMap((s) => s.zone ?? []))) {
        const ids = said.filter((s) => s.zone === zone && now.get(s.id)?.zoneId !== zone).map((s) => s.id);
        if (ids.length) paintZone(db, jobId, zone, ids);
      }
      return { changed: changes.length, added: cabinets.reduce((n, c) => n + c.pieces.length, 0) };
    })
    .immediate();
}
