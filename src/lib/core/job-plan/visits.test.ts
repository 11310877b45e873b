import { isPlan } from '../planning/model/infeasible';
import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { HANDLING } from '$core/coating/handling';
import { carryMinutes, takeDownMinutes, visitKey } from '$core/takeoff/visits';
import { SITE } from '$core/takeoff/site-route';
import { operationId, readOperationId } from '../planning/model/operation-id';
import { planInputs } from '../../../../tests/plan-inputs';
import { householdIn } from './household';
import type { PlanInputs } from './inputs';
import { jobAt, routeNow } from './job-at';
import { buildProblem } from '../planning/job/job-problem';
import { makePlan } from './make-plan';

const AT = Date.UTC(2026, 2, 9, 6);
const system = SYSTEMS.find((s) => s.products.some((p) => p.stages.handles));
if (!system) throw new Error('no system whose handles wait');

const planned = (inputs: PlanInputs) => {
  const made = makePlan(inputs, AT);
  if (!made || !isPlan(made.result)) throw new Error('no plan');
  const at = new Map(made.result.assignments.map((a) => [a.operation, a]));
  const of = (id: string) => {
    const a = at.get(id);
    if (!a) throw new Error(`no ${id}`);
    return a;
  };
  return { made, result: made.result, of, has: (id: string) => at.has(id) };
};
const visit = (kind: Parameters<typeof visitKey>[0], lot: string | null = null): string =>
  operationId(SITE, visitKey(kind, lot));
const asked = { visits: true, rules: { travelMinutes: 15 } };

describe('a plan from the doorbell to the last handle', () => {
  const inputs = planInputs(system, asked);
  const { made, result, of } = planned(inputs);
  const route = routeNow(inputs);
  const { lots } = inputs;

  it('takes each lot down after arriving, and carries it before anything is done to it', () => {
    for (const { id } of lots) {
      expect(of(visit('down', id)).start).toBeGreaterThanOrEqual(of(visit('arrive')).end);
      expect(of(visit('out', id)).start).toBeGreaterThanOrEqual(of(visit('down', id)).end);
      const own = result.assignments.filter((a) => readOperationId(a.operation)?.lot === id);
      expect(own.length).toBeGreaterThan(4);
      for (const a of own) expect(a.start).toBeGreaterThanOrEqual(of(visit('out', id)).end);
    }
    // The fixed work is not touched either before the kitchen is protected.
    for (const a of result.assignments)
      if (readOperationId(a.operation)?.lot === SITE && a.operation !== visit('arrive'))
        expect(a.start).toBeGreaterThanOrEqual(of(visit('arrive')).end);
  });
  it('carries home what has all its coats, then hangs it', () => {
    for (const { id } of lots) {
      const back = of(visit('back', id));
      for (const step of route.filter((s) => s.kind === 'coat'))
        if (made.problem.operations.some((o) => o.id === operationId(id, step.key)))
          expect(of(operationId(id, step.key)).end).toBeLessThanOrEqual(back.start);
      expect(of(operationId(id, 'hang')).start).toBeGreaterThanOrEqual(back.end);
    }
  });
  it('fits handles once every film that takes prints is print-free, if need be on a second visit after the walk', () => {
    const handles = of(visit('handles'));
    for (const { id } of lots) {
      expect(handles.start).toBeGreaterThanOrEqual(of(operationId(id, 'hang')).end);
      for (const { key, product } of route) {
        const figure = product?.stages.handles;
        if (figure && made.problem.operations.some((o) => o.id === operationId(id, key)))
          expect(handles.start).toBeGreaterThanOrEqual(of(operationId(id, key)).end + figure.value);
      }
    }
    const walk = of(visit('walk'));
    const last = Math.max(...lots.map(({ id }) => of(operationId(id, 'hang')).end));
    expect(of(visit('collect')).start).toBeGreaterThanOrEqual(last);
    expect(walk.start).toBeGreaterThanOrEqual(of(visit('collect')).end);
    expect(result.makespan).toBe(walk.end);
  });
  it('counts days without fronts from taking down to hanging, not to the walk', () => {
    const household = householdIn(made, inputs);
    const first = Math.min(...lots.map((l) => of(visit('down', l.id)).start));
    const last = Math.max(...lots.map((l) => of(operationId(l.id, 'hang')).end));
    expect(household?.from).toBe(made.t0 + first * 60_000);
    expect(household?.to).toBe(made.t0 + (last - 1) * 60_000);
  });
  it('carries nothing where pieces are coated in the house, and plans no visit that nobody asked for', () => {
    const there = planned(planInputs(system, { ...asked, place: 'house' }));
    for (const { id } of lots) {
      expect(there.has(visit('down', id))).toBe(true);
      expect(there.has(visit('out', id))).toBe(false);
      expect(there.has(visit('back', id))).toBe(false);
    }
    const without = planned(planInputs(system));
    expect(without.result.assignments.some((a) => a.operation.includes('visit.'))).toBe(false);
  });
  it('makes every visit in one go, and fits the handles on the first day that they may go on', () => {
    const open = new Map(made.problem.calendars.map((c) => [c.id, c.open]));
    const dayOf = (minute: number) => Math.floor((made.t0 / 60_000 + minute) / 1440);
    const visited = result.assignments.filter((a) => a.operation.includes('visit.'));
    expect(visited.length).toBeGreaterThan(4);
    for (const a of visited) {
      const minutes = made.problem.operations.find((o) => o.id === a.operation)?.minutes ?? NaN;
      expect(a.end - a.start, a.operation).toBe(minutes);
    }
    for (const goals of [
      ['visits', 'back'],
      ['hours', 'visits'],
      ['fronts', 'moves'],
    ]) {
      const plan = planned({ ...inputs, choice: { ...inputs.choice, goals } as PlanInputs['choice'] });
      const handles = plan.of(visit('handles'));
      const ready = Math.max(
        ...plan.made.problem.links
          .filter((l) => l.to === visit('handles'))
          .map((l) => plan.of(l.from).end + l.minLag),
      );
      const free = (open.get('house') ?? []).find(([, to]) => to >= ready + (handles.end - handles.start));
      expect(dayOf(handles.start), goals.join()).toBe(dayOf(Math.max(ready, free?.[0] ?? NaN)));
    }
  });
  it('leaves no visit to be broken off over night, but one that is longer than any stretch of the day', () => {
    const visits = (closes: string) => {
      const houseWeek = { ...inputs.choice.houseWeek, spans: [['09:00', closes]] };
      const built = buildProblem(jobAt(planInputs(system, { ...asked, houseWeek }), AT, 60));
      return (built?.problem.operations ?? []).filter((o) => o.id.includes('visit.'));
    };
    const usual = visits('16:00');
    expect(usual.length).toBeGreaterThan(4);
    expect(usual.filter((o) => o.pausable)).toEqual([]);
    // Open for half an hour a day, a house sees the longer ones cut: nothing else is possible.
    const short = visits('09:30');
    expect(short.filter((o) => o.pausable).length).toBeGreaterThan(0);
    for (const o of short.filter((v) => v.station !== null)) expect(o.pausable).toBe(o.minutes > 30);
  });
  it('makes one that no stretch of the day holds on one day all the same, with the break in it', () => {
    const spans = [
      ['09:00', '10:00'],
      ['14:00', '15:00'],
    ];
    const houseWeek = { ...inputs.choice.houseWeek, spans };
    const visitMinutes = { arrive: 100, walk: 80 };
    const plan = planned(planInputs(system, { ...asked, houseWeek, visitMinutes }));
    const dayOf = (minute: number) => Math.floor((plan.made.t0 / 60_000 + minute) / 1440);
    for (const [kind, minutes] of Object.entries(visitMinutes)) {
      const a = plan.of(visit(kind as 'arrive'));
      expect(a.end - a.start, kind).toBe(minutes + 4 * 60);
      expect(dayOf(a.end - 1), kind).toBe(dayOf(a.start));
    }
  });
  it('does nothing in a house outside its hours, wherever pieces lie there', () => {
    const rules = { quiet: [['12:00', '14:00']] };
    const there = planned(planInputs(system, { visits: true, place: 'house', rules }));
    const hours = there.made.problem.calendars.find((c) => c.id === 'in the house')?.open ?? [];
    const own = there.result.assignments.filter((a) => readOperationId(a.operation));
    expect(own.length).toBeGreaterThan(30);
    for (const a of own) {
      const minutes = there.made.problem.operations.find((o) => o.id === a.operation)?.minutes ?? NaN;
      const within = hours.reduce(
        (sum, [from, to]) => sum + Math.max(0, Math.min(to, a.end) - Math.max(from, a.start)),
        0,
      );
      expect(within, a.operation).toBeGreaterThanOrEqual(minutes);
      for (const minute of [a.start, a.end - 1])
        expect(
          hours.some(([from, to]) => from <= minute && minute < to),
          a.operation,
        ).toBe(true);
    }
  });
  it('fits no handle where there is none', () => {
    const none = planned(planInputs(system, asked, () => ({ handles: 'none' })));
    expect(none.has(visit('handles'))).toBe(false);
    expect(none.has(visit('walk'))).toBe(true);
  });
});

describe('minutes of visits', () => {
  const condition = { hinges: null, handles: 'keep' as const };
  it('a door of 700 mm: label, lift, two hinges, a bag and its handle', () => {
    expect(takeDownMinutes({ id: 'a', form: 'door', h: 700, condition })).toBeCloseTo(
      0.5 + 1.5 + 2 * 0.5 + 0.5 + 0.7,
      12,
    );
  });
  it('a drawer has no hinges; new holes take the jig, and no handle comes off', () => {
    expect(takeDownMinutes({ id: 'a', form: 'drawer', h: 180, condition })).toBeCloseTo(0.5 + 1.5 + 0.7, 12);
    const drilled = { ...condition, handles: 'drill' as const };
    expect(takeDownMinutes({ id: 'a', form: 'drawer', h: 180, condition: drilled })).toBeCloseTo(4.5, 12);
  });
  it('25 pieces are two loads: there and back once more', () => {
    expect(HANDLING.load.value).toBe(24);
    expect(carryMinutes(24, 15)).toBeCloseTo(6 + 24 * 0.8, 12);
    expect(carryMinutes(25, 15)).toBeCloseTo(2 * 6 + 25 * 0.8 + 30, 12);
  });
});
