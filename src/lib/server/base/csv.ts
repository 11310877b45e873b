/** Tables as comma-separated text. */
import { CsvError, parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { Refused } from './refused';

const MAX_TEXT = 2_000_000;
const MAX_ROWS = 2000;
const MAX_COLUMNS = 60;

/** The separator of a heading: a comma, a semicolon or a tab, whichever is there most. */
function separatorOf(text: string): string {
  const heading = text.split('\n', 1)[0] ?? '';
  const count = (sign: string): number => heading.split(sign).length;
  return [',', ';', '\t'].reduce((best, sign) => (count(sign) > count(best) ? sign : best), ',');
}

/** Reads a table, heading first. @throws Refused 422 with the line that cannot be read */
export function readCsv(text: string): string[][] {
  if (text.length > MAX_TEXT) throw new Refused(422, 'The table is larger than 2 MB. Split it.', 'csv');
  let rows: string[][];
  try {
    rows = parse(text, {
      bom: true,
      delimiter: separatorOf(text),
      relax_column_count: true,
      skip_empty_lines: true,
      to: MAX_ROWS + 2,
    });
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    const line = Number(error.lines ?? 0);
    throw new Refused(
      422,
      `Line ${line || '?'} cannot be read: a quotation mark is opened and not closed, or stands inside a cell. Mend it and try again.`,
      'csv',
    );
  }
  if (rows.length < 2) throw new Refused(422, 'The table needs a heading and at least one row.', 'csv');
  if (rows.length > MAX_ROWS + 1)
    throw new Refused(422, `The table has more than ${MAX_ROWS} rows. Split it.`, 'csv');
  if ((rows[0]?.length ?? 0) > MAX_COLUMNS)
    throw new Refused(422, `The table has more than ${MAX_COLUMNS} columns.`, 'csv');
  return rows;
}

/** Writes a table. Cells that a spreadsheet would take for a formula get a quotation mark in front. */
export const writeCsv = (rows: readonly (readonly string[])[]): string =>
  stringify(rows as string[][], { escape_formulas: true, bom: true });
