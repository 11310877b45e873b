/** How full the rack is over time: what was laid on it, what lies there now, and what a plan lays there. */
import { readId } from '../planning/model/operation-id';
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import type { Step } from '../coating/route';
import { pieceState, type JobState } from '../bench/state/state';
import type { Lot } from '../planning/job/lots';
import { ownRack, type TimedPlan } from './neighbours';

export interface RackStep {
  /** ms since 1970 */
  at: number;
  /** slots in use from then on */
  level: number;
}

interface Stay {
  from: number;
  to: number;
  slots: number;
}

/** What a lot took before a moment: from its first coat until it was hung. */
function stayBefore(lot: Lot, state: JobState, route: readonly Step[], at: number): Stay[] {
  const coats = new Set(route.flatMap((s) => (s.kind === 'coat' ? [s.key] : [])));
  const starts = [...state.works.values()].flatMap((w) =>
    w.lot === lot.id && coats.has(w.step) && w.start < at ? [w.start] : [],
  );
  const hung = lot.pieces.map((p) => pieceState(state, p).hungAt ?? Infinity);
  const to = Math.min(at, Math.max(...hung));
  const from = Math.min(...starts);
  return from < to ? [{ from, to, slots: lot.pieces.length }] : [];
}

/** What other jobs lay on the rack, as a plan knew it. */
function staysOfOthers({ t0, problem, result }: TimedPlan): Stay[] {
  if (!isPlan(result)) return [];
  const start = new Map(result.assignments.map((a) => [a.operation, a.start]));
  return problem.holds.flatMap((h) => {
    if (readId(h.from).is !== 'other rack') return [];
    const from = t0 + (start.get(h.from) ?? 0) * MINUTE;
    return [{ from, to: from + (h.tail ?? 0) * MINUTE, slots: h.slots }];
  });
}

/**
 * @param plan as it is; null: only what was done is known
 * @param end of the time that is shown: what has no end lies there until then, ms since 1970
 * @returns the changes in order; before the first nothing lies there
 */
export function rackUse(
  { lots, state, route }: { lots: readonly Lot[]; state: JobState; route: readonly Step[] },
  plan: TimedPlan | null,
  end: number,
): RackStep[] {
  const known = plan && isPlan(plan.result) ? plan : null;
  const now = known?.t0 ?? end;
  const stays = [
    ...lots.flatMap((lot) => stayBefore(lot, state, route, now)),
    ...(known ? [...ownRack(known), ...staysOfOthers(known)] : []),
  ];
  const changes = new Map<number, number>();
  for (const { from, to, slots } of stays) {
    changes.set(from, (changes.get(from) ?? 0) + slots);
    changes.set(to, (changes.get(to) ?? 0) - slots);
  }
  let level = 0;
  return [...changes].sort(([a], [b]) => a - b).map(([at, change]) => ({ at, level: (level += change) }));
}
