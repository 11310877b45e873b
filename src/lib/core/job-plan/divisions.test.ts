import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { planInputs } from '../../../../tests/plan-inputs';
import { boundOverDivisions, divisions } from './divisions';
import { EFFORTS } from './efforts';
import { withChoice } from './job-at';
import { weighPlan } from './make-plan';

const system = SYSTEMS[0];
if (!system) throw new Error('no system');
const AT = Date.UTC(2026, 2, 9, 6);
const DAYS = 60;

describe('every way to divide and to turn', () => {
  it('are none of them planned before their bound', () => {
    const inputs = planInputs(system, { fixed: false });
    const widest = boundOverDivisions(inputs, AT, DAYS);
    if (!widest) throw new Error('no bound');
    const all = divisions(inputs, { lots: true, pattern: true });
    expect(widest.ways).toBeGreaterThan(4);
    let planned = 0;
    for (const choice of all) {
      const outcome = weighPlan(withChoice(inputs, choice), AT, EFFORTS.settle, DAYS);
      if (!outcome) continue;
      planned++;
      expect(outcome.back).toBeGreaterThanOrEqual(widest.back);
    }
    expect(planned).toBeGreaterThan(4);
  });
});
