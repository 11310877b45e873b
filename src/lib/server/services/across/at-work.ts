/** Work that one person has under way, in all kitchens: nobody is at two works at once unless they say so. */
import type { Db } from '../../db/open';
import { eachJob } from '../job/each-job';
import { openJob } from '../job/open-job';
import { openJobs } from './today';

export interface UnderWayWork {
  job: string;
  /** of the job */
  name: string;
  /** id of the fact that began it */
  work: string;
  act: string;
  /** name of the lot; empty for the fixed work */
  lot: string;
  /** ms since 1970 */
  since: number;
}

/** @returns what a person has a hand in now, the latest first */
export function atWork(db: Db, worker: string): UnderWayWork[] {
  const { read } = eachJob(db, openJobs(db), (id) => {
    const { job, state, route, site, lots } = openJob(db, id);
    const own = { job: job.id, name: job.name };
    const pieces = [...state.works.values()].flatMap((w): UnderWayWork[] => {
      const hand = w.end === null ? w.hands.find((h) => h.worker === worker && h.to === null) : undefined;
      if (!hand) return [];
      const act = route.find((s) => s.key === w.step)?.act ?? 'Work';
      const lot = lots.find((l) => l.id === w.lot)?.name ?? '';
      return [{ ...own, work: w.id, act, lot, since: hand.from }];
    });
    const kitchen = [...state.siteWorks.values()].flatMap((w): UnderWayWork[] =>
      w.end === null && w.worker === worker
        ? [
            {
              ...own,
              work: w.id,
              act: site.find((s) => s.key === w.step)?.act ?? 'Work',
              lot: '',
              since: w.start,
            },
          ]
        : [],
    );
    return [...pieces, ...kitchen];
  });
  return read.flat().sort((a, b) => b.since - a.since);
}
