/**
 * A foreman's rule, without any search, to measure plans against: two people, first come first served. Whatever can be done first is done
 * first; of what can be done at once it is what is at hand where they are, then the earlier pass over all lots. Written without the
 * planner's code: open hours, ways, changeovers, windows and racks are looked up in the problem itself.
 */
import type { Assignment, Interval, Operation, Problem } from '$core/planning/model/problem';

type Person = { id: string; open: Interval[]; free: number; at: string | null | undefined; day: number };
type Placed = { start: number; end: number };

const inBoth = (a: Interval[], b: Interval[]): Interval[] =>
  a.flatMap(([from, to]) =>
    b.flatMap(([x, y]): Interval[] =>
      Math.max(from, x) < Math.min(to, y) ? [[Math.max(from, x), Math.min(to, y)]] : [],
    ),
  );

/** The first stretch from a minute on in which so much is done, in one go or over closing hours. */
function run(open: Interval[], from: number, minutes: number, pausable: boolean): Placed | null {
  for (let i = 0; i < open.length; i++) {
    const [a, b] = open[i] as Interval;
    const start = Math.max(a, from);
    if (start > b || (start === b && minutes > 0)) continue;
    if (start + minutes <= b) return { start, end: start + minutes };
    if (!pausable) continue;
    let left = minutes - (b - start);
    for (const [x, y] of open.slice(i + 1)) {
      if (left <= y - x) return { start, end: x + left };
      left -= y - x;
    }
    return null;
  }
  return null;
}

/** Who may be sent by the rule. */
const CREW = 2;

/**
 * @param ready when what comes after an operation may begin, where its film waits in the air; by link, as the planner is given it
 * @param pass the place of an operation in the order of the work: what is done to all pieces before anything later is
 * @returns what is done when by whom; null where the rule finds no way on
 */
export function foremansPlan(
  problem: Problem,
  ready: ReadonlyMap<string, (end: number) => number>,
  pass: (operation: string) => number,
): Assignment[] | null {
  const hours = (id: string | null | undefined): Interval[] =>
    id == null ? [[0, problem.horizon]] : (problem.calendars.find((c) => c.id === id)?.open ?? []);
  const operations = new Map(problem.operations.map((o) => [o.id, o]));
  const done = new Map<string, Placed>();
  const assignments: Assignment[] = [];
  const helpers = problem.workers.filter((w) => operations.has(w.id) || w.calendar === 'always');
  const crew: Person[] = problem.workers
    .filter((w) => !helpers.includes(w))
    .slice(0, CREW)
    .map((w) => ({ id: w.id, open: hours(w.calendar), free: 0, at: undefined, day: -1 }));
  const skills = new Map(problem.workers.map((w) => [w.id, w.skills]));
  const put = (o: Operation, worker: string, placed: Placed): void => {
    done.set(o.id, placed);
    assignments.push({ operation: o.id, worker, ...placed });
  };
  /** what others have them do, and what is under way */
  const taken = new Map<string, Interval[]>();
  for (const o of problem.operations) {
    if (o.lockedStart === null) continue;
    const who = problem.workers.find((w) => w.skills.includes(o.skill));
    if (!who) return null;
    const placed = run(hours(who.calendar), o.lockedStart, o.minutes, o.pausable);
    if (!placed) return null;
    put(o, who.id, placed);
    taken.set(who.id, [...(taken.get(who.id) ?? []), [placed.start, placed.end]]);
  }
  const links = (o: Operation) => problem.links.filter((l) => l.to === o.id);
  const way = (from: string | null | undefined, to: string | null): number =>
    from === undefined ? 0 : (problem.travel?.find((t) => t.from === from && t.to === to)?.minutes ?? 0);
  const changeover = (station: string, to: string | null): number => {
    const there = assignments.filter((a) => operations.get(a.operation)?.station === station);
    const last = there.sort((a, b) => b.end - a.end)[0];
    const from = last ? (operations.get(last.operation)?.material ?? null) : null;
    const table = problem.stations.find((s) => s.id === station)?.changeovers ?? [];
    return table.find((c) => c.from === from && c.to === to)?.minutes ?? 0;
  };
  /** minute at which a station is free, and one at which its rack has room for what an operation lays there */
  const stationFree = (id: string): number => {
    const capacity = problem.stations.find((s) => s.id === id)?.capacity ?? 1;
    const ends = assignments.flatMap((a) => (operations.get(a.operation)?.station === id ? [a.end] : []));
    return ends.length < capacity ? 0 : (ends.sort((a, b) => b - a)[capacity - 1] ?? 0);
  };
  const rackFree = (o: Operation, from: number): number | null => {
    let t = from;
    for (const h of problem.holds.filter((x) => x.from === o.id)) {
      const room = (problem.racks.find((r) => r.id === h.rack)?.slots ?? 0) - h.slots;
      const stays = problem.holds.flatMap((x) => {
        const begun = done.get(x.from);
        if (x.rack !== h.rack || !begun || x.from === o.id || x.to === o.id) return [];
        const to = x.to === null ? begun.end + (x.tail ?? 0) : (done.get(x.to)?.start ?? Infinity);
        return [{ from: begun.start, to, slots: x.slots }];
      });
      const used = (at: number): number => stays.reduce((sum, s) => sum + (s.to > at ? s.slots : 0), 0);
      const times = [t, ...stays.map((s) => s.to).filter((x) => x > t)].sort((a, b) => a - b);
      const free = times.find((x) => used(x) <= room);
      if (free === undefined || free === Infinity) return null;
      t = free;
    }
    return t;
  };
  const openings = new Map<string, Interval[]>();
  /** When somebody may do it: their hours, those of the place, and its own. */
  function openFor({ id, open }: Person, { station, calendar }: Operation): Interval[] {
    const key = JSON.stringify([id, station, calendar]);
    const known = openings.get(key);
    if (known) return known;
    const there = problem.stations.find((s) => s.id === station)?.calendar;
    const made = inBoth(inBoth(open, hours(there)), hours(calendar));
    openings.set(key, made);
    return made;
  }
  /** The first time at which somebody could do it. */
  function place(o: Operation, person: Person): Placed | null {
    let from = Math.max(person.free, o.station === null ? 0 : stationFree(o.station));
    if (way(person.at, o.station) > 0) from = Math.max(from, person.free + way(person.at, o.station));
    for (const l of links(o)) {
      const before = done.get(l.from);
      if (!before) return null;
      from = Math.max(from, before.end + l.minLag, ready.get(`${l.from} ${l.to}`)?.(before.end) ?? 0);
    }
    const roomy = rackFree(o, from);
    if (roomy === null) return null;
    const open = openFor(person, o);
    const minutes = o.minutes + (o.station === null ? 0 : changeover(o.station, o.material));
    for (let t = roomy; ;) {
      const placed = run(open, t, minutes, o.pausable);
      if (!placed) return null;
      const clash = taken.get(person.id)?.find(([a, b]) => a < placed.end && placed.start < b);
      if (!clash) return placed;
      t = clash[1];
    }
  }
  const left = new Set(problem.operations.filter((o) => !done.has(o.id)));
  while (left.size) {
    const could = [...left].flatMap((o) =>
      crew.flatMap((person) => {
        const placed = skills.get(person.id)?.includes(o.skill) ? place(o, person) : null;
        return placed ? [{ o, person, placed }] : [];
      }),
    );
    // Whoever is there already goes on there for the rest of the half hour.
    const order = (c: (typeof could)[number]): number[] => [
      Math.floor(c.placed.start / 30),
      c.person.at === c.o.station ? 0 : 1,
      pass(c.o.id),
      c.placed.start,
      c.placed.end,
    ];
    const first = could
      .map((c) => ({ c, by: order(c) }))
      .sort((a, b) => a.by.reduce((diff, x, k) => diff || x - (b.by[k] ?? 0), 0))[0]?.c;
    if (!first) return null;
    const { o, person, placed } = first;
    put(o, person.id, placed);
    person.free = placed.end;
    person.at = o.station;
    left.delete(o);
  }
  return assignments;
}
