import { isPlan } from '../model/infeasible';
import { MINUTE } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { SHEET_WAITS, waitsIn } from '$core/coating/waits';
import { ratesOf, type Climate } from '$core/drying/climate';
import { dayToMs } from '$core/units/clock-time';
import { audit } from '../audit/audit';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from './choice';
import type { JobToPlan } from './job-to-plan';
import { planJob } from './plan-job';

const ZONE = 'America/Halifax';
const MONDAY = dayToMs('2026-03-09', ZONE);
const EFFORT = { seed: 7, steps: 60 };
const route = buildRoute(
  SHELLAC_URETHANE,
  [
    { back: 1, front: 1 },
    { back: 1, front: 2 },
  ],
  'spray',
);
const job: JobToPlan = {
  name: 'A kitchen',
  t0: MONDAY,
  zone: ZONE,
  horizonDays: 90,
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
/** Days that are warm at noon and cold at night, by the hour, about a mean. */
const days = (mean: number, swing: number): Climate => ({
  start: MONDAY - 5 * 1440 * MINUTE,
  step: 60,
  air: Array.from({ length: 120 * 24 }, (_, h) => ({
    celsius: mean + swing * Math.cos((2 * Math.PI * ((h % 24) - 18)) / 24),
    humidity: 0.55 - 0.15 * Math.cos((2 * Math.PI * ((h % 24) - 18)) / 24),
    wind: 0.1,
  })),
});
const waits = (mean: number, swing = 5) => waitsIn(ratesOf(days(mean, swing)), new Map());
const planned = (mean: number, swing = 5) => {
  const of = waits(mean, swing);
  const made = planJob({ ...job, waits: of }, EFFORT);
  if (!made || !isPlan(made.result)) throw new Error('no plan');
  return { of, problem: made.problem, result: made.result };
};

describe('a plan in changing air', () => {
  it.each([12, 16, 20, 26])('at a mean of %i °C leaves every film alone until it is ready', (mean) => {
    const { of, problem, result } = planned(mean);
    expect(audit(problem, result)).toEqual([]);
    const at = new Map(result.assignments.map((a) => [a.operation, a]));
    let films = 0;
    for (const lot of ['A', 'B'])
      for (const step of route)
        for (const { step: before, film, stage, wet } of step.after) {
          const [laid, then] = [at.get(`${lot}:${before}`), at.get(`${lot}:${step.key}`)];
          if (!film || !stage || !laid || !then) continue;
          films++;
          const ready = of.readyAt(film, stage, MONDAY + laid.end * MINUTE, wet);
          expect(MONDAY + then.start * MINUTE).toBeGreaterThanOrEqual(ready - MINUTE);
        }
    expect(films).toBe(2 * route.flatMap((s) => s.after).filter((r) => r.film).length);
  });

  it('is later in colder air, and no plan is before its bound', () => {
    const spans = [26, 20, 16, 12].map((mean) => planned(mean).result);
    for (const { makespan, lowerBound } of spans) expect(lowerBound).toBeLessThanOrEqual(makespan);
    expect(spans[3]?.makespan).toBeGreaterThan(spans[0]?.makespan ?? Infinity);
    // A bound that holds in the colder air cannot be above a plan made there.
    expect(spans[0]?.lowerBound).toBeLessThanOrEqual(spans[3]?.makespan ?? 0);
  });

  it('in the reference air is the plan by the sheet, to the minute', () => {
    const still = waitsIn(
      ratesOf({ ...days(25, 0), air: days(25, 0).air.map((a) => ({ ...a, humidity: 0.5 })) }),
      new Map(),
    );
    const sheet = planJob({ ...job, waits: SHEET_WAITS }, EFFORT);
    const air = planJob({ ...job, waits: still }, EFFORT);
    if (!sheet || !air || !isPlan(sheet.result) || !isPlan(air.result)) throw new Error('no plan');
    expect(Math.abs(air.result.makespan - sheet.result.makespan)).toBeLessThanOrEqual(60);
  });

  it('gives the same plan for the same seed, and none where nothing is left', () => {
    expect(planned(16).result).toEqual(planned(16).result);
    expect(planJob({ ...job, lots: [], waits: waits(16) }, EFFORT)).toBeNull();
  });

  it('says when the film would never dry within the horizon', () => {
    const frost = planJob({ ...job, horizonDays: 30, waits: waits(2, 1) }, EFFORT);
    expect(frost && !isPlan(frost.result)).toBe(true);
  });
});
