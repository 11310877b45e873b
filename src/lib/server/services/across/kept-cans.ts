/** The cans that are kept for touch-ups, of all jobs. */
import { fold } from '$core/bench/log/fold';
import type { KeptCan } from '$core/bench/state/state';
import type { Fact } from '$core/bench/log/events';
import type { Db } from '../../db/open';
import { factsOfKinds } from '../../store/facts';
import { listSummaries } from '../../store/summaries';
import { allProducts } from '../systems/systems';

/** Facts that change a can, and those that change what counts of them. */
const KINDS = [
  'can.kept',
  'can.changed',
  'check.recorded',
  'failure.reported',
  'touch-up.closed',
  'void',
  'time.corrected',
] as const;

interface CanOfJob extends Pick<KeptCan, 'id' | 'colour' | 'batch' | 'ml' | 'place' | 'opened' | 'useBy'> {
  job: string;
  jobName: string;
  /** of the product */
  name: string;
  past: boolean;
}

/** Cans that are still there, those past their day first, then by the day they are to be used by. @param today ISO day */
export function keptCans(db: Db, today: string): CanOfJob[] {
  const jobs = new Map(listSummaries(db).map((j) => [j.id, j.name]));
  const names = new Map(allProducts(db).map((p) => [p.key, p.name]));
  const byJob = new Map<string, Fact[]>();
  for (const fact of factsOfKinds(db, 'can.kept', KINDS)) {
    const own = byJob.get(fact.job);
    if (own) own.push(fact);
    else byJob.set(fact.job, [fact]);
  }
  return [...byJob]
    .flatMap(([job, facts]) =>
      [...fold(facts).cans.values()]
        .filter((can) => can.gone === null)
        .map(({ id, colour, batch, ml, place, opened, useBy, product }) => ({
          job,
          jobName: jobs.get(job) ?? '',
          name: names.get(product) ?? product,
          past: useBy < today,
          ...{ id, colour, batch, ml, place, opened, useBy },
        })),
    )
    .sort((a, b) => (a.useBy < b.useBy ? -1 : a.useBy > b.useBy ? 1 : 0));
}
