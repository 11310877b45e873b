/** One run of plans that are carried out together: what begins next, and when. The rules of the crew stand with the replay. */
import { DAY_MINUTES } from '$core/units/durations';
import { at, cell, item } from '$core/units/at';
import { earliestRun } from '../model/calendar';
import { afterLinks, firstAllowed, NEVER, placeFrom, roomFrom, type Stay } from '../model/earliest';
import type { Lag } from '../model/model';
import { type Setting, type Task } from './replay-task';

/** For less than this nobody puts off what is to be done, minutes. Our choice. */
const GRACE = 30;

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

/** The next thing that could be done: an operation, or a coat that is done over. */
interface Next {
  task: number;
  again: boolean;
  start: number;
  end: number;
  /** changes at its people, place and racks when this was worked out */
  seen: number;
}

export class Run {
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
    private readonly setting: Setting,
    private readonly fate: Fate,
  ) {
    const { tasks, means, models } = setting;
    const n = tasks.length;
    [this.start, this.end, this.begun] = [new Int32Array(n), new Int32Array(n), new Uint8Array(n)];
    this.waits = Int32Array.from(tasks, (t) => t.waits);
    this.free = new Int32Array(means.people);
    this.did = new Int32Array(means.people).fill(-1);
    this.there = means.capacity.map((c) => Array<number>(c).fill(0));
    this.material = means.capacity.map(() => new Map());
    this.lying = means.slots.map(() => []);
    this.changed = new Int32Array(means.people + means.capacity.length + means.slots.length);
    this.lags = models.map((_, j) => fate.lags(j));
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
    const backs = this.setting.models.map((m, j) => {
      let back = 0;
      m.finish.forEach((tail, op) => {
        if (tail >= 0) back = Math.max(back, cell(this.end, at(this.setting.first, j) + op) + tail);
      });
      return back;
    });
    const of = (list: Int32Array) =>
      this.setting.models.map((_, j) =>
        list.slice(this.setting.first[j], this.setting.first[j + 1] ?? this.setting.tasks.length),
      );
    return {
      backs,
      missed: this.setting.models.map((_, j) => this.missedBy(j)),
      start: of(this.start),
      end: of(this.end),
    };
  }

  /** Windows of a job that were missed, by what was laid in truth. */
  private missedBy(j: number): number {
    const [m, first] = [this.setting.models[j], at(this.setting.first, j)];
    let missed = 0;
    m?.before.forEach((lags, op) => {
      for (const { other, max } of lags)
        if (max !== null && cell(this.start, first + op) > cell(this.end, first + other) + max) missed++;
    });
    return missed;
  }

  /** How often its people, its place and its racks changed. */
  private changesOf(t: Task): number {
    const { people, capacity } = this.setting.means;
    let sum = cell(this.changed, t.worker);
    if (t.station >= 0) sum += cell(this.changed, people + t.station);
    for (const h of t.holds) sum += cell(this.changed, people + capacity.length + h.rack);
    return sum;
  }

  private lagsInto(t: Task): readonly Lag[] {
    return this.lags[t.job]?.before[t.op] ?? this.setting.models[t.job]?.before[t.op] ?? [];
  }
  private lagsOutOf(t: Task): readonly Lag[] {
    return this.lags[t.job]?.after[t.op] ?? this.setting.models[t.job]?.after[t.op] ?? [];
  }

  /** When something could begin and end as things stand; NEVER while its rack is full of what nobody took off yet. */
  private look(next: Next): void {
    const t = this.setting.tasks[next.task];
    if (!t) return;
    const seen = this.changesOf(t);
    if (next.seen === seen && next.start < NEVER) return;
    next.seen = seen;
    const first = at(this.setting.first, t.job);
    const op = t.operation;
    const last = this.setting.tasks[cell(this.did, t.worker)];
    const way = last?.job === t.job ? (this.setting.models[t.job]?.travel(last.op, t.op) ?? 0) : 0;
    let from = cell(this.free, t.worker) + way;
    if (next.again) {
      // Sanded and coated anew once its film is dry enough for the next.
      const ended = cell(this.end, next.task) - t.offset;
      from = Math.max(from, t.offset + firstAllowed(this.lagsOutOf(t), ended));
    } else {
      from = Math.max(from, t.release);
      const endOf = (k: number): number => cell(this.end, first + k) - t.offset;
      from = t.offset + afterLinks(this.lagsInto(t), endOf, from - t.offset);
    }
    let setup = 0;
    if (t.station >= 0) {
      from = Math.max(
        from,
        placeFrom(item(this.there, t.station), at(this.setting.means.capacity, t.station)),
      );
      if (this.setting.means.capacity[t.station] === 1)
        setup =
          this.setting.means.changes[t.station]
            ?.get(this.material[t.station]?.get(t.job) ?? null)
            ?.get(op.material) ?? 0;
    }
    if (!next.again) for (const h of t.holds) from = Math.max(from, this.roomFrom(next.task, h.rack));
    if (from >= NEVER) {
      [next.start, next.end] = [NEVER, NEVER];
      return;
    }
    const day = Math.floor((earliestRun(t.open, from, 1, true)?.[0] ?? from) / DAY_MINUTES);
    const minutes = next.again
      ? this.fate.again(t.job, t.op)
      : op.minutes * (t.isFact ? 1 : this.fate.work(t.job, t.op, day));
    const work = Math.max(op.minutes > 0 ? 1 : 0, Math.round(minutes)) + setup;
    const run =
      earliestRun(t.open, from, work, op.pausable) ??
      // Longer than any stretch of a day: it goes on the next.
      earliestRun(t.open, from, work, true);
    // Beyond what the calendar knows it goes on day and night: late enough to count as late.
    const late = Math.max(from, t.offset + (this.setting.models[t.job]?.problem.horizon ?? 0));
    [next.start, next.end] = run ?? [late, late + work];
  }

  /** From when on a rack has room for all that a task lays on it. */
  private roomFrom(i: number, rack: number, kept = 0): number {
    const room = at(this.setting.means.slots, rack) - kept - this.slotsOf(i, rack);
    const stays = item(this.lying, rack).flatMap(({ task, to, tail, slots }): Stay[] => {
      // What it takes off itself is gone when it lays.
      if (to === i) return [];
      const gone = to === null ? cell(this.end, task) + tail : this.begun[to] ? cell(this.start, to) : NEVER;
      return [{ from: 0, to: gone, slots }];
    });
    return roomFrom(stays, room, 0);
  }

  /** Slots of a rack that a task lays its pieces on. */
  private slotsOf(i: number, rack: number): number {
    return (this.setting.tasks[i]?.holds ?? []).reduce((sum, h) => sum + (h.rack === rack ? h.slots : 0), 0);
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
    const t = this.setting.tasks[c.task];
    if (!t || c.again) return true;
    const { rank } = t;
    const isItsTurn = c.start >= this.planned(c.task);
    for (const rack of new Set(t.holds.map((h) => h.rack))) {
      const first = t.laidBefore.filter((k) => !this.begun[k] && (this.rank(k) < rank || !isItsTurn));
      const kept = first.reduce((sum, k) => sum + this.slotsOf(k, rack), 0);
      // There must be room for what is to be laid before it, too.
      if (kept > 0 && this.roomFrom(c.task, rack, kept) > c.start) return false;
    }
    // It makes no higher job wait that could begin meanwhile, however it was planned.
    const isInTheWay = could.some((h) => {
      const o = this.setting.tasks[h.task];
      const share = o?.worker === t.worker || (t.station >= 0 && o?.station === t.station);
      return share && this.rank(h.task) < rank && c.end > Math.max(h.start, this.planned(h.task)) + GRACE;
    });
    if (isInTheWay) return false;
    return t.rivals.every(
      (k) =>
        this.begun[k] ||
        (rank < this.rank(k) ? isItsTurn : c.start >= this.planned(k)) ||
        c.end <= this.planned(k) ||
        could.some((n) => n.task === k && c.end <= Math.max(n.start, this.planned(k))),
    );
  }

  /** Begins although the rack is full: the pieces are laid elsewhere. */
  private force(next: Next): void {
    const from = Math.max(0, ...this.end, cell(this.free, this.setting.tasks[next.task]?.worker ?? -1));
    [next.start, next.end] = [
      from,
      from + Math.max(1, this.setting.tasks[next.task]?.operation.minutes ?? 0),
    ];
  }
  private rank(task: number): number {
    return this.setting.tasks[task]?.rank ?? 0;
  }
  private planned(task: number): number {
    return this.setting.tasks[task]?.planned ?? NEVER;
  }

  private begin(next: Next): void {
    const t = this.setting.tasks[next.task];
    if (!t) return;
    const { people, capacity } = this.setting.means;
    this.ready = this.ready.filter((n) => n !== next);
    const touch = (k: number): void => {
      this.changed[k] = cell(this.changed, k) + 1;
    };
    this.free[t.worker] = Math.max(cell(this.free, t.worker), next.end);
    this.did[t.worker] = next.task;
    touch(t.worker);
    if (t.station >= 0) {
      const there = item(this.there, t.station);
      there[there.indexOf(Math.min(...there))] = next.end;
      this.material[t.station]?.set(t.job, t.operation.material);
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
    const left = cell(this.waits, k) - 1;
    this.waits[k] = left;
    if (left === 0) this.offer(k, false);
  }
}
