/** What counts first: an early hand-back, few days without fronts, or few hours of hands. */
import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { planInputs } from '../../../../tests/plan-inputs';
import { isoDay } from '../units/clock-time';
import { compare, outcomeOf, wantedOf, type Outcome } from './better';
import { divisions } from './divisions';
import { EFFORTS } from './efforts';
import { withChoice } from './job-at';
import { makePlan, weighPlan } from './make-plan';
import { settleChoice } from './settle-choice';

const [system] = SYSTEMS;
if (!system) throw new Error('no system');
const AT = Date.UTC(2026, 2, 9, 6);
const DAY = 86_400_000;
const asked = { lotSize: 3, rackSlots: 12, visits: true, fixed: true };
const zone = planInputs(system).job.zone;

const made = (more: object) => {
  const outcome = outcomeOf(makePlan(planInputs(system, { ...asked, ...more }), AT));
  if (!outcome) throw new Error('no plan');
  return outcome;
};

describe('few days without fronts', () => {
  const soon = made({ goal: 'back' });
  const calm = made({ goal: 'fronts' });
  it('go before an early hand-back, up to a week later', () => {
    expect(calm.pieceDays).toBeLessThan(soon.pieceDays);
    expect(calm.back).toBeGreaterThanOrEqual(soon.back);
    expect(calm.back).toBeLessThanOrEqual(soon.back + 7 * DAY);
  });
  it('never go before the promised day', () => {
    const promised = isoDay(soon.back, zone);
    const kept = made({ goal: 'fronts', promised });
    expect(isoDay(kept.back, zone) <= promised).toBe(true);
    // A promise that cannot be kept is missed by as little as can be.
    const missed = made({ goal: 'fronts', promised: '2026-03-09' });
    expect(missed.back).toBe(soon.back);
  });
});

describe('few hours of hands', () => {
  const open = { lots: true, pattern: true };
  const inputs = planInputs(system, { fixed: false, rackSlots: 8, open, goal: 'hours' });
  const outcomes = divisions(inputs, open).flatMap((c) => {
    const outcome = weighPlan(withChoice(inputs, c), AT, EFFORTS.settle);
    return outcome ? [outcome] : [];
  });
  const settled = (more: object): Outcome | null => {
    const own = { ...inputs, choice: { ...inputs.choice, ...more } };
    return weighPlan(withChoice(own, settleChoice(own, AT)), AT, EFFORTS.stored);
  };
  it('are settled for, whenever the kitchen is back', () => {
    expect(settled({})?.minutes).toBeLessThanOrEqual(Math.min(...outcomes.map((o) => o.minutes)));
  });
  it('are settled for among what keeps the promised day', () => {
    const soonest = Math.min(...outcomes.map((o) => o.back));
    const found = settled({ promised: isoDay(soonest, zone) });
    expect(isoDay(found?.back ?? Infinity, zone)).toBe(isoDay(soonest, zone));
  });
});

it('compares goal by goal, what is late after the promised day before all of it', () => {
  const o = (back: number, pieceDays: number, minutes: number): Outcome => ({
    back,
    bound: 0,
    pieceDays,
    minutes,
  });
  const by = (goal: 'back' | 'fronts' | 'hours', promised: number | null = null) => ({ goal, promised });
  expect(compare(o(1, 9, 9), o(2, 1, 1), by('back'))).toBeLessThan(0);
  expect(compare(o(1, 9, 9), o(2, 1, 1), by('fronts'))).toBeGreaterThan(0);
  expect(compare(o(1, 1, 9), o(2, 9, 1), by('hours'))).toBeGreaterThan(0);
  expect(compare(o(5, 9, 9), o(7, 1, 1), by('fronts', 6))).toBeLessThan(0);
  expect(compare(o(5, 9, 9), o(6, 1, 1), by('fronts', 6))).toBeGreaterThan(0);
  expect(compare(o(1, 2, 3), o(1, 2, 3), by('hours'))).toBe(0);
  expect(wantedOf(planInputs(system, { promised: '2026-03-20' })).promised).toBe(Date.UTC(2026, 2, 21));
});
