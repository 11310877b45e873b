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
    const acts = new Map([...route, ...site].map((s) => [s.key, s.act]));
    return [...state.works.values()].flatMap((w): UnderWayWork[] => {
      const hand = w.end === null ? w.hands.find((h) => h.worker === worker && h.to === null) : undefined;
      if (!hand) return [];
      const lot = lots.find((l) => l.id === w.lot)?.name ?? '';
      return [
        { job: job.id, name: job.name, work: w.id, act: acts.get(w.step) ?? 'Work', lot, since: hand.from },
      ];
    });
  });
  return read.flat().sort((a, b) => b.since - a.since);
}
