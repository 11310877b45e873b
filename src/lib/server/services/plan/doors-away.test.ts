/** How long a household is without its doors: no plan of the demo can be pulled later or closer, and nobody's doors come down for weeks. */
import { isPlan } from '$core/planning/model/infeasible';
import { DAY_MINUTES } from '$core/units/durations';
import { expect, it } from 'vitest';
import { audit } from '$core/planning/audit/audit';
import type { Assignment, Plan, Problem } from '$core/planning/model/problem';
import { EFFORTS } from '$core/job-plan/efforts';
import { solve } from '$core/planning/search/solve';
import { SYSTEMS } from '$core/coating/systems/index';
import { usualCounts } from '$core/coating/system';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { demoDatabase } from '../../../../../tests/demo-database';
import { sampled } from '../../../../../tests/budget';
import { planInEarnest } from '../../../../../tests/plan-effort';
import type { Db } from '../../db/open';
import { DEMO_NOW } from '../../demo/demo';
import { DEMO_ZONE } from '../../standins/demo-clock';
import { listOpenJobs } from '../../store/jobs';
import { createJob } from '../job/create-job';
import { newestPlan } from '../../store/plans';
import { listWorkers } from '../../store/workers';
import { openJob } from '../job/open-job';
import { saveSurvey } from '../survey/save-survey';
import { choosePlan } from './choose-plan';

planInEarnest();

/** 28 pieces on two walls. */
const THIRD = `wall North
upper 30 : pair
upper 30 : pair
upper 36 : pair
upper 30 : pair
upper 18 : door L
base 36 : drawer / pair
base 30 : pair
base 18 : drawer / drawer / drawer
wall South
upper 36 : pair
upper 30 : pair
base 36 : drawer / pair
base 33 : pair
base 18 : drawer / door R
`;

interface Made {
  name: string;
  problem: Problem;
  result: Plan;
}
const dayOf = (p: Problem, t: number): number => Math.floor((t - (p.midnight ?? 0)) / DAY_MINUTES);
/** Days without fronts, counted here anew. */
function pieceDays({ problem, result }: Made): number {
  const by = new Map(result.assignments.map((a) => [a.operation, a]));
  return (problem.fronts ?? []).reduce(
    (sum, { down, home, pieces }) =>
      sum +
      pieces *
        (dayOf(problem, (by.get(home)?.end ?? NaN) - 1) -
          dayOf(problem, down === null ? 0 : (by.get(down)?.start ?? NaN)) +
          1),
    0,
  );
}

function plansOf(db: Db): Made[] {
  return listOpenJobs(db).flatMap(({ id, name }) => {
    const plan = newestPlan(db, id);
    return plan && isPlan(plan.result) ? [{ name, problem: plan.problem, result: plan.result }] : [];
  });
}

it('no beginning of a lot’s work can be put off by days without moving the hand-back', async () => {
  const db = demoDatabase();
  const plans = plansOf(db);
  expect(plans.length).toBeGreaterThan(2);
  const found: string[] = [];
  const days = sampled(1, 14);
  let tried = 0;
  for (const made of plans) {
    const { problem, result } = made;
    const away = pieceDays(made);
    expect(result.pieceDays?.is).toBe(away);
    const lot = new Map(problem.operations.map((o) => [o.id, o]));
    for (const { down } of problem.fronts ?? []) {
      if (down === null) continue;
      const own = result.assignments
        .filter((a) => lot.get(a.operation)?.lot === lot.get(down)?.lot)
        .sort((a, b) => a.start - b.start);
      for (let k = 1; k < own.length; k++)
        for (const by of days) {
          const moved = new Set<Assignment>(own.slice(0, k));
          const assignments = result.assignments.map((a) =>
            moved.has(a) ? { ...a, start: a.start + by * DAY_MINUTES, end: a.end + by * DAY_MINUTES } : a,
          );
          const then = { ...made, result: { ...result, assignments } };
          tried++;
          if (pieceDays(then) < away && audit(problem, then.result).length === 0)
            found.push(`${made.name}: ${k} of ${down} by ${by} days`);
        }
    }
  }
  expect(tried).toBeGreaterThan(20);
  expect(found).toEqual([]);
});

it('the doors of a third kitchen come down at most two working days before their first coat', async () => {
  const db = demoDatabase();
  const job = createJob(
    db,
    {
      name: 'Third kitchen',
      place: 'Marrow Bay',
      houseYear: 1995,
      zone: DEMO_ZONE,
      unit: 'in',
      colour: 'Oatcloth',
      hex: '#E9E3CE',
      sheen: 'satin',
    },
    DEMO_NOW,
  );
  saveSurvey(db, job, THIRD);
  const file = openJob(db, job);
  expect(file.pieces.length).toBe(28);
  const system = SYSTEMS[0];
  const shared = openJob(db, listOpenJobs(db).find((j) => j.name === 'Orchard Row')?.id ?? '').choice;
  if (!system || !shared) throw new Error('no system, or nothing shared');
  await choosePlan(
    db,
    job,
    {
      system,
      counts: usualCounts(system),
      tool: 'spray',
      place: shared.place,
      shared: true,
      air: 'sheet',
      lotSize: 10,
      rackSlots: 40,
      startDay: '2026-03-11',
      workers: listWorkers(db).map((w) => w.id),
      crewWeek: USUAL_CREW_WEEK,
      houseWeek: USUAL_HOUSE_WEEK,
      fixed: false,
    },
    () => DEMO_NOW,
  );
  const made = plansOf(db).find((p) => p.name === 'Third kitchen');
  if (!made) throw new Error('no plan');
  const { problem, result } = made;
  const by = new Map(result.assignments.map((a) => [a.operation, a]));
  const workdays = (worker: string | undefined, from: number, to: number): number => {
    let days = 0;
    for (let d = dayOf(problem, from); d < dayOf(problem, to); d++) {
      const open =
        problem.calendars.find((c) => c.id === problem.workers.find((w) => w.id === worker)?.calendar)
          ?.open ?? [];
      if (open.some(([a]) => dayOf(problem, a) === d)) days++;
    }
    return days;
  };
  expect(audit(problem, result)).toEqual([]);
  expect(problem.fronts?.length).toBeGreaterThan(1);
  for (const { down } of problem.fronts ?? []) {
    const own = problem.operations.filter(
      (o) => o.lot === problem.operations.find((x) => x.id === down)?.lot,
    );
    const coats = own.filter((o) => o.material !== null).map((o) => by.get(o.id)?.start ?? NaN);
    const first = by.get(down ?? '');
    expect(workdays(first?.worker, first?.start ?? NaN, Math.min(...coats))).toBeLessThanOrEqual(2);
  }
  // What nobody asks to be short is no sooner.
  const plain = solve({ ...problem, fronts: [] }, EFFORTS.stored);
  expect(!isPlan(plain) ? NaN : plain.makespan).toBeGreaterThanOrEqual(result.makespan);
});
