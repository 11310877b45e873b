/** A plan as its auditor reads it: from the problem and the plan alone, counting minutes one open interval at a time. */
import type { Assignment, Operation, Plan, Problem } from '../model/problem';

type Span = readonly [number, number];

/** An operation and when it is done. */
export interface Visit {
  o: Operation;
  a: Assignment;
}

export interface Audited {
  problem: Problem;
  plan: Plan;
  operation: ReadonlyMap<string, Operation>;
  done: ReadonlyMap<string, Assignment>;
  /** the faults of every operation that is planned */
  each: (faults: (visit: Visit) => string[]) => string[];
  /** operations at a station in turn */
  visitsOf: (station: string | null) => readonly Visit[];
  /** open hours of whoever does an operation, at its place */
  hoursAt: (o: Operation, worker: string) => readonly Span[];
  /** minutes of changing over before it */
  changeover: (a: Assignment) => number;
  inTurn: (x: Assignment, y: Assignment) => number;
  openMinutes: (hours: readonly Span[], from: number, to: number) => number;
  isOpen: (hours: readonly Span[], minute: number) => boolean;
}

const openMinutes: Audited['openMinutes'] = (hours, from, to) =>
  hours.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0);

const isOpen: Audited['isOpen'] = (hours, minute) => hours.some(([a, b]) => a <= minute && minute < b);

/** Work of no minutes comes before what starts at the same moment. */
const inTurn: Audited['inTurn'] = (x, y) => x.start - y.start || x.end - y.end;

/**
 * Puts work of no minutes that is at one moment in an order that suits the station, where there is one.
 * @param visits operations at a station in turn
 * @param suits whether one may come right after another, or first
 */
function untied(visits: Visit[], suits: (last: Visit | undefined, next: Visit) => boolean): Visit[] {
  const found: Visit[] = [];
  const after = (rest: Visit[]): boolean => {
    const [head] = rest;
    if (!head) return true;
    const first = head.a.start === head.a.end ? rest.filter((v) => inTurn(v.a, head.a) === 0) : [head];
    return first.some((next) => {
      if (!suits(found.at(-1), next)) return false;
      found.push(next);
      if (after(rest.filter((v) => v !== next))) return true;
      found.pop();
      return false;
    });
  };
  return after(visits) ? found : visits;
}

/** The open hours of people at places. */
function hoursIn(problem: Problem): Audited['hoursAt'] {
  const known = new Map<string, readonly Span[]>();
  const openOf = (calendar: string | undefined): readonly Span[] =>
    problem.calendars.find((c) => c.id === calendar)?.open ?? [];
  const within = (own: readonly Span[], calendar: string | null | undefined): readonly Span[] =>
    calendar
      ? own.flatMap(([a, b]) =>
          openOf(calendar).flatMap(([c, d]): Span[] =>
            Math.max(a, c) < Math.min(b, d) ? [[Math.max(a, c), Math.min(b, d)]] : [],
          ),
        )
      : own;
  return (o, worker) => {
    const station = problem.stations.find((s) => s.id === o.station);
    const calendars = [station?.calendar, o.calendar];
    const key = JSON.stringify([worker, calendars]);
    const own = problem.workers.find((w) => w.id === worker)?.calendar;
    const hours = known.get(key) ?? calendars.reduce(within, openOf(own));
    known.set(key, hours);
    return hours;
  };
}

/** @param plan one whose operations are known and planned once at most */
export function audited(problem: Problem, plan: Plan): Audited {
  const operation = new Map(problem.operations.map((o) => [o.id, o]));
  const done = new Map(plan.assignments.map((a) => [a.operation, a]));
  const all = problem.operations.flatMap((o): Visit[] => {
    const a = done.get(o.id);
    return a ? [{ o, a }] : [];
  });
  const hoursAt = hoursIn(problem);
  const visits = new Map<string | null, Visit[]>();
  const before = new Map<Assignment, number>();
  for (const { id, changeovers } of problem.stations) {
    const minutes = (last: Visit | undefined, { o }: Visit): number =>
      changeovers.find((c) => c.from === (last?.o.material ?? null) && c.to === o.material)?.minutes ?? 0;
    const spent = ({ o, a }: Visit): number => openMinutes(hoursAt(o, a.worker), a.start, a.end) - o.minutes;
    const sorted = all.filter(({ o }) => o.station === id).sort((x, y) => inTurn(x.a, y.a));
    const own = untied(sorted, (last, next) => minutes(last, next) === spent(next));
    visits.set(id, own);
    for (const [k, visit] of own.entries()) before.set(visit.a, minutes(own[k - 1], visit));
  }
  return {
    ...{ problem, plan, operation, done, hoursAt, inTurn, openMinutes, isOpen },
    each: (faults) => all.flatMap(faults),
    visitsOf: (station) => visits.get(station) ?? [],
    changeover: (a) => before.get(a) ?? 0,
  };
}
