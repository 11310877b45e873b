import { expect, it } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { sampled } from '../../../../tests/budget';
import { planInputs } from '../../../../tests/plan-inputs';
import { divisions } from './divisions';
import { EFFORTS } from './efforts';
import { withChoice } from './job-at';
import { weighPlan } from './make-plan';
import { settleChoice, settling, settlingSteps, type Settled } from './settle-choice';

const [system] = SYSTEMS;
if (!system) throw new Error('no system');
const AT = Date.UTC(2026, 2, 9, 6);
const open = { lots: true, pattern: true };
const inputs = planInputs(system, { fixed: false, rackSlots: 8, open });

const all = (times: number): Settled[] => {
  const looking = settling(inputs, AT, times);
  const steps: Settled[] = [];
  let step = looking.next();
  for (; !step.done; step = looking.next()) steps.push(step.value);
  return [...steps, step.value];
};

const once = all(1);

it('settles on a way that no even one with the same turning for all is much better than', () => {
  const settled = settleChoice(inputs, AT);
  expect(once.at(-1)?.choice).toEqual(settled);
  const back = (choice: typeof settled): number =>
    weighPlan(withChoice(inputs, choice), AT, EFFORTS.stored)?.back ?? Infinity;
  const others = divisions(inputs, open);
  const chosen = new Set(sampled(3, others.length));
  const best = Math.min(...others.filter((_, i) => chosen.has(i + 1)).map(back));
  // Within one in a hundred of the days that it takes.
  expect(back(settled)).toBeLessThanOrEqual(best + 0.01 * (best - AT));
});

it('says how far it is and has the best so far, and looks no worse when it is let go on', () => {
  const twice = all(2);
  const estimate = settlingSteps(inputs);
  expect(once.length).toBeGreaterThan(estimate / 2);
  expect(once.length).toBeLessThan(2 * estimate);
  expect(twice.length).toBeGreaterThan(once.length);
  const last = (list: Settled[]): number => list.at(-1)?.outcome?.half ?? Infinity;
  expect(last(twice)).toBeLessThanOrEqual(last(once));
});

it('leaves what is not open as it is', () => {
  const lotsOnly = planInputs(system, { fixed: false, rackSlots: 8, open: { lots: true, pattern: false } });
  expect(settleChoice(lotsOnly, AT).pattern).toBe(lotsOnly.choice.pattern);
  const none = planInputs(system, { fixed: false });
  expect(settleChoice(none, AT)).toEqual(none.choice);
});
