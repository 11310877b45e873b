/**
 * Several jobs at once: their problems are joined into one. People have one calendar; jobs that coat in the same place
 * share its station and its rack; every kitchen stays its own. What is weighed is each job's hand-back against its promise.
 */
import { intersect } from '../model/calendar';
import type { Effort, Goal } from '../search/effort';
import { COATING } from './stations';
import { buildProblem } from './job-problem';
import type { JobToPlan } from './job-to-plan';
import { linkKey, type AirWaits, type Ready } from '../model/model';
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
  goal: Goal;
}

/**
 * Joins jobs; all begin at the same moment, each with its own first day.
 * @returns null when nothing is left to do in any of them
 */
export function joinJobs(name: string, jobs: readonly JobTogether[]): Joined | null {
  const built = jobs.flatMap((j) => {
    const made = buildProblem(j.job);
    return made ? [{ ...j, ...made }] : [];
  });
  if (built.length === 0) return null;
  const air = new Map<string, Ready>();
  const goal: Goal = { jobs: [] };
  const people = new Map<string, [number, number][]>();
  const problem: Problem = {
    format: 'anthem.planning-problem',
    version: 1,
    name,
    horizon: Math.max(...built.map((b) => b.problem.horizon)),
    calendars: [],
    workers: [],
    stations: [],
    racks: [],
    operations: [],
    links: [],
    holds: [],
    finish: [],
    travel: [],
  };
  const add = <T extends { id: string }>(list: T[], item: T): void => {
    if (!list.some((x) => x.id === item.id)) list.push(item);
  };
  for (const { id, problem: p, air: waits, place, promised, weight, job } of built) {
    const crew = new Set(job.workers);
    const at = (name: string): string => ownId(id, name);
    const station = (name: string): string =>
      place !== null && name === COATING ? ownId(place, name) : at(name);
    const rack = (name: string): string =>
      place !== null && name === 'rack' ? ownId(place, name) : at(name);
    for (const c of p.calendars)
      problem.calendars.push({ id: c.id === 'always' ? 'always' : at(c.id), open: c.open });
    for (const w of p.workers) {
      if (!crew.has(w.id)) {
        problem.workers.push({ id: at(w.id), calendar: 'always', skills: w.skills.map(at) });
        continue;
      }
      // Nobody works outside the hours of any of their jobs.
      const open = p.calendars.find((c) => c.id === w.calendar)?.open ?? [];
      const known = people.get(w.id);
      people.set(w.id, known ? intersect(known, open) : open);
      add(problem.workers, { id: w.id, calendar: ownId('crew', w.id), skills: w.skills });
    }
    for (const s of p.stations) {
      const name = station(s.id);
      const known = problem.stations.find((x) => x.id === name);
      if (!known)
        problem.stations.push({
          ...s,
          id: name,
          calendar: s.calendar === null ? null : at(s.calendar),
          changeovers: [...s.changeovers],
        });
      else
        for (const c of s.changeovers)
          if (!known.changeovers.some((x) => x.from === c.from && x.to === c.to)) known.changeovers.push(c);
    }
    for (const r of p.racks) {
      const known = problem.racks.find((x) => x.id === rack(r.id));
      if (known) known.slots = Math.max(known.slots, r.slots);
      else problem.racks.push({ id: rack(r.id), slots: r.slots });
    }
    for (const o of p.operations)
      problem.operations.push({
        ...o,
        id: at(o.id),
        lot: at(o.lot),
        skill: p.workers.some((w) => crew.has(w.id) && w.skills.includes(o.skill)) ? o.skill : at(o.skill),
        station: o.station === null ? null : station(o.station),
        ...(o.calendar == null ? {} : { calendar: o.calendar === 'always' ? 'always' : at(o.calendar) }),
      });
    for (const l of p.links) {
      problem.links.push({ ...l, from: at(l.from), to: at(l.to) });
      const ready = waits.get(linkKey(l.from, l.to));
      if (ready) air.set(linkKey(at(l.from), at(l.to)), ready);
    }
    for (const h of p.holds)
      problem.holds.push({ ...h, rack: rack(h.rack), from: at(h.from), to: h.to === null ? null : at(h.to) });
    const finish = p.finish.map((f) => ({ operation: at(f.operation), tail: f.tail }));
    problem.finish.push(...finish);
    for (const t of p.travel ?? [])
      problem.travel?.push({
        ...t,
        from: t.from === null ? null : station(t.from),
        to: t.to === null ? null : station(t.to),
      });
    goal.jobs.push({
      finish,
      promised: promised === null ? null : Math.floor((promised - job.t0) / 60_000),
      weight,
    });
  }
  for (const [id, open] of people) problem.calendars.push({ id: ownId('crew', id), open });
  const seen = new Set<string>();
  problem.calendars = problem.calendars.filter((c) => !seen.has(c.id) && seen.add(c.id));
  return { problem, air, goal };
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
  const { problem, air, goal } = joined;
  const result = solve(problem, effort, { air, goal });
  const backs = new Map<string, number>();
  if ('infeasible' in result) return { problem, result, backs };
  const ends = new Map(result.assignments.map((a) => [a.operation, a.end]));
  for (const f of problem.finish) {
    const { job } = readOwnId(f.operation);
    backs.set(job, Math.max(backs.get(job) ?? 0, (ends.get(f.operation) ?? 0) + f.tail));
  }
  return { problem: freeze(problem, air, result), result, backs };
}
