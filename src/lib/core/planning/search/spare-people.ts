/**
 * Looks for a plan with fewer paid hours near one: fewer people, days of people that are put off, joined or given to somebody who comes
 * anyway, idle time that is closed up. What is a little worse leads on as well, less and less (simulated annealing: Kirkpatrick et al. 1983).
 */
import { DAY_MINUTES } from '$core/units/durations';
import { frozen } from '$core/frozen';
import { cell, item } from '$core/units/at';
import { seeded } from '$core/units/random';
import { dayOf, daysGone, dayStart } from '../model/fronts';
import { isHelper, type Front, type Model } from '../model/model';
import { personDays, type PersonDay } from '../model/person-days';
import { makespanOf, type Schedule } from '../model/schedule';
import { construct } from './construct';
import { isLess, type Rank } from './rank';

/** How often a window may push its opener. Our choice. */
const PUSHES = 20;
/** Minutes that work may end later before somebody else is fetched, or drives. Our choice: none, some hours, a day, two. */
const COMING = frozen([0, 240, 720, 1440, 2880] as const);
const DRIVE = 60;
/** So much sooner must another end what one is named for. */
const NAMED = 3 * DAY_MINUTES;
/** How much worse a plan may be that leads on, at first and in the end: the first goal counts 1 a step. Our choice. */
const HEAT = frozen({ first: 0.1, last: 0.005 } as const);
/** Share of the plans that are looked at team by team, before the best of those is gone on from. Our choice. */
const TEAMS = 0.6;
/** Plans after which it goes on from the best. Our choice. */
const BACK = 60;

/** What is done on a day by a person, in a house, or smells there in its night. */
interface Group {
  kind: string;
  day: number;
  /** the person; −1 where it is a house or a night */
  worker: number;
  /** how much there is to gain where it is left out */
  waste: number;
  operations: number[];
}

interface Try {
  keys: Float64Array;
  later: Map<number, number>;
  by: Map<number, number>;
  coming: number;
}

class Sparing {
  private readonly random: () => number;
  private people: readonly number[];

  constructor(
    private readonly m: Model,
    seed: number,
  ) {
    this.random = seeded(seed);
    this.people = m.problem.workers.flatMap((w, i) => (isHelper(w) ? [] : [i]));
  }

  private any<T>(list: readonly T[]): T | undefined {
    return list[Math.floor(this.random() * list.length)];
  }

  /** A schedule as it is, to be changed. */
  private asItIs(s: Schedule): Try {
    return {
      keys: Float64Array.from(s.start, (t) => -t),
      later: new Map(s.start.entries()),
      by: new Map(s.worker.entries()),
      coming: this.any(COMING) ?? 0,
    };
  }

  made({ keys, later, by, coming }: Try): Schedule | null {
    const sparing = { coming, drive: DRIVE, other: NAMED };
    const made = construct(this.m, keys, { later, by, pushes: PUSHES, sparing });
    return 'clash' in made ? null : made;
  }

  private free(i: number): boolean {
    return this.m.operations[i]?.lockedStart === null;
  }

  /** What is done on each day by each person, in each house, and what smells there in a night. */
  private groups(s: Schedule, days: readonly PersonDay[]): Group[] {
    const { m } = this;
    const groups = days.map(({ worker, day, acts, paid, worked, drives }): Group => ({
      ...{ kind: `person ${worker}`, day, worker, waste: paid - worked + 60 * drives + 20 },
      operations: [...new Set(acts.map((a) => a.operation))],
    }));
    const by = new Map<string, Group>();
    const add = (kind: string, operation: number, minute: number): void => {
      const day = dayOf(m.midnight, minute);
      const group = by.get(`${kind} ${day}`) ?? { kind, day, worker: -1, waste: 0, operations: [] };
      group.operations.push(operation);
      group.waste = 240 / group.operations.length;
      by.set(`${kind} ${day}`, group);
    };
    for (const v of m.visits) add(`house ${v.house}`, v.operation, cell(s.start, v.operation));
    for (const v of m.smells) add(`night ${v.house}`, v.operation, cell(s.end, v.operation));
    return [...groups, ...by.values()];
  }

  /** One of them, those that waste much rather than others. */
  private wasteful(groups: readonly Group[]): Group | undefined {
    let left = this.random() * groups.reduce((sum, g) => sum + g.waste, 0);
    return groups.find((g) => (left -= g.waste) <= 0);
  }

  /** Another schedule near one. */
  next(s: Schedule): Schedule | null {
    const { m, random } = this;
    const t = this.asItIs(s);
    if (m.fronts.length && random() < 0.2) {
      this.downLater(t, s);
      return this.made(t);
    }
    const days = personDays(m, s);
    const groups = this.groups(s, days);
    const group = this.wasteful(groups);
    if (!group) return null;
    const own = group.operations.filter((i) => this.free(i));
    const part = random() < 0.6 ? own : own.filter(() => random() < 0.5);
    const others = groups.filter((g) => g.kind === group.kind && g.day !== group.day).map((g) => g.day);
    const kind = random();
    if (kind < 0.2 && group.worker >= 0) this.handOver(t, s, group, days, part);
    else if (kind < 0.4) {
      // It is put off, to the next such day or the next of all.
      const later = others.filter((d) => d > group.day);
      const to = random() < 0.7 && later.length ? Math.min(...later) : group.day + 1;
      for (const i of part) t.later.set(i, Math.max(cell(s.start, i), dayStart(m.midnight, to)));
    } else if (kind < 0.55) {
      // It comes sooner, on the last such day before, and so does what comes before it.
      const sooner = others.filter((d) => d < group.day);
      const by = (random() < 0.7 && sooner.length ? group.day - Math.max(...sooner) : 1) * DAY_MINUTES;
      const lots = new Set(part.map((i) => m.operations[i]?.lot));
      for (const [i, o] of m.operations.entries())
        if (part.includes(i) || (lots.has(o.lot) && dayOf(m.midnight, cell(s.start, i)) <= group.day)) {
          t.keys[i] = (t.keys[i] ?? 0) + by;
          t.later.delete(i);
        }
    } else if (kind < 0.65 && group.worker >= 0)
      this.closeUp(
        t,
        s,
        days.find((d) => d.worker === group.worker && d.day === group.day),
      );
    else if (kind < 0.8)
      this.looser(t, s, random() < 0.5 ? dayStart(m.midnight, group.day) : random() * makespanOf(m, s.end));
    else this.shifted(t, s, this.any(own) ?? 0, kind < 0.92);
    return this.made(t);
  }

  /** Somebody else does it, one who comes that day or next to it. */
  private handOver(
    t: Try,
    s: Schedule,
    { worker, day }: Group,
    days: readonly PersonDay[],
    part: readonly number[],
  ): void {
    const near = days.filter((d) => d.worker !== worker && Math.abs(d.day - day) <= 1);
    const who = this.any(near)?.worker ?? this.any(this.people);
    for (const i of part) {
      if (who !== undefined) t.by.set(i, who);
      t.later.delete(i);
    }
    if (this.random() < 0.5) this.looser(t, s, dayStart(this.m.midnight, day));
  }

  /** What comes before a gap in somebody's day begins later. */
  private closeUp(t: Try, s: Schedule, day: PersonDay | undefined): void {
    const acts = day?.acts ?? [];
    const gap = this.any(
      acts.flatMap((a, k) => {
        const next = acts[k + 1];
        return next && next.from > a.to ? [{ k, by: next.from - a.to }] : [];
      }),
    );
    const by = gap?.by ?? Math.round(this.random() * 240);
    for (const a of acts.slice(0, gap ? gap.k + 1 : acts.length))
      if (this.free(a.operation)) t.later.set(a.operation, cell(s.start, a.operation) + by);
  }

  /** An operation, or all of its lot, comes days sooner or later. */
  private shifted(t: Try, s: Schedule, i: number, whole: boolean): void {
    const { m } = this;
    const lot = m.operations[i]?.lot;
    const days = Math.round((this.random() * 2 - 1) * 3);
    const shift = (days || 0.5) * DAY_MINUTES;
    for (const [k, o] of m.operations.entries()) {
      if (whole ? o.lot !== lot : k !== i) continue;
      t.keys[k] = (t.keys[k] ?? 0) - shift;
      if (shift > 0) t.later.set(k, cell(s.start, k) + shift);
      else t.later.delete(k);
    }
  }

  /** Some pieces come down days later; half of the time what follows may come sooner. */
  private downLater(t: Try, s: Schedule): void {
    const { m } = this;
    const front = this.any(m.fronts.filter((f) => f.down >= 0 && this.free(f.down)));
    if (!front) return;
    const from = cell(s.start, front.down);
    const onDay = (f: Front): boolean => dayOf(m.midnight, cell(s.start, f.down)) === dayOf(m.midnight, from);
    const by = 1 + Math.floor(this.random() ** 2 * daysGone(m, front, s));
    const to = dayStart(m.midnight, dayOf(m.midnight, from) + by);
    // All that comes down that day moves with it, or some.
    const share = this.random() < 0.5 ? 1 : this.random();
    for (const f of m.fronts)
      if (f === front || (f.down >= 0 && onDay(f) && this.free(f.down) && this.random() < share))
        t.later.set(f.down, to);
    if (this.random() < 0.5)
      for (const i of s.start.keys()) if (cell(s.start, i) > from && t.later.get(i) !== to) t.later.delete(i);
  }

  /** What begins after a minute may begin sooner; now and then somebody else may do it. */
  private looser(t: Try, s: Schedule, from: number): void {
    const anybody = this.random() < 0.3;
    s.start.forEach((start, i) => {
      if (start < from) return;
      t.later.delete(i);
      if (anybody) t.by.delete(i);
    });
  }

  /** Who does most, then who does next to most, and so on. */
  private busiest(s: Schedule): number[] {
    const worked = new Map<number, number>();
    for (const d of personDays(this.m, s)) worked.set(d.worker, (worked.get(d.worker) ?? 0) + d.worked);
    return [...this.people].sort((a, b) => (worked.get(b) ?? 0) - (worked.get(a) ?? 0));
  }

  /** Plans of teams, in the order of one: all who come in it first, then without whoever does least of them. */
  teams(s: Schedule): { people: number[]; plans: Schedule[] }[] {
    const { m } = this;
    const busiest = this.busiest(s);
    return busiest.map((_, k) => {
      const people = busiest.slice(0, busiest.length - k);
      const team = new Set(people);
      const by = new Map<number, number>();
      for (const i of m.operations.keys()) {
        const who = item(m.able, i).find((w) => team.has(w));
        if (who !== undefined) by.set(i, team.has(cell(s.worker, i)) ? cell(s.worker, i) : who);
      }
      const keys = Float64Array.from(s.start, (t) => -t);
      const plans = COMING.flatMap((coming) => this.made({ keys, later: new Map(), by, coming }) ?? []);
      return { people, plans };
    });
  }

  /** Only these are given work by hand-overs from here on. */
  among(people: readonly number[]): void {
    this.people = people;
  }
}

interface Looked {
  /** which of two plans is better, and how good one is as a number: less is better, roughly in the same order */
  rank: (s: Schedule) => Rank;
  worth: (s: Schedule) => number;
  /** whether a plan may be taken at all */
  allows: (s: Schedule) => boolean;
  /** plans that are looked at, beside those of fewer people */
  tries: number;
  seed: number;
  stop?: (() => boolean) | undefined;
}

/**
 * @param best a right plan
 * @returns a right plan that is as good or better
 */
export function sparePeople(
  m: Model,
  best: Schedule,
  { rank, worth, allows, tries, seed, stop = () => false }: Looked,
): Schedule {
  const sparing = new Sparing(m, seed);
  const chance = seeded(seed + 1);
  let reached = rank(best);
  /** Goes on from the best of some plans. */
  const walk = (begin: readonly Schedule[], steps: number): void => {
    const allowed = begin.filter(allows);
    const ranks = new Map(allowed.map((s) => [s, rank(s)]));
    const rankOf = (s: Schedule): Rank => ranks.get(s) ?? rank(s);
    const [first, ...rest] = allowed;
    if (!first) return;
    let own = rest.reduce((a, b) => (isLess(rankOf(b), rankOf(a)) ? b : a), first);
    let [ownRank, now, cost] = [rankOf(own), own, worth(own)];
    for (let k = 0; k < steps && !stop(); k++) {
      const s = sparing.next(now);
      const heat = HEAT.first * (HEAT.last / HEAT.first) ** (k / steps);
      if (s && allows(s)) {
        const then = worth(s);
        if (then <= cost || chance() < Math.exp((cost - then) / heat)) [now, cost] = [s, then];
        const ranked = rank(s);
        if (isLess(ranked, ownRank)) [own, ownRank] = [s, ranked];
      }
      // What led nowhere for long goes on from the best.
      if (k % BACK === BACK - 1) [now, cost] = [own, worth(own)];
    }
    if (isLess(ownRank, reached)) [best, reached] = [own, ownRank];
  };
  const teams = sparing.teams(best);
  let led = teams[0];
  for (const team of teams) {
    const before = reached;
    sparing.among(team.people);
    walk(team === teams[0] ? [best, ...team.plans] : team.plans, (TEAMS * tries) / teams.length);
    if (reached !== before) led = team;
  }
  if (led) sparing.among(led.people);
  walk([best], (1 - TEAMS) * tries);
  return best;
}
