/** Kitchens that come down and go home in parts; fixed work behind the doors that are down; stacks that are full. */
import { isPlan } from '../planning/model/infeasible';
import { describe, expect, it } from 'vitest';
import { planInputs } from '../../../../tests/plan-inputs';
import { SYSTEMS } from '$core/coating/systems/index';
import { stageOf, stagingsOf, stageWords, standOf, type Staging } from '../kitchen/stages';
import { audit } from '../planning/audit/audit';
import { operationId, readOperationId } from '../planning/model/operation-id';
import { kitchenOf } from '../takeoff/fixed-zones';
import { SITE } from '../takeoff/site-route';
import { visitKey } from '../takeoff/visits';
import { EFFORTS } from './efforts';
import type { PlanInputs } from './inputs';
import { withFirst } from '../planning/model/goals';
import { compare, wantedOf } from './better';
import { siteNow, withChoice } from './job-at';
import { makePlan, weighWhole } from './make-plan';
import { settleChoice } from './settle-choice';

const AT = Date.UTC(2026, 2, 9, 6);
const [system] = SYSTEMS;
if (!system) throw new Error('no system');

const planned = (inputs: PlanInputs) => {
  const made = makePlan(inputs, AT, undefined, EFFORTS.compare);
  if (!made || !isPlan(made.result)) throw new Error('no plan');
  expect(audit(made.problem, made.result)).toEqual([]);
  const at = new Map(made.result.assignments.map((a) => [a.operation, a]));
  const of = (id: string) => {
    const a = at.get(id);
    if (!a) throw new Error(`no ${id}`);
    return a;
  };
  return { made, of, assignments: made.result.assignments };
};
/** The stage of each lot, by its pieces; a lot of two stages is an error. */
const stagesOf = ({ choice, job, pieces, lots }: PlanInputs): Map<string, number> => {
  const kitchen = kitchenOf(job);
  const of = new Map(pieces.map((p) => [p.id, stageOf(choice.stages, standOf(kitchen, p))]));
  return new Map(
    lots.map((lot) => {
      const stages = new Set(lot.pieces.map((p) => of.get(p) ?? NaN));
      expect(stages.size).toBe(1);
      return [lot.id, [...stages][0] ?? NaN];
    }),
  );
};
const down = (lot: string): string => operationId(SITE, visitKey('down', lot));

const STAGINGS = stagingsOf(kitchenOf(planInputs(system).job));

describe.each(STAGINGS.filter((s) => s !== 'together'))('in stages, %s', (stages: Staging) => {
  for (const visits of [true, false])
    it(`the second comes down when the first hangs${visits ? '' : ', without visits'}`, () => {
      const inputs = planInputs(system, { stages, visits });
      const stage = stagesOf(inputs);
      expect(new Set(stage.values())).toEqual(new Set([0, 1]));
      const { of, assignments } = planned(inputs);
      const lots = (k: number): string[] => [...stage].flatMap(([id, s]) => (s === k ? [id] : []));
      const home = Math.max(...lots(0).map((id) => of(operationId(id, 'hang')).end));
      for (const id of lots(1)) {
        if (visits) expect(of(down(id)).start).toBeGreaterThanOrEqual(home);
        for (const a of assignments)
          if (readOperationId(a.operation)?.lot === id) expect(a.start).toBeGreaterThanOrEqual(home);
      }
      // The fixed work follows the parts: of the first before it hangs, of the second once its doors are down.
      const site = siteNow(inputs).filter((s) => !s.visit);
      expect(new Set(site.map((s) => s.key)).size).toBe(site.length);
      expect(site.some((s) => s.act.endsWith(`, ${stageWords(stages, 1)}`))).toBe(true);
      for (const { key, stage: own = 0 } of site) {
        const a = of(operationId(SITE, key));
        for (const id of lots(own)) expect(a.end).toBeLessThanOrEqual(of(operationId(id, 'hang')).start);
        if (own === 1) expect(a.start).toBeGreaterThanOrEqual(home);
      }
    });
});

it('all of the kitchen is measured whichever way it goes: areas and hours of the coats are the same', () => {
  const area = (stages: Staging): number =>
    siteNow(planInputs(system, { stages })).reduce((sum, s) => sum + (s.kind === 'coat' ? s.areaM2 : 0), 0);
  for (const stages of STAGINGS) expect(area(stages)).toBeCloseTo(area('together'), 9);
});

it('nothing that stays is cleaned or coated before all its doors are down', () => {
  const inputs = planInputs(system, { visits: true, rackSlots: 6, lotSize: 4 });
  const { of } = planned(inputs);
  const last = Math.max(...inputs.lots.map(({ id }) => of(down(id)).end));
  let seen = 0;
  for (const step of siteNow(inputs)) {
    if (step.visit || step.prep === 'protect') continue;
    seen++;
    expect(of(operationId(SITE, step.key)).start, step.key).toBeGreaterThanOrEqual(last);
  }
  expect(seen).toBeGreaterThan(4);
});

it('stacks hold no more than they may', () => {
  const rack = { rackSlots: 5, lotSize: 4, visits: true, fixed: false };
  const most = (inputs: PlanInputs): number => {
    const { made, of } = planned(inputs);
    const holds = made.problem.holds.filter((h) => h.rack === 'stack');
    const from = holds.map((h) => of(h.from).start);
    return Math.max(
      0,
      ...from.map((t) =>
        holds.reduce(
          (sum, h) => sum + (of(h.from).start <= t && h.to !== null && of(h.to).start > t ? h.slots : 0),
          0,
        ),
      ),
    );
  };
  expect(most(planInputs(system, { ...rack, stackSlots: 4 }))).toBe(4);
  expect(most(planInputs(system, rack))).toBe(0);
});

it('left to the planner the stages are those that are best by what counts first', () => {
  const open = { lots: false, pattern: false, stages: true };
  for (const goal of ['back', 'fronts'] as const) {
    const inputs = planInputs(system, {
      stages: 'island-last',
      visits: true,
      fixed: true,
      goals: withFirst(goal),
      open,
    });
    const settled = settleChoice(inputs, AT);
    const outcome = (stages: Staging) =>
      weighWhole(withChoice(inputs, { ...inputs.choice, stages }), AT, EFFORTS.settleMost);
    const own = outcome(settled.stages);
    const all = outcome('together');
    if (!own || !all) throw new Error('no plan');
    expect(compare(own, all, wantedOf(inputs))).toBeLessThanOrEqual(0);
    expect({ ...settled, stages: 'any' }).toEqual({ ...inputs.choice, stages: 'any' });
  }
});
