/** What jobs want next once what waits on this device is counted, too: for pages of all jobs. */
import { openBench } from '$core/bench/view/bench-job';
import { nextActs } from '$core/bench/view/next-acts';
import type { TodayJob } from '$server/services/across/today';
import { readKept } from './kept';
import { keptField } from './field';
import { deviceStore } from './store';

/** So many of a job are shown, as the server does. */
const SHOWN = 4;

/** @returns the next acts by job, of jobs of which something waits here and whose data is kept */
export async function waitingActs(
  now: number,
): Promise<Map<string, { waits: number; acts: TodayJob['acts'] }>> {
  const db = await deviceStore();
  const kept = (await db.getAllFromIndex('facts', 'state', 'waiting')).flatMap((k) => readKept(k) ?? []);
  const out = new Map<string, { waits: number; acts: TodayJob['acts'] }>();
  for (const job of new Set(kept.map((k) => k.job))) {
    const field = await keptField(job);
    if (!field) continue;
    const own = kept.filter((k) => k.job === job).map((k) => k.fact);
    const bench = openBench(field.field.pack, own);
    const { pack } = bench;
    const people = new Map(pack.people.map((p) => [p.id, p.name]));
    const list = nextActs({ ...bench, zones: pack.zones }, now, new Map(pack.planned), pack.job.zone);
    out.set(job, {
      waits: own.length,
      acts: list
        .slice(0, SHOWN)
        .map(({ worker, ...act }) => ({ ...act, who: people.get(worker ?? '') ?? '' })),
    });
  }
  return out;
}
