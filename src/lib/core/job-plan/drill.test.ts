/** New holes for handles are drilled as pieces come down, or once their fronts are primed. */
import { isPlan } from '../planning/model/infeasible';
import { describe, expect, it } from 'vitest';
import { planInputs } from '../../../../tests/plan-inputs';
import { PATTERNS } from '$core/coating/pattern';
import { gets } from '$core/coating/route';
import { SYSTEMS } from '$core/coating/systems/index';
import { audit } from '../planning/audit/audit';
import { operationId } from '../planning/model/operation-id';
import { SITE } from '../takeoff/site-route';
import { visitKey } from '../takeoff/visits';
import { EFFORTS } from './efforts';
import { constantClimate } from '../../../../tests/constant-climate';
import { routeNow, siteNow, waitsFor } from './job-at';
import { makePlan } from './make-plan';

const AT = Date.UTC(2026, 2, 9, 6);
const [system] = SYSTEMS;
if (!system) throw new Error('no system');
/** Every third piece gets new holes. */
const drilled = (i: number) => ({ handles: i % 3 === 0 ? ('drill' as const) : ('keep' as const) });
const asked = (holes: 'down' | 'primed', more: object = {}) =>
  planInputs(system, { schools: { holes }, visits: true, fixed: true, ...more }, drilled);
const down = (inputs: ReturnType<typeof asked>): number =>
  siteNow(inputs).reduce((sum, s) => sum + (s.visit?.kind === 'down' ? s.minutes : 0), 0);

it('takes its minutes once: at the take-down or on the bench', () => {
  const [before, after] = [asked('down'), asked('primed')];
  expect(routeNow(before).some((s) => s.kind === 'drill')).toBe(false);
  const drill = routeNow(after).find((s) => s.kind === 'drill');
  const members = after.pieces.filter((p) => drill && gets(drill, p.id));
  expect(members.map((p) => p.condition.handles)).toEqual(members.map(() => 'drill'));
  expect(members.length).toBe(4);
  // Rounded up lot by lot.
  const less = down(before) - down(after);
  expect(Math.abs(less - members.length * (drill?.minutesPerPiece ?? NaN))).toBeLessThan(after.lots.length);
  const acts = (inputs: typeof after) =>
    siteNow(inputs)
      .filter((s) => s.visit?.kind === 'down')
      .map((s) => s.act);
  expect(acts(before).every((a) => a.includes('drill'))).toBe(true);
  expect(acts(after).some((a) => a.includes('drill'))).toBe(false);
});

it('takes the company’s own minutes', () => {
  const own = asked('primed', { visitMinutes: { drill: 9 } });
  expect(routeNow(own).find((s) => s.kind === 'drill')?.minutesPerPiece).toBe(9);
});

it('is no step where no piece gets new holes', () => {
  const none = planInputs(system, { schools: { holes: 'primed' } });
  expect(routeNow(none).some((s) => s.kind === 'drill')).toBe(false);
});

describe.each(PATTERNS)('turned %s', (pattern) => {
  it.each(SYSTEMS.map((s) => [s.key, s] as const))(
    '%s: after the fronts are primed and dry, before their next coat',
    (_, own) => {
      const inputs = planInputs(own, { schools: { holes: 'primed' }, pattern }, drilled);
      const route = routeNow(inputs);
      const at = route.findIndex((s) => s.kind === 'drill');
      const drill = route[at];
      const fronts = (from: number, to?: number) =>
        route.slice(from, to).filter((s) => s.kind === 'coat' && (s.face === 'front' || s.face === 'all'));
      expect(fronts(0, at).length).toBeGreaterThan(0);
      const all = fronts(0).length;
      // A single coat is followed by hanging alone.
      if (all > 1) expect(fronts(at).length).toBeGreaterThan(0);
      const [last] = fronts(0, at).slice(-1);
      expect(drill?.after.some((r) => r.step === last?.key && r.film !== null)).toBe(true);
      const next = route[at + 1];
      expect(next?.after.some((r) => r.step === drill?.key)).toBe(true);
    },
  );
});

it('stands in the plan after the primer and before the next coat of its lot', () => {
  const inputs = asked('primed');
  const made = makePlan(inputs, AT, undefined, EFFORTS.compare);
  if (!made || !isPlan(made.result)) throw new Error('no plan');
  expect(audit(made.problem, made.result)).toEqual([]);
  const times = new Map(made.result.assignments.map((a) => [a.operation, a]));
  const route = routeNow(inputs);
  const at = route.findIndex((s) => s.kind === 'drill');
  const before = route.slice(0, at).findLast((s) => s.kind === 'coat');
  const after = route.slice(at).find((s) => s.kind === 'coat');
  let seen = 0;
  for (const { id } of inputs.lots) {
    const drill = times.get(operationId(id, 'drill'));
    if (!drill) continue;
    seen++;
    expect(drill.start).toBeGreaterThanOrEqual(
      times.get(operationId(id, before?.key ?? ''))?.end ?? Infinity,
    );
    expect(drill.end).toBeLessThanOrEqual(times.get(operationId(id, after?.key ?? ''))?.start ?? -1);
    expect(times.has(operationId(SITE, visitKey('down', id)))).toBe(true);
  }
  expect(seen).toBeGreaterThan(0);
});

it('waits for the longer of two waits of one film: those that are drilled sooner do not hurry the others', () => {
  const oil = SYSTEMS.find((s) => s.key === 'oil-enamel');
  if (!oil) throw new Error('no oil enamel');
  const climate = constantClimate({ celsius: 18, humidity: 0.55, wind: 0.1 }, Date.UTC(2026, 2, 7), 120);
  const own = planInputs(oil, { schools: { holes: 'primed' }, air: 'place', pattern: 'hung' }, drilled);
  const inputs = { ...own, air: { climate, multipliers: [] }, houseAir: null };
  const made = makePlan(inputs, AT, undefined, EFFORTS.compare);
  if (!made || !isPlan(made.result)) throw new Error('no plan');
  const times = new Map(made.result.assignments.map((a) => [a.operation, a]));
  const waits = waitsFor(inputs);
  let seen = 0;
  for (const step of routeNow(inputs))
    for (const need of step.after)
      for (const { id } of inputs.lots) {
        const [from, to] = [times.get(operationId(id, need.step)), times.get(operationId(id, step.key))];
        if (!from || !to || !need.film || !need.stage) continue;
        seen++;
        const ready = waits.readyAt(need.film, need.stage, made.t0 + from.end * 60_000, need.wet);
        expect(made.t0 + to.start * 60_000, `${step.key} after ${need.step}`).toBeGreaterThanOrEqual(ready);
      }
  expect(seen).toBeGreaterThan(6);
});
