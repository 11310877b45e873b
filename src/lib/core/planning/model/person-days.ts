/**
 * Days of people in a plan: what each is paid for, from the first act to the last. Idle time and ways between are paid, breaks are not, and
 * nobody comes for less than the shortest time that is paid.
 */
import { at, cell, item } from '$core/units/at';
import { firstOpen } from './calendar';
import { dayOf } from './fronts';
import { isHelper, type Model } from './model';
import type { Interval } from './problem';

/** Starts, ends and people by operation. */
interface Worked {
  start: Int32Array;
  end: Int32Array;
  worker: Int32Array;
}

/** A stretch of an operation that one person does without a break of its hours. */
interface Act {
  operation: number;
  from: number;
  to: number;
}

export interface PersonDay {
  /** index of the person */
  worker: number;
  /** day of the plan: the first is that of its first minute, or the one before its first midnight */
  day: number;
  /** what is done, in order */
  acts: Act[];
  /** minutes of hands, and minutes that are paid */
  worked: number;
  paid: number;
  /** ways between places */
  drives: number;
}

/** Open minutes between two moments. */
function openBetween(open: readonly Interval[], from: number, to: number): number {
  let sum = 0;
  for (let k = firstOpen(open, from); k < open.length; k++) {
    const [a, b] = item(open, k);
    if (a >= to) break;
    sum += Math.min(b, to) - Math.max(a, from);
  }
  return sum;
}

/** What a person does in a plan, in order, stretch by stretch. */
function actsOf(m: Model, s: Worked, worker: number, operations: readonly number[]): Act[] {
  const acts = operations.flatMap((i): Act[] => {
    const [start, end] = [cell(s.start, i), cell(s.end, i)];
    const open = m.hours[worker]?.[at(m.within, i)] ?? [];
    const own: Act[] = [];
    for (let k = firstOpen(open, start); k < open.length; k++) {
      const [a, b] = item(open, k);
      if (a >= end) break;
      own.push({ operation: i, from: Math.max(a, start), to: Math.min(b, end) });
    }
    return own;
  });
  return acts.sort((a, b) => a.from - b.from);
}

/** What else a person does that day, at other jobs: minutes that those pay. */
const elsewhere = (m: Model, i: number): boolean => m.operations[i]?.lot === 'other';

/**
 * Whoever comes, day by day; those who stand for facts do not come, and work for other jobs is theirs to pay.
 * @returns the days of the first person, then those of the next
 */
export function personDays(m: Model, s: Worked): PersonDay[] {
  const by = m.problem.workers.map((): number[] => []);
  for (const i of m.operations.keys()) if (cell(s.end, i) > cell(s.start, i)) by[cell(s.worker, i)]?.push(i);
  return m.problem.workers.flatMap((w, worker): PersonDay[] => {
    const own = by[worker] ?? [];
    if (isHelper(w) || own.length === 0) return [];
    const open = m.hours[worker]?.[0] ?? [];
    const days = new Map<number, Act[]>();
    for (const act of actsOf(m, s, worker, own)) {
      const day = dayOf(m.midnight, act.from);
      days.set(day, [...(days.get(day) ?? []), act]);
    }
    return [...days].flatMap(([day, all]): PersonDay[] => {
      const acts = all.filter((a) => !elsewhere(m, a.operation));
      const [first, last] = [acts[0], acts.at(-1)];
      if (!first || !last) return [];
      const others = all
        .filter((a) => elsewhere(m, a.operation))
        .reduce((sum, a) => sum + openBetween([[first.from, last.to]], a.from, a.to), 0);
      const span = openBetween(open, first.from, last.to) - others;
      const worked = acts.reduce((sum, a) => sum + a.to - a.from, 0);
      const drives = acts.filter((a, k) => k > 0 && m.travel(item(acts, k - 1).operation, a.operation) > 0);
      // Whoever is at another job that day as well does not come for this one alone.
      const least = all.length > acts.length ? 0 : (m.problem.shortestComing ?? 0);
      return [{ worker, day, acts, worked, paid: Math.max(span, least), drives: drives.length }];
    });
  });
}

/** Work that is broken off over a night for less than this is cut too short, minutes. Our choice. */
const SLIVER = 30;

/** What a plan costs in people: what is paid, how often somebody comes, ways, and what is badly cut. */
export interface Labour {
  /** minutes of hands, and minutes that are paid */
  worked: number;
  paid: number;
  /** persons and days */
  comings: number;
  /** ways between places */
  drives: number;
  /** works that are broken off over a night for their first or last half hour */
  cuts: number;
  /** lots whose coats more than one person lays, one for each further person */
  hands: number;
}

/** Operations with less than half an hour before their first night or after their last. */
function cutsIn(m: Model, days: readonly PersonDay[]): number {
  const parts = new Map<number, { day: number; minutes: number }[]>();
  for (const { day, acts } of days)
    for (const { operation, from, to } of acts) {
      const own = parts.get(operation) ?? [];
      const last = own.at(-1);
      if (last?.day === day) last.minutes += to - from;
      else own.push({ day, minutes: to - from });
      parts.set(operation, own);
    }
  let cuts = 0;
  for (const [operation, own] of parts)
    if (own.length > 1 && m.operations[operation]?.lockedStart == null)
      cuts += own.filter((p, k) => (k === 0 || k === own.length - 1) && p.minutes < SLIVER).length;
  return cuts;
}

/** How often the coats of a lot change hands. */
function handsIn(m: Model, s: Worked): number {
  const by = new Map<string, Set<number>>();
  for (const [i, o] of m.operations.entries())
    if (o.skill === 'coat' && o.lot !== 'other')
      by.set(o.lot, (by.get(o.lot) ?? new Set()).add(cell(s.worker, i)));
  let more = 0;
  for (const hands of by.values()) more += hands.size - 1;
  return more;
}

/** What a plan costs in people. */
export function labourOf(m: Model, s: Worked): Labour {
  const days = personDays(m, s);
  const sum = (of: (d: PersonDay) => number): number => days.reduce((all, d) => all + of(d), 0);
  return {
    worked: sum((d) => d.worked),
    paid: sum((d) => d.paid),
    comings: days.length,
    drives: sum((d) => d.drives),
    cuts: cutsIn(m, days),
    hands: handsIn(m, s),
  };
}
