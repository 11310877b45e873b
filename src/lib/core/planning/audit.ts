/**
 * The auditor: checks a plan against every rule of docs/methods/plan.md and names each fault. It shares no code with
 * the planner; it counts minutes one open interval at a time.
 */
import type { Assignment, Operation, Plan, Problem } from './model/problem';

type Span = readonly [number, number];

const openMinutes = (hours: readonly Span[], from: number, to: number): number =>
  hours.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0);

/** Work of no minutes comes before what starts at the same moment. */
const inTurn = (x: Assignment, y: Assignment): number => x.start - y.start || x.end - y.end;

interface Visit {
  o: Operation;
  a: Assignment;
}

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

const isOpen = (hours: readonly Span[], minute: number): boolean =>
  hours.some(([a, b]) => a <= minute && minute < b);

/**
 * @param problem the problem
 * @param plan the plan to check; its lower bound is only checked against its makespan
 * @returns the faults in words, empty for a right plan
 */
export function audit(problem: Problem, plan: Plan): string[] {
  const faults: string[] = [];
  const operation = new Map(problem.operations.map((o) => [o.id, o]));
  const done = new Map<string, Plan['assignments'][number]>();
  for (const a of plan.assignments) {
    if (done.has(a.operation)) faults.push(`${a.operation} is planned twice`);
    if (!operation.has(a.operation)) faults.push(`${a.operation} is not in the problem`);
    done.set(a.operation, a);
  }
  const known = new Map<string, Span[]>();
  const hoursOf = (worker: string | undefined, ...more: (string | null | undefined)[]): Span[] => {
    const key = JSON.stringify([worker, more]);
    const hours = known.get(key) ?? more.reduce(hoursBetween, openOf(worker));
    known.set(key, hours);
    return hours;
  };
  const openOf = (calendar: string | undefined): Span[] =>
    problem.calendars.find((c) => c.id === calendar)?.open ?? [];
  const hoursBetween = (own: Span[], calendar: string | null | undefined): Span[] => {
    if (!calendar) return own;
    return own.flatMap(([a, b]) =>
      openOf(calendar).flatMap(([c, d]): Span[] =>
        Math.max(a, c) < Math.min(b, d) ? [[Math.max(a, c), Math.min(b, d)]] : [],
      ),
    );
  };

  const hoursAt = (o: Operation, by: string): Span[] => {
    const station = problem.stations.find((s) => s.id === o.station);
    return hoursOf(problem.workers.find((w) => w.id === by)?.calendar, station?.calendar, o.calendar);
  };

  /** operations at each station by their start */
  const visitsOf = new Map<string, Visit[]>();
  for (const station of problem.stations) {
    const changeover = (last: Visit | undefined, { o }: Visit): number =>
      station.changeovers.find((c) => c.from === (last?.o.material ?? null) && c.to === o.material)
        ?.minutes ?? 0;
    const spent = ({ o, a }: Visit): number => openMinutes(hoursAt(o, a.worker), a.start, a.end) - o.minutes;
    const sorted = problem.operations
      .filter((o) => o.station === station.id)
      .flatMap((o) => {
        const a = done.get(o.id);
        return a ? [{ o, a }] : [];
      })
      .sort((x, y) => inTurn(x.a, y.a));
    const visits = untied(sorted, (last, next) => changeover(last, next) === spent(next));
    visitsOf.set(station.id, visits);
    for (const { o, a } of visits) {
      // Work of no minutes is in the way only in the middle of other work.
      const together =
        a.start === a.end
          ? visits.filter((v) => v.a.start < a.start && a.start < v.a.end).length + 1
          : visits.filter((v) => v.a.start <= a.start && a.start < v.a.end).length;
      if (together > station.capacity)
        faults.push(
          `${station.id} holds ${together} operations when ${o.id} starts, its capacity is ${station.capacity}`,
        );
    }
  }
  for (const worker of problem.workers) {
    const tasks = plan.assignments.filter((a) => a.worker === worker.id).sort(inTurn);
    tasks.forEach((a, i) => {
      const next = tasks[i + 1];
      if (next && next.start < a.end)
        faults.push(`${worker.id} does ${a.operation} and ${next.operation} at the same time`);
      const at = (id: string) => operation.get(id)?.station ?? null;
      const way =
        next && problem.travel?.find((t) => t.from === at(a.operation) && t.to === at(next.operation));
      if (next && way && next.start < a.end + way.minutes)
        faults.push(
          `${worker.id} has ${next.start - a.end} min from ${a.operation} to ${next.operation}, the way takes ${way.minutes}`,
        );
    });
  }

  for (const o of problem.operations) {
    const a = done.get(o.id);
    if (!a) {
      faults.push(`${o.id} is not planned`);
      continue;
    }
    const worker = problem.workers.find((w) => w.id === a.worker);
    if (!worker?.skills.includes(o.skill))
      faults.push(`${o.id} is given to ${a.worker}, who lacks the skill ${o.skill}`);
    const station = problem.stations.find((s) => s.id === o.station);
    const hours = hoursAt(o, a.worker);
    const visits = visitsOf.get(o.station ?? '') ?? [];
    const previous = visits[visits.findIndex((v) => v.a === a) - 1]?.o;
    const change = station?.changeovers.find(
      (c) => c.from === (previous?.material ?? null) && c.to === o.material,
    );
    const due = o.minutes + (change?.minutes ?? 0);
    if (a.end > problem.horizon) faults.push(`${o.id} ends at ${a.end}, after the horizon`);
    if (due === 0 && !isOpen(hours, a.start) && !isOpen(hours, a.start - 1))
      faults.push(`${o.id} is at ${a.start}, outside open hours`);
    if (due > 0) {
      if (!isOpen(hours, a.start)) faults.push(`${o.id} starts at ${a.start}, outside open hours`);
      if (!isOpen(hours, a.end - 1)) faults.push(`${o.id} ends at ${a.end}, outside open hours`);
    }
    const worked = openMinutes(hours, a.start, a.end);
    if (worked !== due) faults.push(`${o.id} has ${worked} open minutes, ${due} are due`);
    if (!o.pausable && worked !== a.end - a.start) faults.push(`${o.id} is interrupted and may not pause`);
    if (o.lockedStart !== null && a.start !== o.lockedStart)
      faults.push(`${o.id} starts at ${a.start}, it is pinned to ${o.lockedStart}`);
  }

  for (const link of problem.links) {
    const [from, to] = [done.get(link.from), done.get(link.to)];
    if (!from || !to) continue;
    const lag = to.start - from.end;
    if (lag < link.minLag)
      faults.push(`${link.to} starts ${lag} min after ${link.from}, at least ${link.minLag} are due`);
    if (link.maxLag !== null && lag > link.maxLag)
      faults.push(`${link.to} starts ${lag} min after ${link.from}, at most ${link.maxLag} are allowed`);
  }

  for (const rack of problem.racks) {
    const taken = problem.holds
      .filter((h) => h.rack === rack.id)
      .flatMap((h) => {
        const from = done.get(h.from);
        const to = h.to === null ? (from ? from.end + (h.tail ?? 0) : undefined) : done.get(h.to)?.start;
        return from && to !== undefined ? [{ from: from.start, to, slots: h.slots }] : [];
      });
    for (const at of new Set(taken.map((t) => t.from))) {
      const used = taken.reduce((sum, t) => sum + (t.from <= at && at < t.to ? t.slots : 0), 0);
      if (used > rack.slots)
        faults.push(`${rack.id} holds ${used} pieces at ${at}, it has ${rack.slots} slots`);
    }
  }

  const last = Math.max(...problem.finish.map((f) => (done.get(f.operation)?.end ?? 0) + f.tail));
  if (plan.makespan !== last) faults.push(`The makespan is given as ${plan.makespan}, it is ${last}`);
  if (plan.lowerBound > plan.makespan)
    faults.push(`The lower bound ${plan.lowerBound} is above the makespan ${plan.makespan}`);
  return faults;
}
