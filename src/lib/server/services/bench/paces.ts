/** Learns how long work takes here from what was recorded. */
import { takenBackBy } from '$core/bench/log/decided';
import type { Fact } from '$core/bench/log/events';
import { isInKitchen, type Work } from '$core/bench/state/state';
import { learntPace, paceKey, paceOf, plannedPace } from '$core/bench/view/pace';
import { workedIn } from '$core/bench/view/worked';
import { tickedPace } from '$core/bench/view/ticked-pace';
import { counting, tickedWorks, ticksOf, type TickedJob } from '$core/bench/view/ticked-works';
import type { Db } from '../../db/open';
import { deletePace, listPaces, writePace } from '../../store/paces';

/** Newest works of a kind that count. */
const KEPT = 60;

/** The newest paces by kind of step. */
export function recentPaces(db: Db): Map<string, number[]> {
  const byKey = new Map<string, number[]>();
  for (const { key, ratio } of listPaces(db, KEPT)) byKey.set(key, [...(byKey.get(key) ?? []), ratio]);
  return byKey;
}

/** Factors of the figures' minutes by kind of step. */
export const learntPaces = (db: Db): Record<string, number> =>
  Object.fromEntries([...recentPaces(db)].map(([key, ratios]) => [key, learntPace(ratios)]));

/** A job's log and what it makes of its steps. */
export interface Recorded extends TickedJob {
  /** of the job */
  zone: string;
  log: readonly Fact[];
}

/** Keeps what a new fact teaches, or forgets what a fact taken back had taught. */
export function keepPace(db: Db, fact: Fact, job: Recorded): void {
  const { body } = fact;
  const { state } = job;
  switch (body.kind) {
    case 'work.finished':
      keepWork(db, fact.job, job, state.works.get(body.work));
      return;
    case 'piece.down':
    case 'piece.fitted':
      keepTicked(db, fact.job, job, new Set(body.pieces));
      return;
    case 'piece.hung':
      keepTicked(db, fact.job, job, new Set([body.piece]));
      return;
    case 'void':
    case 'contradiction.settled': {
      // A work may have lost its end, or its beginning.
      const open = [...state.works.values()].filter((w) => w.end === null);
      const settled = body.kind === 'void' ? [] : body.of;
      for (const id of [...open.map((w) => w.id), ...takenBackBy(body), ...settled]) deletePace(db, id);
      keepTicked(db, fact.job, job, null);
    }
  }
}

function keepWork(
  db: Db,
  job: string,
  { choice, route, site, zone }: Recorded,
  work: Work | undefined,
): void {
  const step = work && (isInKitchen(work) ? site : route).find((s) => s.key === work.step);
  const key = step && paceKey(step);
  const ratio = work && key && paceOf(work, step, workedIn(choice, zone));
  if (!work || !key || !ratio) return;
  const { id, worker, start, end } = work;
  writePace(db, { work: id, job, key, worker, ratio: ratio * plannedPace(choice, key), at: end ?? start });
}

/**
 * Stands under the fact that ticked the last piece.
 * @param touched only work on these pieces; all where it is null
 */
function keepTicked(db: Db, job: string, recorded: Recorded, touched: ReadonlySet<string> | null): void {
  const log = counting(recorded.log);
  for (const work of tickedWorks(recorded)) {
    if (touched && !work.pieces.some((p) => touched.has(p))) continue;
    if (!work.isWhole && touched) continue;
    const ticks = ticksOf(work, log);
    for (const { id } of ticks) deletePace(db, id);
    const ratio = work.isWhole ? tickedPace(ticks) : null;
    const last = ticks.reduce<(typeof ticks)[number] | null>((a, b) => (a && a.at > b.at ? a : b), null);
    if (ratio && last)
      writePace(db, { work: last.id, job, key: work.key, worker: last.worker, ratio, at: last.at });
  }
}
