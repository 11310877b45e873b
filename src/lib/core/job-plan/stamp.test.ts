/** A stored plan does not hold any more once the air forbids a coat when it was planned. */
import { isPlan } from '../planning/model/infeasible';
import { expect, it } from 'vitest';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import type { PackedAir } from '$core/drying/packed-air';
import { planInputs } from '../../../../tests/plan-inputs';
import { EFFORTS } from './efforts';
import { makePlan } from './make-plan';
import { stampOf, whatChanged } from './stamp';

const AT = Date.UTC(2026, 2, 9, 6);
/** 20 °C, but for some hours. @param cold hours from the start that are at 3 °C */
const air = (cold: (hour: number) => boolean = () => false): PackedAir => ({
  climate: {
    start: AT,
    step: 60,
    air: Array.from({ length: 60 * 24 }, (_, h) => ({
      celsius: cold(h) ? 3 : 20,
      humidity: 0.5,
      wind: 0.1,
    })),
  },
  multipliers: [],
});

it('is made anew where a cold hour comes over a coat, and not where one comes over anything else', () => {
  const inputs = { ...planInputs(SHELLAC_URETHANE, { air: 'place' }), air: air() };
  const made = makePlan(inputs, AT, undefined, EFFORTS.compare);
  if (!made || !isPlan(made.result)) throw new Error('no plan');
  const was = stampOf(inputs, 1, AT, made, []);
  expect(was.ready).not.toEqual({});
  expect(whatChanged(was, stampOf(inputs, 1, AT, made, []), AT)).toBeNull();
  const starts = made.result.assignments
    .filter((a) => a.operation.includes('urethane-enamel') && !a.operation.includes('sand'))
    .map((a) => Math.floor((made.t0 - AT) / 3_600_000 + a.start / 60));
  const last = Math.max(...starts);
  const cold = { ...inputs, air: air((h) => h === last) };
  expect(whatChanged(was, stampOf(cold, 1, AT, made, []), AT)).toMatch(/forbids a coat|dry otherwise/);
  // The first day after everything is laid: nothing of it is a coat's.
  const later = { ...inputs, air: air((h) => h > last + 24 * 40) };
  expect(whatChanged(was, stampOf(later, 1, AT, made, []), AT)).toBeNull();
});
