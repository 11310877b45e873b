/**
 * A planning problem solved exactly by another route: a mixed-integer program with a binary for every operation, person,
 * start on the grid and length, solved by HiGHS (package `highs`). Shares no code with the planner.
 */
import { DAY_MINUTES } from '$core/units/durations';
import highsLoader from 'highs';
import type { Problem } from '$core/planning/model/problem';

interface Option {
  name: string;
  operation: number;
  worker: string;
  start: number;
  end: number;
  /** changeover in it */
  setup: number;
}

const openAt = (hours: readonly (readonly [number, number])[], minute: number): boolean =>
  hours.some(([a, b]) => a <= minute && minute < b);

function optionsOf(problem: Problem, grid: number): Option[] {
  return problem.operations.flatMap((o, operation) => {
    const station = problem.stations.find((s) => s.id === o.station);
    const others = problem.operations
      .filter((p) => p.station === o.station && p !== o)
      .map((p) => p.material);
    const setups = station
      ? new Set(
          [null, ...others].map(
            (from) => station.changeovers.find((c) => c.from === from && c.to === o.material)?.minutes ?? 0,
          ),
        )
      : new Set([0]);
    return problem.workers.flatMap((w, k) => {
      if (!w.skills.includes(o.skill)) return [];
      const own = problem.calendars.find((c) => c.id === w.calendar)?.open ?? [];
      const there = problem.calendars.find((c) => c.id === station?.calendar)?.open ?? [[0, problem.horizon]];
      const open = (t: number) => openAt(own, t) && openAt(there, t);
      return [...setups].flatMap((setup) => {
        const found: Option[] = [];
        for (let start = 0; start < problem.horizon; start += grid) {
          if (!open(start) || (o.lockedStart !== null && o.lockedStart !== start)) continue;
          let [t, left] = [start, o.minutes + setup];
          while (left > 0 && t < problem.horizon && (open(t) || o.pausable)) {
            if (open(t)) left -= grid;
            t += grid;
          }
          if (left === 0)
            found.push({
              name: `x${operation}_${k}_${start}_${setup}`,
              operation,
              worker: w.id,
              start,
              end: t,
              setup,
            });
        }
        return found;
      });
    });
  });
}

/** @returns the least makespan, or null when no plan is right */
export async function solveByMilp(problem: Problem, grid: number): Promise<number | null> {
  return (await lexicographic(problem, grid, ['makespan']))?.[0] ?? null;
}

export type Goal = 'makespan' | 'fronts' | 'visits' | 'nights' | 'days' | 'ends';

/**
 * Solves for one goal after another, what was reached before being kept: the makespan, days without fronts (each piece counted by itself),
 * days on which somebody is in a house, nights with solvent, days on which people come, the sum of ends.
 * @returns the least of each, or null when no plan is right
 */
export async function lexicographic(
  problem: Problem,
  grid: number,
  goals: readonly Goal[],
): Promise<number[] | null> {
  const reached: number[] = [];
  for (const goal of goals) {
    const found = await leastOf(problem, grid, goal, goals.slice(0, reached.length), reached);
    if (found === null) return null;
    reached.push(found);
  }
  return reached;
}

async function leastOf(
  problem: Problem,
  grid: number,
  goal: Goal,
  before: readonly Goal[],
  reached: readonly number[],
): Promise<number | null> {
  const highs = await highsLoader();
  const options = optionsOf(problem, grid);
  const { operations } = problem;
  const of = (i: number) => options.filter((x) => x.operation === i);
  const index = (id: string) => operations.findIndex((o) => o.id === id);
  if (operations.some((_, i) => of(i).length === 0)) return null;
  const rows: string[] = [];
  const sum = (list: Option[], weight: (x: Option) => number): string =>
    list.map((x) => `${weight(x) < 0 ? '-' : '+'} ${Math.abs(weight(x))} ${x.name}`).join(' ');
  operations.forEach((_, i) => rows.push(`${sum(of(i), () => 1)} = 1`));
  for (const l of problem.links) {
    const [from, to] = [of(index(l.from)), of(index(l.to))];
    const lag = `${sum(to, (x) => x.start)} ${sum(from, (x) => -x.end)}`;
    rows.push(`${lag} >= ${l.minLag}`);
    if (l.maxLag !== null) rows.push(`${lag} <= ${l.maxLag}`);
  }
  for (let t = 0; t < problem.horizon; t += grid) {
    const during = options.filter((x) => x.start <= t && t < x.end);
    for (const w of problem.workers) {
      const busy = during.filter((x) => x.worker === w.id);
      if (busy.length > 1) rows.push(`${sum(busy, () => 1)} <= 1`);
    }
    for (const s of problem.stations) {
      const busy = during.filter((x) => operations[x.operation]?.station === s.id);
      if (busy.length > 1) rows.push(`${sum(busy, () => 1)} <= ${s.capacity}`);
    }
    // Taken at a moment: has begun, less has left.
    for (const rack of problem.racks) {
      const terms = problem.holds
        .filter((h) => h.rack === rack.id)
        .flatMap((h) => [
          sum(
            of(index(h.from)).filter((x) => x.start <= t),
            () => h.slots,
          ),
          h.to === null
            ? sum(
                of(index(h.from)).filter((x) => x.end + (h.tail ?? 0) <= t),
                () => -h.slots,
              )
            : sum(
                of(index(h.to)).filter((x) => x.start <= t),
                () => -h.slots,
              ),
        ])
        .filter((text) => text !== '');
      if (terms.length) rows.push(`${terms.join(' ')} <= ${rack.slots}`);
    }
  }
  // Who was last at a station with changeovers: a path through its operations, in order of time.
  const paths: string[] = [];
  const far = 2 * problem.horizon;
  for (const s of problem.stations) {
    if (s.changeovers.length === 0) continue;
    const there = operations.flatMap((o, i) => (o.station === s.id ? [i] : []));
    const arc = (from: number | null, to: number) => `p_${from ?? 's'}_${to}`;
    for (const to of there) {
      const came = [null, ...there.filter((j) => j !== to)];
      rows.push(`${came.map((from) => `+ ${arc(from, to)}`).join(' ')} = 1`);
      for (const from of came) {
        paths.push(arc(from, to));
        const due =
          s.changeovers.find(
            (c) =>
              c.from === (from === null ? null : (operations[from]?.material ?? null)) &&
              c.to === (operations[to]?.material ?? null),
          )?.minutes ?? 0;
        const fitting = of(to).filter((x) => x.setup === due);
        if (fitting.length) rows.push(`${sum(fitting, () => 1)} - ${arc(from, to)} >= 0`);
        else rows.push(`${arc(from, to)} = 0`);
        if (from !== null)
          rows.push(
            `${sum(of(to), (x) => x.start)} ${sum(of(from), (x) => -x.end)} - ${far} ${arc(from, to)} >= -${far}`,
          );
      }
    }
    for (const from of [null, ...there]) {
      const next = there.filter((to) => to !== from).map((to) => `+ ${arc(from, to)}`);
      if (next.length) rows.push(`${next.join(' ')} <= 1`);
    }
  }
  for (const f of problem.finish)
    rows.push(`makespan ${sum(of(index(f.operation)), (x) => -(x.end + f.tail))} >= 0`);
  // Somebody comes on a day where any of their work is open on it.
  const days: string[] = [];
  if (goal === 'days' || goal === 'ends')
    for (const [k, w] of problem.workers.entries()) {
      const own = problem.calendars.find((c) => c.id === w.calendar)?.open ?? [];
      for (let day = 0; day * DAY_MINUTES < problem.horizon; day++) {
        const today = own.filter(([a]) => Math.floor(a / DAY_MINUTES) === day);
        const then = options.filter(
          (x) => x.worker === w.id && today.some(([a, b]) => a < x.end && b > x.start),
        );
        if (!then.length) continue;
        days.push(`d_${k}_${day}`);
        rows.push(`${sum(then, () => 1)} - ${operations.length} d_${k}_${day} <= 0`);
      }
    }
  // A day in a house is one on which work there begins or ends; a night with solvent one in which a coat smells: at least that of its day.
  const covered = (name: string, of: (x: Option) => [house: string, day: number][]): string[] => {
    const by = new Map<string, Option[]>();
    for (const x of options)
      for (const [house, day] of new Map(of(x).map((d) => [d.join(), d])).values())
        by.set(`${name}_${house}_${day}`, [...(by.get(`${name}_${house}_${day}`) ?? []), x]);
    for (const [day, list] of by) rows.push(`${sum(list, () => 1)} - ${operations.length} ${day} <= 0`);
    return [...by.keys()];
  };
  const known = (x: Option) => problem.household?.find((h) => h.operation === operations[x.operation]?.id);
  const visits = covered('v', (x) => {
    const own = known(x);
    return own?.visit ? [x.start, x.end - 1].map((t) => [own.house, Math.floor(t / DAY_MINUTES)]) : [];
  });
  const nights = covered('n', (x) => {
    const own = known(x);
    if (own?.smell == null) return [];
    const first = Math.floor(x.end / DAY_MINUTES);
    const last = Math.max(first, Math.floor((x.end + own.smell) / DAY_MINUTES) - 1);
    return Array.from({ length: last - first + 1 }, (_, k) => [own.house, first + k]);
  });
  const what: Record<Goal, string> = {
    makespan: 'makespan',
    visits: visits.map((d) => `+ ${d}`).join(' '),
    nights: nights.map((d) => `+ ${d}`).join(' '),
    days: days.map((d) => `+ ${d}`).join(' '),
    ends: sum(options, (x) => x.end),
    fronts: (problem.fronts ?? [])
      .map(({ down, home, pieces }) => {
        const left =
          down === null ? '' : sum(of(index(down)), (x) => -pieces * Math.floor(x.start / DAY_MINUTES));
        return `${sum(of(index(home)), (x) => pieces * (Math.floor((x.end - 1) / DAY_MINUTES) + 1))} ${left}`;
      })
      .join(' '),
  };
  before.forEach((g, k) => rows.push(`${what[g]} <= ${reached[k] ?? 0}`));
  const wrap = (text: string) => text.replace(/(.{1,400})( |$)/g, '$1\n ');
  const binaries = wrap([...options.map((x) => x.name), ...paths, ...days, ...visits, ...nights].join(' '));
  const lp = `Minimize\n obj: ${wrap(what[goal])}\nSubject To\n${rows.map((row, i) => ` c${i}: ${wrap(row)}`).join('\n')}\nBounds\n makespan >= 0\nBinary\n ${binaries}\nEnd\n`;
  const solution = highs.solve(lp);
  if (solution.Status === 'Infeasible') return null;
  if (solution.Status !== 'Optimal') throw new Error(`${problem.name}: ${solution.Status}`);
  return Math.round(solution.ObjectiveValue);
}
