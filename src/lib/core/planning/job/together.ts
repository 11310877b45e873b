/**
 * Several jobs at once: their problems are joined into one. A person has one pair of hands and the hours of all their jobs, each job's
 * work its own; jobs that coat in the same place
 * share its station and its rack; every kitchen stays its own. What is weighed is each job's hand-back against its promise.
 */
import { isPlan } from '../model/infeasible';
import { intersect, unite } from '../model/calendar';
import type { Effort, Weighed } from '../search/effort';
import { COATING } from './stations';
import { MINUTE } from '$core/units/durations';
import { buildProblem, type JobProblem } from './job-problem';
import type { JobToPlan } from './job-to-plan';
import { ALWAYS, linkKey, type AirWaits, type Ready } from '../model/model';
import { betweenAll } from '../model/changeovers';
import { freeze } from './plan-job';
import type { NoPlan, Plan, Problem } from '../model/problem';
import { ownId, readOwnId } from './joined-id';
import { solve } from '../search/solve';

export interface JobTogether {
  id: string;
  job: JobToPlan;
  /** jobs with the same name coat in one place and lay their pieces on one rack; null: its own */
  place: string | null;
  /** ms since 1970 */
  promised: number | null;
  /** 1 to 3 */
  weight: number;
}

export interface Joined {
  problem: Problem;
  air: AirWaits;
  weighed: Weighed;
}

const openIn = (p: Problem, calendar: string): [number, number][] =>
  p.calendars.find((c) => c.id === calendar)?.open ?? [];

/** The hours in which anybody of a job's crew is at it, by job; empty where all jobs have the same. */
function hoursApart(
  built: readonly { id: string; problem: Problem; job: JobToPlan }[],
): Map<string, [number, number][]> {
  const hours = new Map(
    built.map(({ id, problem, job }) => {
      const crew = problem.workers.filter((w) => job.workers.includes(w.id));
      return [id, unite(crew.map((w) => openIn(problem, w.calendar)))] as const;
    }),
  );
  const kinds = new Set([...hours.values()].map((open) => JSON.stringify(open)));
  return kinds.size > 1 ? hours : new Map();
}

type Built = JobTogether & JobProblem;

const addOnce = <T extends { id: string }>(list: T[], item: T): void => {
  if (!list.some((x) => x.id === item.id)) list.push(item);
};

/** A problem of several jobs that is being joined. */
class Joining {
  readonly problem: Problem;
  readonly air = new Map<string, Ready>();
  readonly weighed: Weighed = { jobs: [] };
  private readonly people = new Map<string, [number, number][]>();
  /** places that work under way holds */
  private readonly held = new Set<string>();

  /** @param hours when each job's people work, where jobs have different hours */
  constructor(
    name: string,
    built: readonly Built[],
    private readonly hours: ReadonlyMap<string, [number, number][]>,
  ) {
    this.problem = {
      format: 'anthem.planning-problem',
      version: 1,
      name,
      horizon: Math.max(...built.map((b) => b.problem.horizon)),
      ...{ calendars: [], workers: [], stations: [], racks: [], operations: [], links: [], holds: [] },
      ...{ finish: [], travel: [], fronts: [], household: [] },
      midnight: built[0]?.problem.midnight ?? 0,
      shortestComing: Math.max(...built.map((b) => b.problem.shortestComing ?? 0)),
    };
  }

  add(job: Built): void {
    this.addPeople(job);
    this.addPlaces(job);
    this.addOperations(job);
    this.addTies(job);
    this.addHousehold(job);
  }

  private shared({ id, place }: Built, name: string): string {
    return place !== null && (name === COATING || name === 'rack') ? ownId(place, name) : ownId(id, name);
  }

  private addPeople({ id, problem: p, job }: Built): void {
    const { problem, people } = this;
    const at = (name: string): string => ownId(id, name);
    for (const c of p.calendars)
      problem.calendars.push({ id: c.id === ALWAYS ? ALWAYS : at(c.id), open: c.open });
    for (const w of p.workers) {
      if (!job.workers.includes(w.id)) {
        problem.workers.push({ id: at(w.id), calendar: ALWAYS, skills: w.skills.map(at) });
        continue;
      }
      // A person works in the hours of any of their jobs; each job's work keeps to its own (below).
      people.set(w.id, unite([people.get(w.id) ?? [], openIn(p, w.calendar)]));
      addOnce(problem.workers, { id: w.id, calendar: ownId('crew', w.id), skills: w.skills });
    }
  }

  private addPlaces(own: Built): void {
    const { problem } = this;
    for (const s of own.problem.stations) {
      const id = this.shared(own, s.id);
      const known = problem.stations.find((x) => x.id === id);
      const calendar = s.calendar === null ? null : ownId(own.id, s.calendar);
      if (!known) problem.stations.push({ ...s, id, calendar, changeovers: [...s.changeovers] });
      else
        for (const c of s.changeovers)
          if (!known.changeovers.some((x) => x.from === c.from && x.to === c.to)) known.changeovers.push(c);
    }
    for (const r of own.problem.racks) {
      const id = this.shared(own, r.id);
      const known = problem.racks.find((x) => x.id === id);
      if (known) known.slots = Math.max(known.slots, r.slots);
      else problem.racks.push({ id, slots: r.slots });
    }
  }

  /** The hours of an operation: what its air allows, and those of its job where jobs have different ones. */
  private within(
    { id, problem: p }: Built,
    calendar: string | null | undefined,
    byCrew: boolean,
  ): { calendar?: string } {
    const own = this.hours.get(id);
    if (!own || !byCrew)
      return calendar == null ? {} : { calendar: calendar === ALWAYS ? calendar : ownId(id, calendar) };
    const open = calendar == null || calendar === ALWAYS ? own : intersect(own, openIn(p, calendar));
    const name = ownId(id, `hours ${calendar ?? ''}`);
    addOnce(this.problem.calendars, { id: name, open });
    return { calendar: name };
  }

  private addOperations(own: Built): void {
    const { problem: p, job } = own;
    const at = (name: string): string => ownId(own.id, name);
    for (const { calendar, ...o } of p.operations) {
      const byCrew = p.workers.some((w) => job.workers.includes(w.id) && w.skills.includes(o.skill));
      // Two jobs at work in one place, though no plan would have it so: it is held by one of them.
      const there = o.station === null ? null : this.shared(own, o.station);
      const isUnderWay = there !== null && o.lockedStart !== null && !byCrew;
      const taken = isUnderWay && this.held.has(there);
      if (isUnderWay) this.held.add(there);
      this.problem.operations.push({
        ...o,
        ...{ id: at(o.id), lot: at(o.lot), skill: byCrew ? o.skill : at(o.skill) },
        station: taken ? null : there,
        ...this.within(own, calendar, byCrew),
      });
    }
  }

  private addTies(own: Built): void {
    const { problem, air } = this;
    const { problem: p, air: waits } = own;
    const at = (name: string): string => ownId(own.id, name);
    for (const l of p.links) {
      problem.links.push({ ...l, from: at(l.from), to: at(l.to) });
      const ready = waits.get(linkKey(l.from, l.to));
      if (ready) air.set(linkKey(at(l.from), at(l.to)), ready);
    }
    for (const h of p.holds)
      problem.holds.push({
        ...h,
        ...{ rack: this.shared(own, h.rack), from: at(h.from), to: h.to === null ? null : at(h.to) },
      });
    for (const t of p.travel ?? [])
      problem.travel?.push({
        ...t,
        from: t.from === null ? null : this.shared(own, t.from),
        to: t.to === null ? null : this.shared(own, t.to),
      });
  }

  private addHousehold({ id, problem: p, job, promised, weight }: Built): void {
    const { problem } = this;
    const at = (name: string): string => ownId(id, name);
    const finish = p.finish.map((f) => ({ operation: at(f.operation), tail: f.tail }));
    problem.finish.push(...finish);
    for (const f of p.fronts ?? [])
      problem.fronts?.push({ ...f, down: f.down === null ? null : at(f.down), home: at(f.home) });
    for (const h of p.household ?? [])
      problem.household?.push({ ...h, operation: at(h.operation), house: at(h.house) });
    const by = promised === null ? null : Math.floor((promised - job.t0) / MINUTE);
    this.weighed.jobs.push({ finish, promised: by, weight });
  }

  joined(): Joined {
    const { problem, air, weighed } = this;
    // One job's paint is cleaned out before another's, too.
    for (const station of problem.stations) station.changeovers = betweenAll(station.changeovers);
    for (const [id, open] of this.people) problem.calendars.push({ id: ownId('crew', id), open });
    const seen = new Set<string>();
    problem.calendars = problem.calendars.filter((c) => !seen.has(c.id) && seen.add(c.id));
    return { problem, air, weighed };
  }
}

/**
 * Joins jobs; all begin at the same moment, each with its own first day.
 * @returns null when nothing is left to do in any of them
 */
export function joinJobs(name: string, jobs: readonly JobTogether[]): Joined | null {
  const built = jobs.flatMap((j): Built[] => {
    const made = buildProblem(j.job);
    return made ? [{ ...j, ...made }] : [];
  });
  if (built.length === 0) return null;
  const joining = new Joining(name, built, hoursApart(built));
  for (const job of built) joining.add(job);
  return joining.joined();
}

export interface PlannedTogether {
  problem: Problem;
  result: Plan | NoPlan;
  /** minute at which each job is handed back */
  backs: Map<string, number>;
}

/** Plans jobs together. @returns null when nothing is left to do */
export function planTogether(
  name: string,
  jobs: readonly JobTogether[],
  effort: Effort,
): PlannedTogether | null {
  const joined = joinJobs(name, jobs);
  if (!joined) return null;
  const { problem, air, weighed } = joined;
  const result = solve(problem, effort, { air, weighed });
  const backs = new Map<string, number>();
  if (!isPlan(result)) return { problem, result, backs };
  const ends = new Map(result.assignments.map((a) => [a.operation, a.end]));
  for (const f of problem.finish) {
    const { job } = readOwnId(f.operation);
    backs.set(job, Math.max(backs.get(job) ?? 0, (ends.get(f.operation) ?? 0) + f.tail));
  }
  return { problem: freeze(problem, air, result), result, backs };
}
