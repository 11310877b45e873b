/** Takes an exported record of how finishes last: whole or not at all. */
import { recordFileSchema } from '$core/durability/read-record';
import { firstFault } from '$core/units/first-fault';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { clearImported, countImported, writeImported } from '../../store/durability';
import { listJobIds } from '../../store/jobs';

export interface Imported {
  /** kitchens that were taken, some of them in place of what was imported before */
  taken: number;
  /** kitchens that are jobs here: their own record counts */
  own: number;
}

/** Where a fault is, as people count. */
function placeOf(path: readonly string[]): string {
  const [, kitchen, , piece, ...rest] = path;
  if (path[0] !== 'kitchens' || kitchen === undefined) return path.join('.');
  const words = [`kitchen ${Number(kitchen) + 1}`];
  if (path[2] === 'pieces' && piece !== undefined) words.push(`piece ${Number(piece) + 1}`, ...rest);
  else words.push(...path.slice(2));
  return words.join(', ');
}

/** @param at ms since 1970 @throws Refused 422 with what is wrong and where */
export function importRecord(db: Db, input: unknown, at: number): Imported {
  const parsed = recordFileSchema.safeParse(input);
  if (!parsed.success) {
    const { message, path } = firstFault(parsed.error);
    const place = placeOf(path);
    throw new Refused(422, `${place ? `${place}: ` : ''}${message}. Nothing was imported.`, 'file', { path });
  }
  const here = new Set(listJobIds(db));
  const taken = parsed.data.kitchens.filter((k) => !here.has(k.job));
  db.transaction(() => {
    for (const { job, name, ...record } of taken) writeImported(db, job, name, record, at);
  }).immediate();
  return { taken: taken.length, own: parsed.data.kitchens.length - taken.length };
}

export const importedKitchens = (db: Db): number => countImported(db);

/** Forgets what was imported; the file it came from is needed to have it again. */
export const forgetImported = (db: Db): number => clearImported(db);
