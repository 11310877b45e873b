/** A recall: what was coated from a can, on a day, or against a rule, over all jobs. */
import { recall, type RecallBy, type RecalledKitchen } from '$core/durability/recall';
import { readRecords } from '$core/durability/stored-record';
import type { Db } from '../../db/open';
import { importedNames, listRecords } from '../../store/durability';
import { listSummaries } from '../../store/summaries';

export interface Recall {
  /** what was asked for, in words; empty where nothing was */
  of: string;
  /** `here`: it is a job of this database */
  kitchens: (RecalledKitchen & { name: string; place: string; here: boolean })[];
  /** cans and cups that there are, those of the most kitchens first */
  batches: string[];
}

export function recallOf(db: Db, params: URLSearchParams): Recall {
  const records = readRecords(listRecords(db));
  const jobs = new Map(listSummaries(db).map((s) => [s.id, s]));
  const imported = importedNames(db);
  const counts = new Map<string, number>();
  for (const r of records)
    for (const b of new Set(r.pieces.flatMap((p) => p.batches))) counts.set(b, (counts.get(b) ?? 0) + 1);
  const batches = [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([b]) => b);
  const [batch, day] = [params.get('batch') ?? '', params.get('day') ?? ''];
  const by: RecallBy | null = batch
    ? { batch }
    : day
      ? { day }
      : params.get('rule')
        ? { overruled: true }
        : null;
  return {
    of: batch || (day && `coated on ${day}`) || (by ? 'a rule of the bench overruled' : ''),
    batches,
    kitchens: (by ? recall(records, by) : []).map((k) => ({
      ...k,
      name: jobs.get(k.job)?.name ?? (imported.get(k.job) || 'an imported kitchen'),
      here: jobs.has(k.job),
      place: jobs.get(k.job)?.place ?? '',
    })),
  };
}
