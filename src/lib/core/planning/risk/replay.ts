/**
 * Plans carried out with other work times, films and air than were planned, by a crew that keeps to them. Docs: docs/methods/risk.md
 *
 * Each job keeps its plan: who does what, in which order at every place and on every rack. What opens a window, or is pinned, does not
 * begin before its planned minute; all else begins as soon as its people, place, rack, hours and films allow. Between jobs that share,
 * what is planned first comes first, too, and something else meanwhile only where it is over in time; but once its own planned minute has
 * come nothing waits for a job of lower rank, and nothing is begun that makes a higher one wait for more than half an hour. Nothing is
 * laid on a rack that leaves no room for what a higher one was to lay before.
 */
import { earliestRun } from '../model/calendar';
import { allowedFrom, compile, type AirWaits, type Lag, type Model } from '../model/model';
import type { Interval, Plan, Problem } from '../model/problem';

export interface ReplayJob {
  id: string;
  problem: Problem;
  /** waits of films that follow the air as it was planned with */
  waits: AirWaits;
  plan: Plan;
  /** minute at which the plan begins, counted from the first of all */
  offset: number;
  /** 0: nobody's work comes before it where both could begin */
  rank: number;
  /** jobs with the same place share its stations and racks of these names; null: its own */
  shares: { place: string; stations: readonly string[]; racks: readonly string[] } | null;
  /** people who work on other jobs too; all others are its own */
  crew: ReadonlySet<string>;
}

/** What happens otherwise in one run, by job and operation. */
export interface Fate {
  /** factor of an operation's work on a day, counted from the first of all */
  work: (job: number, operation: number, day: number) => number;
  /** minutes of doing a coat over; 0: it is as it should be */
  again: (job: number, operation: number) => number;
  /** waits of the films of a job in this run's air; null: as planned */
  lags: (job: number) => { before: Lag[][]; after: Lag[][] } | null;
}

export interface Replayed {
  /** hand-back of each job, in minutes from the first of all */
  backs: number[];
  /** windows that were missed, by job */
  missed: number[];
  /** by job: when each operation began and ended */
  start: Int32Array[];
  end: Int32Array[];
}

interface Task {
  job: number;
  op: number;
  /** indexes among all people, and among all places; −1: none */
  worker: number;
  station: number;
  planned: number;
  /** it does not begin before */
  release: number;
  open: Interval[];
  /** its holds: rack, slots, and the task that ends it or minutes after its own end */
  holds: { rack: number; slots: number; to: number | null; tail: number }[];
  /** tasks that wait until this one has begun, and those that wait for its film */
  orders: number[];
  followers: number[];
  waits: number;
  /** tasks of other jobs that are planned before it: those of the same people or place, and those that lay something on the same rack */
  rivals: number[];
  laidBefore: number[];
  isFact: boolean;
}

const DAY = 1440;
/** For less than this nobody puts off what is to be done, minutes. Our choice. */
const GRACE = 30;
const NEVER = 1 << 28;

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

export class Replay {
  readonly models: Model[];
  private readonly tasks: Task[] = [];
  private readonly first: number[] = [];
  private readonly people: number;
  private readonly capacity: number[] = [];
  private readonly slots: number[] = [];
  private readonly changes: Changes[] = [];

  /** @throws Error when a problem cannot be compiled, or its plan leaves an operation out */
  constructor(private readonly jobs: readonly ReplayJob[]) {
    const [people, stations, racks] = [numbering(), numbering(), numbering()];
    this.models = jobs.map(({ problem, waits }) => {
      const m = compile(problem, waits);
      if ('infeasible' in m) throw new Error(m.reason);
      return m;
    });
    for (const [j, job] of jobs.entries()) {
      const m = this.models[j];
      if (!m) continue;
      const { problem, plan, offset, shares, crew } = job;
      const own = (name: string): string => `${j} ${name}`;
      const worker = problem.workers.map((w) => people.of(crew.has(w.id) ? w.id : own(w.id)));
      const station = problem.stations.map((s) => {
        const at = stations.of(shares?.stations.includes(s.id) ? `${shares.place} ${s.id}` : own(s.id));
        this.capacity[at] = Math.max(this.capacity[at] ?? 0, s.capacity);
        const table: Changes = this.changes[at] ?? new Map();
        for (const c of s.changeovers)
          table.set(c.from, (table.get(c.from) ?? new Map<string | null, number>()).set(c.to, c.minutes));
        this.changes[at] = table;
        return at;
      });
      const rack = problem.racks.map((r) => {
        const at = racks.of(shares?.racks.includes(r.id) ? `${shares.place} ${r.id}` : own(r.id));
        this.slots[at] = Math.max(this.slots[at] ?? 0, r.slots);
        return at;
      });
      const at = new Map(plan.assignments.map((a) => [a.operation, a]));
      const index = new Map(problem.workers.map((w, k) => [w.id, k]));
      const first = this.tasks.length;
      this.first.push(first);
      for (const [op, o] of m.operations.entries()) {
        const a = at.get(o.id);
        const w = index.get(a?.worker ?? '');
        if (!a || w === undefined) throw new Error(`The plan does not say who does ${o.id}, or when`);
        const s = m.station[op] ?? -1;
        const opens =
          (m.after[op] ?? []).some((lag) => lag.max !== null) ||
          [...(m.backInto[op] ?? []), ...(m.before[op] ?? [])].some((lag) => lag.min < 0);
        this.tasks.push({
          ...{ job: j, op, worker: worker[w] ?? -1, station: s < 0 ? -1 : (station[s] ?? -1) },
          planned: offset + a.start,
          release: offset + (o.lockedStart ?? (opens ? a.start : 0)),
          open: (m.hours[w]?.[m.within[op] ?? 0] ?? []).map(([x, y]): Interval => [x + offset, y + offset]),
          holds: m.holds.flatMap((h) =>
            h.from !== op
              ? []
              : [
                  {
                    ...{ rack: rack[h.rack] ?? -1, slots: h.slots },
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
    return new Run(this.jobs, this.models, this.tasks, this.first, fate, {
      ...{ people: this.people, capacity: this.capacity, slots: this.slots, changes: this.changes },
    }).all();
  }
}

/** Minutes of changing a place over, by the material before and the one after. */
type Changes = Map<string | null, Map<string | null, number>>;

interface Means {
  people: number;
  capacity: readonly number[];
  slots: readonly number[];
  changes: readonly Changes[];
}

/** The next thing that could be done: an operation, or a coat that is done over. */
interface Next {
  task: number;
  again: boolean;
  start: number;
  end: number;
  /** changes at its people, place and racks when this was worked out */
  seen: number;
}

class Run {
  private readonly start: Int32Array;
  private readonly end: Int32Array;
  private readonly begun: Uint8Array;
  private readonly waits: Int32Array;
  private readonly free: Int32Array;
  /** what everyone did last; −1: nothing yet */
  private readonly did: Int32Array;
  /** ends of what is at each place, as many as it holds */
  private readonly there: number[][];
  /** what each job laid last at each place: its plan counts changeovers from that */
  private readonly material: Map<number, string | null>[];
  private readonly lying: { task: number; to: number | null; tail: number; slots: number }[][];
  private readonly changed: Int32Array;
  private readonly lags: ({ before: Lag[][]; after: Lag[][] } | null)[];
  private ready: Next[] = [];

  constructor(
    private readonly jobs: readonly ReplayJob[],
    private readonly models: readonly Model[],
    private readonly tasks: readonly Task[],
    private readonly first: readonly number[],
    private readonly fate: Fate,
    private readonly means: Means,
  ) {
    const n = tasks.length;
    [this.start, this.end, this.begun] = [new Int32Array(n), new Int32Array(n), new Uint8Array(n)];
    this.waits = Int32Array.from(tasks, (t) => t.waits);
    this.free = new Int32Array(means.people);
    this.did = new Int32Array(means.people).fill(-1);
    this.there = means.capacity.map((c) => Array<number>(c).fill(0));
    this.material = means.capacity.map(() => new Map());
    this.lying = means.slots.map(() => []);
    this.changed = new Int32Array(means.people + means.capacity.length + means.slots.length);
    this.lags = jobs.map((_, j) => fate.lags(j));
    for (const [i, t] of tasks.entries()) if (t.waits === 0) this.offer(i, false);
  }

  private offer(task: number, again: boolean): void {
    this.ready.push({ task, again, start: 0, end: 0, seen: -1 });
  }

  all(): Replayed {
    while (this.ready.length) {
      for (const next of this.ready) this.look(next);
      this.begin(this.choose());
    }
    const backs = this.jobs.map((_, j) => {
      const m = this.models[j];
      let back = 0;
      m?.finish.forEach((tail, op) => {
        if (tail >= 0) back = Math.max(back, (this.end[(this.first[j] ?? 0) + op] ?? 0) + tail);
      });
      return back;
    });
    const of = (list: Int32Array) =>
      this.jobs.map((_, j) => list.slice(this.first[j], this.first[j + 1] ?? this.tasks.length));
    return {
      backs,
      missed: this.jobs.map((_, j) => this.missedBy(j)),
      start: of(this.start),
      end: of(this.end),
    };
  }

  /** Windows of a job that were missed, by what was laid in truth. */
  private missedBy(j: number): number {
    const [m, first] = [this.models[j], this.first[j] ?? 0];
    let missed = 0;
    m?.before.forEach((lags, op) => {
      for (const { other, max } of lags)
        if (max !== null && (this.start[first + op] ?? 0) > (this.end[first + other] ?? 0) + max) missed++;
    });
    return missed;
  }

  /** How often its people, its place and its racks changed. */
  private changesOf(t: Task): number {
    const { people, capacity } = this.means;
    let sum = this.changed[t.worker] ?? 0;
    if (t.station >= 0) sum += this.changed[people + t.station] ?? 0;
    for (const h of t.holds) sum += this.changed[people + capacity.length + h.rack] ?? 0;
    return sum;
  }

  private lagsInto(t: Task): readonly Lag[] {
    return this.lags[t.job]?.before[t.op] ?? this.models[t.job]?.before[t.op] ?? [];
  }
  private lagsOutOf(t: Task): readonly Lag[] {
    return this.lags[t.job]?.after[t.op] ?? this.models[t.job]?.after[t.op] ?? [];
  }

  /** A lag on the clock of all jobs. */
  private allowed(t: Task, lag: Lag, end: number): number {
    const offset = this.jobs[t.job]?.offset ?? 0;
    return offset + allowedFrom(lag, end - offset);
  }

  /** When something could begin and end as things stand; NEVER while its rack is full of what nobody took off yet. */
  private look(next: Next): void {
    const t = this.tasks[next.task];
    if (!t) return;
    const seen = this.changesOf(t);
    if (next.seen === seen && next.start < NEVER) return;
    next.seen = seen;
    const first = this.first[t.job] ?? 0;
    const op = this.models[t.job]?.operations[t.op];
    if (!op) return;
    const last = this.tasks[this.did[t.worker] ?? -1];
    const way = last?.job === t.job ? (this.models[t.job]?.travel(last.op, t.op) ?? 0) : 0;
    let from = (this.free[t.worker] ?? 0) + way;
    if (next.again) {
      // Sanded and coated anew once its film is dry enough for the next.
      from = Math.max(from, this.end[next.task] ?? 0);
      for (const lag of this.lagsOutOf(t))
        from = Math.max(from, this.allowed(t, lag, this.end[next.task] ?? 0));
    } else {
      from = Math.max(from, t.release);
      for (const lag of this.lagsInto(t))
        from = Math.max(from, this.allowed(t, lag, this.end[first + lag.other] ?? 0));
    }
    let setup = 0;
    if (t.station >= 0) {
      from = Math.max(from, Math.min(...(this.there[t.station] ?? [0])));
      if (this.means.capacity[t.station] === 1)
        setup =
          this.means.changes[t.station]
            ?.get(this.material[t.station]?.get(t.job) ?? null)
            ?.get(op.material) ?? 0;
    }
    if (!next.again) for (const h of t.holds) from = Math.max(from, this.roomFrom(next.task, h.rack));
    if (from >= NEVER) {
      [next.start, next.end] = [NEVER, NEVER];
      return;
    }
    const day = Math.floor((earliestRun(t.open, from, 1, true)?.[0] ?? from) / DAY);
    const minutes = next.again
      ? this.fate.again(t.job, t.op)
      : op.minutes * (t.isFact ? 1 : this.fate.work(t.job, t.op, day));
    const work = Math.max(op.minutes > 0 ? 1 : 0, Math.round(minutes)) + setup;
    const run =
      earliestRun(t.open, from, work, op.pausable) ??
      // Longer than any stretch of a day: it goes on the next.
      earliestRun(t.open, from, work, true);
    // Beyond what the calendar knows it goes on day and night: late enough to count as late.
    const late = Math.max(from, (this.jobs[t.job]?.offset ?? 0) + (this.models[t.job]?.problem.horizon ?? 0));
    [next.start, next.end] = run ?? [late, late + work];
  }

  /** From when on a rack has room for all that a task lays on it. */
  private roomFrom(i: number, rack: number, kept = 0): number {
    const room = (this.means.slots[rack] ?? 0) - kept - this.slotsOf(i, rack);
    const stays = (this.lying[rack] ?? []).flatMap(({ task, to, tail, slots: taken }) =>
      // What it takes off itself is gone when it lays.
      to === i
        ? []
        : [
            {
              slots: taken,
              until:
                to === null ? (this.end[task] ?? 0) + tail : this.begun[to] ? (this.start[to] ?? 0) : NEVER,
            },
          ],
    );
    // It stays nobody knows how long: there must be room from then on.
    let taken = stays.reduce((sum, x) => sum + x.slots, 0);
    let from = 0;
    for (const x of stays.sort((a, b) => a.until - b.until)) {
      if (taken <= room) break;
      from = x.until;
      taken -= x.slots;
    }
    return from;
  }

  /** Slots of a rack that a task lays its pieces on. */
  private slotsOf(i: number, rack: number): number {
    return (this.tasks[i]?.holds ?? []).reduce((sum, h) => sum + (h.rack === rack ? h.slots : 0), 0);
  }

  private choose(): Next {
    const could = this.ready.filter((n) => n.start < NEVER);
    const sooner = (a: Next, b: Next): boolean =>
      a.start !== b.start ? a.start < b.start : this.planned(a.task) < this.planned(b.task);
    const first = (list: readonly Next[]): Next | undefined =>
      list.reduce<Next | undefined>((b, n) => (!b || sooner(n, b) ? n : b), undefined);
    // Where all wait for each other, the one that was planned first begins.
    const chosen = first(could.filter((n) => this.mayGo(n, could))) ?? first(could);
    if (chosen) return chosen;
    const [stuck] = [...this.ready].sort((a, b) => this.planned(a.task) - this.planned(b.task));
    if (!stuck) throw new Error('nothing is left to begin');
    this.force(stuck);
    return stuck;
  }

  /** Whether something may be done before what other jobs have planned before it. */
  private mayGo(c: Next, could: readonly Next[]): boolean {
    const t = this.tasks[c.task];
    if (!t || c.again) return true;
    const rank = this.rank(c.task);
    const isItsTurn = c.start >= this.planned(c.task);
    for (const rack of new Set(t.holds.map((h) => h.rack))) {
      const first = t.laidBefore.filter((k) => !this.begun[k] && (this.rank(k) < rank || !isItsTurn));
      const kept = first.reduce((sum, k) => sum + this.slotsOf(k, rack), 0);
      // There must be room for what is to be laid before it, too.
      if (kept > 0 && this.roomFrom(c.task, rack, kept) > c.start) return false;
    }
    // It makes no higher job wait that could begin meanwhile, however it was planned.
    const isInTheWay = could.some((h) => {
      const o = this.tasks[h.task];
      const share = o?.worker === t.worker || (t.station >= 0 && o?.station === t.station);
      return share && this.rank(h.task) < rank && c.end > Math.max(h.start, this.planned(h.task)) + GRACE;
    });
    if (isInTheWay) return false;
    return t.rivals.every(
      (k) =>
        this.begun[k] ||
        (rank < this.rank(k) ? isItsTurn : c.start >= this.planned(k)) ||
        c.end <= this.planned(k) ||
        could.some((n) => n.task === k),
    );
  }

  /** Begins although the rack is full: the pieces are laid elsewhere. */
  private force(next: Next): void {
    const from = Math.max(0, ...this.end, this.free[this.tasks[next.task]?.worker ?? -1] ?? 0);
    [next.start, next.end] = [from, from + Math.max(1, this.minutesOf(next))];
  }
  private minutesOf({ task }: Next): number {
    const t = this.tasks[task];
    return (t && this.models[t.job]?.operations[t.op]?.minutes) ?? 0;
  }
  private rank(task: number): number {
    return this.jobs[this.tasks[task]?.job ?? -1]?.rank ?? 0;
  }
  private planned(task: number): number {
    return this.tasks[task]?.planned ?? NEVER;
  }

  private begin(next: Next): void {
    const t = this.tasks[next.task];
    if (!t) return;
    const { people, capacity } = this.means;
    this.ready = this.ready.filter((n) => n !== next);
    const touch = (k: number): void => {
      this.changed[k] = (this.changed[k] ?? 0) + 1;
    };
    this.free[t.worker] = Math.max(this.free[t.worker] ?? 0, next.end);
    this.did[t.worker] = next.task;
    touch(t.worker);
    if (t.station >= 0) {
      const there = this.there[t.station] ?? [];
      there[there.indexOf(Math.min(...there))] = next.end;
      this.material[t.station]?.set(t.job, this.models[t.job]?.operations[t.op]?.material ?? null);
      touch(people + t.station);
    }
    this.end[next.task] = next.end;
    if (!next.again) {
      this.start[next.task] = next.start;
      this.begun[next.task] = 1;
      for (const h of t.holds) {
        this.lying[h.rack]?.push({ task: next.task, to: h.to, tail: h.tail, slots: h.slots });
        touch(people + capacity.length + h.rack);
      }
      // What it takes off makes room.
      for (let r = 0; r < this.lying.length; r++)
        if (this.lying[r]?.some((x) => x.to === next.task)) touch(people + capacity.length + r);
      for (const k of t.orders) this.release(k);
      if (this.fate.again(t.job, t.op) > 0) {
        this.offer(next.task, true);
        return;
      }
    }
    for (const k of t.followers) this.release(k);
  }

  private release(k: number): void {
    const left = (this.waits[k] ?? 0) - 1;
    this.waits[k] = left;
    if (left === 0) this.offer(k, false);
  }
}
