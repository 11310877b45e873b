/** Learns how long work takes here from what was recorded. */
import { takenBackBy } from '$core/bench/state/decided';
import type { Fact } from '$core/bench/state/events';
import type { JobState } from '$core/bench/state/state';
import { learntPace, paceKey, paceOf } from '$core/bench/view/pace';
import type { Step } from '$core/coating/route';
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

/** Keeps what a new fact teaches, or forgets what a fact taken back had taught. */
export function keepPace(db: Db, fact: Fact, state: JobState, route: readonly Step[]): void {
  if (fact.body.kind === 'void' || fact.body.kind === 'contradiction.settled') {
    // A work may have lost its end, or its beginning.
    const begun = [...state.works.values()].flatMap((w) => (w.end === null ? [w.id] : []));
    for (const id of [
      ...begun,
      ...takenBackBy(fact.body),
      ...(fact.body.kind === 'void' ? [] : fact.body.of),
    ])
      deletePace(db, id);
    return;
  }
  if (fact.body.kind !== 'work.finished') return;
  const work = state.works.get(fact.body.work);
  const step = work && route.find((s) => s.key === work.step);
  const ratio = work && step && paceOf(work, step);
  if (work && step && ratio)
    writePace(db, {
      work: work.id,
      job: fact.job,
      key: paceKey(step),
      worker: work.worker,
      ratio,
      at: fact.at,
    });
}
