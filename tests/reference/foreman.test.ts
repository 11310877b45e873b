/** The foreman's rule, by which plans are measured, keeps every rule of the planner. Written apart from the planner (tests/foreman.ts). */
import { expect, it } from 'vitest';
import { jobAt } from '$core/job-plan/job-at';
import { leastOf, sampled } from '../budget';
import { foremanKitchen } from '../foreman-kitchens';
import { foremanOf, measured } from '../foreman-measured';

const AT = Date.UTC(2026, 2, 9, 6);

it('the rule makes right plans of kitchens', () => {
  let right = 0;
  const seeds = sampled(4, 40);
  for (const seed of seeds) {
    const made = foremanOf(jobAt(foremanKitchen(seed), AT, 90));
    if (made && measured(made.problem, made.plan)) right++;
  }
  expect(right).toBeGreaterThanOrEqual(leastOf(0.9, seeds.length));
}, 60_000);
