/**
 * A small planning problem solved by trying every start on a grid: each operation by each person at each time, one after another,
 * given up where a rule is broken or the end is no better. Written from the rules alone; shares no code with the planner or the auditor.
 */
import type { Problem } from '$core/planning/model/problem';

interface Placed {
  worker: string;
  start: number;
  end: number;
  /** minutes of changeover in it */
  setup: number;
}

export interface EveryStart {
  makespan: number;
  assignments: { operation: string; worker: string; start: number; end: number }[];
}

type Minutes = Uint8Array;

/** Open minutes, one by one. */
function minutesOf(problem: Problem, calendar: string | null | undefined): Minutes | null {
  if (calendar == null) return null;
  const open = new Uint8Array(problem.horizon);
  for (const [a, b] of problem.calendars.find((c) => c.id === calendar)?.open ?? [])
    open.fill(1, a, Math.min(b, problem.horizon));
  return open;
}

/** @returns the least makespan of all plans on the grid, with one; null where none of them is right */
export function everyStart(problem: Problem, grid: number): EveryStart | null {
  return search(problem, grid, null);
}

/** Whether a plan keeps every rule, minute by minute. */
export const keepsRules = (problem: Problem, plan: EveryStart): boolean =>
  search(problem, 1, plan.assignments) !== null;

/** @param given the only starts and people that are tried; null: all */
function search(problem: Problem, grid: number, given: EveryStart['assignments'] | null): EveryStart | null {
  const { operations, horizon } = problem;
  const at = (id: string): number => operations.findIndex((o) => o.id === id);
  const stationOf = operations.map((o) => problem.stations.find((s) => s.id === o.station) ?? null);
  const options = operations.map((o, i): Placed[] => {
    const station = stationOf[i];
    const setups = new Set([0]);
    for (const c of station?.changeovers ?? []) if (c.to === o.material) setups.add(c.minutes);
    const found: Placed[] = [];
    for (const w of problem.workers) {
      const only = given?.find((a) => a.operation === o.id);
      if (!w.skills.includes(o.skill) || (only && only.worker !== w.id)) continue;
      const parts = [w.calendar, station?.calendar, o.calendar].flatMap((c) => minutesOf(problem, c) ?? []);
      const open = (t: number): boolean => t >= 0 && t < horizon && parts.every((p) => p[t] === 1);
      for (const setup of setups) {
        const due = o.minutes + setup;
        for (let start = only?.start ?? 0; start <= (only?.start ?? horizon); start += grid) {
          if (o.lockedStart !== null && o.lockedStart !== start) continue;
          if (due === 0) {
            if (open(start) || open(start - 1)) found.push({ worker: w.id, start, end: start, setup });
            continue;
          }
          if (!open(start)) continue;
          let [t, left] = [start, due];
          for (; left > 0 && t < horizon && (open(t) || o.pausable); t++) if (open(t)) left--;
          if (left === 0) found.push({ worker: w.id, start, end: t, setup });
        }
      }
    }
    return found.sort((a, b) => a.end - b.end);
  });

  /** Whether two spans are at odds: work of no minutes only where it is in the middle of the other. */
  const clash = (a: Placed, b: Placed): boolean =>
    a.start === a.end
      ? b.start < a.start && a.start < b.end
      : b.start === b.end
        ? a.start < b.start && b.start < a.end
        : a.start < b.end && b.start < a.end;
  /** Work of no minutes comes before what starts at the same moment. */
  const order = (a: Placed, b: Placed): number => a.start - b.start || a.end - b.end;

  const chosen: Placed[] = [];
  let best: EveryStart | null = null;
  const tails = operations.map((o) =>
    Math.max(-1, ...problem.finish.filter((f) => f.operation === o.id).map((f) => f.tail)),
  );

  const fits = (i: number, p: Placed): boolean => {
    for (let j = 0; j < i; j++) {
      const q = chosen[j];
      if (!q) continue;
      if (p.worker === q.worker && clash(p, q)) return false;
      const station = stationOf[i];
      if (station && station === stationOf[j] && station.capacity === 1 && clash(p, q)) return false;
    }
    return problem.links.every((l) => {
      const [from, to] = [at(l.from), at(l.to)];
      if (Math.max(from, to) !== i) return true;
      const [a, b] = [from === i ? p : chosen[from], to === i ? p : chosen[to]];
      if (!a || !b) return true;
      const lag = b.start - a.end;
      return lag >= l.minLag && (l.maxLag === null || lag <= l.maxLag);
    });
  };

  const isRight = (): boolean => {
    for (const station of problem.stations) {
      const there = operations.flatMap((_, i) => (stationOf[i] === station ? [i] : []));
      // Of work of no minutes at one moment any may come first.
      const canFollow = (material: string | null, left: number[]): boolean =>
        left.length === 0 ||
        left.some((i) => {
          const [p, own] = [chosen[i] as Placed, operations[i]?.material ?? null];
          const due = station.changeovers.find((c) => c.from === material && c.to === own)?.minutes ?? 0;
          const isFirst = left.every((j) => {
            const by = order(p, chosen[j] as Placed);
            return by < 0 || (by === 0 && (p.start === p.end || i <= j));
          });
          return (
            isFirst &&
            due === p.setup &&
            canFollow(
              own,
              left.filter((j) => j !== i),
            )
          );
        });
      if (!canFollow(null, there)) return false;
      for (const i of there) {
        const p = chosen[i] as Placed;
        const during = there.filter((j) => {
          const q = chosen[j] as Placed;
          if (j === i) return false;
          return p.start === p.end
            ? q.start < p.start && p.start < q.end
            : q.start <= p.start && p.start < q.end && q.end > q.start;
        }).length;
        if (during + 1 > station.capacity) return false;
      }
    }
    for (const rack of problem.racks)
      for (let t = 0; t <= horizon; t += grid) {
        const used = problem.holds.reduce((sum, h) => {
          const from = chosen[at(h.from)] as Placed;
          const to = h.to === null ? from.end + (h.tail ?? 0) : (chosen[at(h.to)] as Placed).start;
          return sum + (h.rack === rack.id && from.start <= t && t < to ? h.slots : 0);
        }, 0);
        if (used > rack.slots) return false;
      }
    return true;
  };

  const go = (i: number, end: number): void => {
    if (best && end >= best.makespan) return;
    if (i === operations.length) {
      if (!isRight()) return;
      best = {
        makespan: end,
        assignments: operations.map((o, k) => {
          const { worker, start, end: e } = chosen[k] as Placed;
          return { operation: o.id, worker, start, end: e };
        }),
      };
      return;
    }
    for (const p of options[i] ?? []) {
      const tail = tails[i] ?? -1;
      const then = tail < 0 ? end : Math.max(end, p.end + tail);
      if (best && then >= (best as EveryStart).makespan) continue;
      if (!fits(i, p)) continue;
      chosen[i] = p;
      go(i + 1, then);
      chosen.length = i;
    }
  };
  go(0, 0);
  return best;
}
