/**
 * The critical chain of a plan: from the hand-back backwards, what every operation waited for. Shortening anything else
 * brings nothing.
 */
import { intersect } from '../model/calendar';
import type { Assignment, Interval, Plan, Problem } from '../model/problem';

/** What an operation waited for, so that it could not begin sooner. */
export type Because =
  | { kind: 'film'; operation: string; minutes: number }
  | { kind: 'sequence'; operation: string }
  | { kind: 'person'; operation: string; worker: string }
  | { kind: 'place'; operation: string; station: string }
  | { kind: 'rack'; operation: string; rack: string }
  | { kind: 'hours'; minutes: number }
  | { kind: 'window'; operation: string }
  | { kind: 'pin' }
  | { kind: 'start' };

export interface ChainLink {
  operation: string;
  /** minutes from the start of the horizon */
  start: number;
  end: number;
  worker: string;
  because: Because;
}

const openBetween = (open: readonly Interval[], from: number, to: number): number =>
  open.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0);

/**
 * @param problem the problem with constant waits
 * @param plan a right plan of it
 * @returns the chain, the first operation first
 */
export function criticalChain(problem: Problem, plan: Plan): ChainLink[] {
  const at = new Map(plan.assignments.map((a) => [a.operation, a]));
  const op = new Map(problem.operations.map((o) => [o.id, o]));
  const calendar = new Map(problem.calendars.map((c) => [c.id, c.open]));
  const hoursOf = (a: Assignment): readonly Interval[] => {
    const worker = problem.workers.find((w) => w.id === a.worker);
    const station = problem.stations.find((s) => s.id === op.get(a.operation)?.station);
    return [station?.calendar, op.get(a.operation)?.calendar].reduce(
      (own, name) => (name == null ? own : intersect(own, calendar.get(name) ?? [])),
      calendar.get(worker?.calendar ?? '') ?? [],
    );
  };

  /** What held an operation back, and until which minute. */
  const holders = (a: Assignment): { until: number; because: Because }[] => {
    const found: { until: number; because: Because }[] = [];
    for (const l of problem.links) {
      const before = l.to === a.operation ? at.get(l.from) : undefined;
      if (!before) continue;
      found.push({
        until: before.end + l.minLag,
        because:
          l.minLag > 0
            ? { kind: 'film', operation: l.from, minutes: l.minLag }
            : { kind: 'sequence', operation: l.from },
      });
    }
    for (const b of plan.assignments) {
      if (b.operation === a.operation || b.start >= a.start) continue;
      if (b.worker === a.worker)
        found.push({ until: b.end, because: { kind: 'person', operation: b.operation, worker: b.worker } });
      const station = op.get(a.operation)?.station ?? null;
      if (station !== null && op.get(b.operation)?.station === station)
        found.push({ until: b.end, because: { kind: 'place', operation: b.operation, station } });
    }
    for (const own of problem.holds.filter((h) => h.from === a.operation)) {
      for (const other of problem.holds) {
        if (other.rack !== own.rack || other.from === own.from) continue;
        const begun = at.get(other.from);
        const closes =
          other.to === null ? (begun ? begun.end + (other.tail ?? 0) : undefined) : at.get(other.to)?.start;
        if (!begun || closes === undefined || begun.start >= a.start || closes > a.start) continue;
        found.push({
          until: closes,
          because: { kind: 'rack', operation: other.to ?? other.from, rack: own.rack },
        });
      }
    }
    return found;
  };

  /** What must follow within a window of this operation, and held it back. */
  const windowOf = (a: Assignment): Because | null => {
    const tight = problem.links.find((l) => {
      const next = l.from === a.operation && l.maxLag !== null ? at.get(l.to) : undefined;
      return next !== undefined && l.maxLag !== null && next.start - a.end >= l.maxLag - 1;
    });
    return tight ? { kind: 'window', operation: tight.to } : null;
  };

  const last = problem.finish
    .map((f) => ({ a: at.get(f.operation), tail: f.tail }))
    .sort((x, y) => (y.a?.end ?? 0) + y.tail - (x.a?.end ?? 0) - x.tail)[0]?.a;
  const chain: ChainLink[] = [];
  const seen = new Set<string>();
  let next = last;
  while (next && !seen.has(next.operation)) {
    const a: Assignment = next;
    seen.add(a.operation);
    const held = holders(a)
      .filter((h) => h.until <= a.start)
      .sort((x, y) => y.until - x.until);
    const latest = held[0];
    const open = hoursOf(a);
    // The moment it might have begun; between that and its start it is closed, or another rule held it.
    const since = latest?.until ?? 0;
    let because: Because;
    if (op.get(a.operation)?.lockedStart != null) because = { kind: 'pin' };
    else if (!latest && a.start === 0) because = { kind: 'start' };
    else if (openBetween(open, since, a.start) === 0)
      because = latest ? latest.because : { kind: 'hours', minutes: a.start };
    else {
      // It would have fitted sooner, were it not too long for what was left of the hours or held by a window.
      because = windowOf(a) ?? latest?.because ?? { kind: 'hours', minutes: a.start - since };
    }
    chain.push({ operation: a.operation, start: a.start, end: a.end, worker: a.worker, because });
    next = 'operation' in because && because.kind !== 'window' ? at.get(because.operation) : undefined;
  }
  return chain.reverse();
}
