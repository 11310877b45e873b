/**
 * Plans carried out with other work times, films and air than were planned, by a crew that keeps to them. Docs: docs/methods/risk.md
 *
 * Each job keeps its plan: who does what, in which order at every place and on every rack. What opens a window, or is pinned, does not
 * begin before its planned minute, and nobody comes sooner on a day than planned; all else begins as soon as its people, place, rack, hours
 * and films allow. Between jobs that share,
 * what is planned first comes first, too, and something else meanwhile only where it is over in time; but once its own planned minute has
 * come nothing waits for a job of lower rank, and nothing is begun that makes a higher one wait for more than half an hour. Nothing is
 * laid on a rack that leaves no room for what a higher one was to lay before.
 */
import { betweenAll } from '../model/changeovers';
import { at, item } from '$core/units/at';
import { compile } from '../compile/compile';
import { type Model } from '../model/model';
import { firstOpen } from '../model/calendar';
import { dayOf } from '../model/fronts';
import type { Assignment, Interval, Plan } from '../model/problem';
import { NEVER } from '../model/earliest';
import { type Changes, type ReplayJob, type Task } from './replay-task';
import { Run, type Fate, type Replayed } from './run-once';

/** A number for each name, in the order in which they are first asked for. */
function numbering(): { of: (name: string) => number; readonly size: number } {
  const known = new Map<string, number>();
  return {
    of: (name) => {
      const found = known.get(name) ?? known.size;
      known.set(name, found);
      return found;
    },
    get size() {
      return known.size;
    },
  };
}

/** When the person who begins something comes that day by a plan: nobody is there sooner. Hours that go on over midnight are one day. */
function comingsOf(m: Model, { assignments }: Plan): (a: Assignment) => number {
  const index = new Map(m.problem.workers.map((w, i) => [w.id, i]));
  const key = (a: Assignment): string => {
    const open = m.hours[index.get(a.worker) ?? -1]?.[0] ?? [];
    const [from] = open[firstOpen(open, a.start)] ?? [a.start];
    return `${a.worker} ${dayOf(m.midnight, Math.min(from, a.start))}`;
  };
  const first = new Map<string, number>();
  for (const a of assignments) first.set(key(a), Math.min(first.get(key(a)) ?? Infinity, a.start));
  return (a) => first.get(key(a)) ?? a.start;
}

export class Replay {
  readonly models: Model[];
  private readonly tasks: Task[] = [];
  private readonly first: number[] = [];
  private readonly people: number;
  private readonly capacity: number[] = [];
  private readonly slots: number[] = [];
  private readonly changes: Changes[] = [];

  /** @throws Error when a problem cannot be compiled, or its plan leaves an operation out */
  constructor(jobs: readonly ReplayJob[]) {
    const [people, stations, racks] = [numbering(), numbering(), numbering()];
    this.models = jobs.map(({ problem, waits }) => compile(problem, waits));
    const shared = betweenAll(
      jobs.flatMap(({ problem, shares }) =>
        problem.stations.flatMap((s) => (shares?.stations.includes(s.id) ? s.changeovers : [])),
      ),
    );
    for (const [j, job] of jobs.entries()) {
      const m = this.models[j];
      if (!m) continue;
      const { problem, plan, offset, shares, crew } = job;
      const own = (name: string): string => `${j} ${name}`;
      const worker = problem.workers.map((w) => people.of(crew.has(w.id) ? w.id : own(w.id)));
      const station = problem.stations.map((s) => {
        const k = stations.of(shares?.stations.includes(s.id) ? `${shares.place} ${s.id}` : own(s.id));
        this.capacity[k] = Math.max(this.capacity[k] ?? 0, s.capacity);
        const table: Changes = this.changes[k] ?? new Map();
        for (const c of shares?.stations.includes(s.id) ? shared.filter((x) => x.from !== null) : [])
          table.set(c.from, (table.get(c.from) ?? new Map<string | null, number>()).set(c.to, c.minutes));
        for (const c of s.changeovers)
          table.set(c.from, (table.get(c.from) ?? new Map<string | null, number>()).set(c.to, c.minutes));
        this.changes[k] = table;
        return k;
      });
      const rack = problem.racks.map((r) => {
        const k = racks.of(shares?.racks.includes(r.id) ? `${shares.place} ${r.id}` : own(r.id));
        this.slots[k] = Math.max(this.slots[k] ?? 0, r.slots);
        return k;
      });
      const assigned = new Map(plan.assignments.map((a) => [a.operation, a]));
      const index = new Map(problem.workers.map((w, k) => [w.id, k]));
      const comes = comingsOf(m, plan);
      const first = this.tasks.length;
      this.first.push(first);
      for (const [op, o] of m.operations.entries()) {
        const a = assigned.get(o.id);
        const w = index.get(a?.worker ?? '');
        if (!a || w === undefined) throw new Error(`The plan does not say who does ${o.id}, or when`);
        const s = at(m.station, op);
        const opens =
          item(m.after, op).some((lag) => lag.max !== null) ||
          [...item(m.backInto, op), ...item(m.before, op)].some((lag) => lag.min < 0);
        this.tasks.push({
          ...{ job: j, op, operation: o, rank: job.rank, offset },
          ...{ worker: at(worker, w), station: s < 0 ? -1 : at(station, s) },
          planned: offset + a.start,
          release: offset + (o.lockedStart ?? (opens ? a.start : comes(a))),
          open: (m.hours[w]?.[at(m.within, op)] ?? []).map(([x, y]): Interval => [x + offset, y + offset]),
          holds: m.holds.flatMap((h) =>
            h.from !== op
              ? []
              : [
                  {
                    ...{ rack: at(rack, h.rack), slots: h.slots },
                    ...{ to: h.to === null ? null : first + h.to, tail: h.tail ?? 0 },
                  },
                ],
          ),
          ...{ orders: [], followers: [], waits: 0, rivals: [], laidBefore: [], isFact: index.has(o.id) },
        });
      }
      for (const [op, lags] of m.before.entries())
        for (const { other } of lags) this.await(first + other, first + op, 'followers');
    }
    this.people = people.size;
    this.keepOrder();
  }

  private await(before: number, after: number, how: 'orders' | 'followers'): void {
    const task = this.tasks[after];
    if (!task) return;
    this.tasks[before]?.[how].push(after);
    task.waits++;
  }

  /** In each job the order of the plan holds: of everyone, at each place, and on each rack. */
  private keepOrder(): void {
    const sorted = [...this.tasks.keys()].sort((a, b) => this.plannedAt(a) - this.plannedAt(b) || a - b);
    const last = new Map<string, number>();
    const chain = (key: string, task: number): void => {
      const before = last.get(key);
      if (before !== undefined) this.await(before, task, 'orders');
      last.set(key, task);
    };
    const before = new Map<string, number[]>();
    /** those of other jobs that came first at something that is shared */
    const othersAt = (what: string, i: number): number[] => {
      const list = before.get(what) ?? [];
      before.set(what, [...list, i]);
      return list.filter((k) => this.tasks[k]?.job !== this.tasks[i]?.job);
    };
    for (const i of sorted) {
      const t = this.tasks[i];
      if (!t) continue;
      t.rivals.push(...othersAt(`w ${t.worker}`, i), ...(t.station < 0 ? [] : othersAt(`s ${t.station}`, i)));
      chain(`${t.job} w ${t.worker}`, i);
      if (t.station >= 0) chain(`${t.job} s ${t.station}`, i);
      for (const rack of new Set(t.holds.map((h) => h.rack))) {
        chain(`${t.job} r ${rack}`, i);
        t.laidBefore.push(...othersAt(`r ${rack}`, i));
      }
    }
  }

  private plannedAt(i: number): number {
    return this.tasks[i]?.planned ?? NEVER;
  }

  /** Carries all plans out once. */
  run(fate: Fate): Replayed {
    const { models, tasks, first, people, capacity, slots, changes } = this;
    return new Run({ models, tasks, first, means: { people, capacity, slots, changes } }, fate).all();
  }
}
