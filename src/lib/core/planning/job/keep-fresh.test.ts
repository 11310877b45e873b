/** What was made ready is coated within two days, or wiped again. */
import { isPlan } from '../model/infeasible';
import { describe, expect, it } from 'vitest';
import { HANDLING } from '$core/coating/handling';
import { LONG_STAND } from '$core/coating/long-stand';
import { buildRoute, workMinutes } from '$core/coating/route';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { dayToMs } from '$core/units/clock-time';
import { audit } from '../audit/audit';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from './choice';
import type { JobToPlan } from './job-to-plan';
import { planJob } from './plan-job';

const ZONE = 'America/Halifax';
const day = (date: string): number => dayToMs(date, ZONE);
const MONDAY = day('2026-03-09');
const EFFORT = { seed: 7, steps: 40, learning: 0.1 };
const route = buildRoute(
  SHELLAC_URETHANE,
  [
    { back: 1, front: 1 },
    { back: 1, front: 1 },
  ],
  'spray',
);
const firstCoat = route.find((s) => s.kind === 'coat');
const lastPrep = route[route.findIndex((s) => s.kind === 'coat') - 1];
if (!firstCoat || !lastPrep) throw new Error('no coat');
const WIPE = Math.ceil(HANDLING.wipe.value * 8);
const job: JobToPlan = {
  name: 'A kitchen',
  t0: MONDAY,
  zone: ZONE,
  horizonDays: 60,
  route,
  tool: 'spray',
  lots: ['A', 'B'].map((id) => ({
    id,
    pieces: 8,
    racked: false,
    steps: route.map((s) => ({ key: s.key, pending: 8, from: 0, to: null, running: [] })),
  })),
  workers: ['ines'],
  crewWeek: USUAL_CREW_WEEK,
  houseWeek: USUAL_HOUSE_WEEK,
  rackSlots: 40,
  lastMaterial: null,
};
const planned = (of: JobToPlan) => {
  const made = planJob(of, EFFORT);
  if (!made || !isPlan(made.result)) throw new Error('no plan');
  expect(audit(made.problem, made.result)).toEqual([]);
  return {
    problem: made.problem,
    result: made.result,
    at: new Map(made.result.assignments.map((a) => [a.operation, a])),
  };
};
/** ms that a lot's pieces stand before their first coat, and the minutes of that. */
const first = ({ problem, at }: ReturnType<typeof planned>, lot: string) => ({
  stands:
    60_000 *
    ((at.get(`${lot}:${firstCoat.key}`)?.start ?? NaN) - (at.get(`${lot}:${lastPrep.key}`)?.end ?? NaN)),
  minutes: problem.operations.find((o) => o.id === `${lot}:${firstCoat.key}`)?.minutes,
});
/** The tent is another job's from Tuesday on for a week. */
const taken: JobToPlan['usedElsewhere'] = {
  ...{ away: new Map(), work: new Map(), rack: [] },
  place: [{ from: MONDAY, to: day('2026-03-17') }],
};

describe('pieces that are ready while the tent is not', () => {
  it('are made ready later where nothing keeps them', () => {
    const plan = planned({ ...job, usedElsewhere: taken });
    for (const lot of ['A', 'B']) {
      expect(first(plan, lot).stands).toBeLessThanOrEqual(LONG_STAND);
      expect(first(plan, lot).minutes).toBe(workMinutes(firstCoat, 8));
    }
  });

  it('are wiped again where they were to be ready by then', () => {
    const pins = new Map([[`A:${lastPrep.key}`, MONDAY + 14 * 3_600_000]]);
    const plan = planned({ ...job, usedElsewhere: taken, pins });
    // Ready on Monday afternoon, coated in eight days: eight pieces are wiped first.
    expect(first(plan, 'A').stands).toBeGreaterThan(6 * 86_400_000);
    expect(first(plan, 'A').minutes).toBe(workMinutes(firstCoat, 8) + WIPE);
    // The others are made ready later, or on the same coming and wiped as well: that costs less than to come once more.
    const wiped = first(plan, 'B').stands > LONG_STAND;
    expect(first(plan, 'B').minutes).toBe(workMinutes(firstCoat, 8) + (wiped ? WIPE : 0));
    expect(plan.result.makespan).toBeGreaterThanOrEqual(plan.result.lowerBound);
  });

  it('whatever keeps them: every coat follows soon, or its wiping is in its minutes', () => {
    let wiped = 0;
    for (let k = 0; k < 12; k++) {
      const hour = (n: number): number =>
        MONDAY + ((k * 7 + n) % 4) * 86_400_000 + (14 + ((k + n) % 3)) * 3_600_000;
      const plan = planned({
        ...job,
        usedElsewhere: {
          ...taken,
          place: [{ from: MONDAY + (k % 3) * 86_400_000, to: day('2026-03-16') + (k % 4) * 86_400_000 }],
        },
        pins: new Map([[`${k % 2 ? 'A' : 'B'}:${lastPrep.key}`, hour(1)]]),
      });
      for (const lot of ['A', 'B'])
        for (const step of route.filter((s) => s.kind === 'coat')) {
          const before = route[route.indexOf(step) - 1];
          const gap =
            (plan.at.get(`${lot}:${step.key}`)?.start ?? NaN) -
            (plan.at.get(`${lot}:${before?.key ?? ''}`)?.end ?? NaN);
          const minutes = plan.problem.operations.find((o) => o.id === `${lot}:${step.key}`)?.minutes ?? NaN;
          const more = minutes - workMinutes(step, 8);
          if (gap * 60_000 > LONG_STAND) expect(more).toBe(WIPE);
          if (more) wiped++;
        }
    }
    expect(wiped).toBeGreaterThan(0);
  }, 60_000);
});
