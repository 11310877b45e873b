/** What is done at the label printer. */
import { z } from 'zod';
import type { Db } from '../../db/open';
import { labelPrinter } from '../../devices/devices';
import type { PrinterAct } from '../../ports/label-printer';
import { readInput } from '../../base/read-input';

const ACTS: readonly PrinterAct[] = ['new-tape', 'clear-jam'];
const actSchema = z.enum(
  [...ACTS, ...labelPrinter.trials.map((t) => t.key)],
  'The printer knows no such act.',
);

/** Puts a fault of the printer right, or tries one of a simulated printer. @throws Refused 422 for anything else */
export function attendPrinter(db: Db, act: unknown): string {
  const known = readInput(actSchema, act, 'Choose what to do at the printer.');
  const right = ACTS.find((a) => a === known);
  if (right) labelPrinter.attend(db, right);
  else labelPrinter.trials.find((t) => t.key === known)?.run(db);
  return known;
}
