/** A touch-up as steps in the kitchen: planned, waited for and done as the fixed work is. */
import { isPlan } from '$core/planning/model/infeasible';
import { DAY } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { planInputs } from '../../../../../tests/plan-inputs';
import { begunInKitchen, contextOf, fact, MINUTE, uuid } from '../../../../../tests/bench-builders';
import { GLAZE_CLEAR, SHELLAC_URETHANE } from '../../coating/systems/index';
import { jobAt, routeNow, siteNow } from '../../job-plan/job-at';
import { planJob } from '../../planning/job/plan-job';
import { readOperationId } from '../../planning/model/operation-id';
import { EFFORTS } from '../../job-plan/efforts';
import { audit } from '../../planning/audit/audit';
import { dayToMs } from '../../units/clock-time';
import type { Context } from './context';
import { judge } from '../log/judge';
import { bodySchema, type Fact, type FactBody } from '../log/events';
import { fold } from '../log/fold';
import { cureOf, kitchenSteps, touchUpSteps } from './touch-up-steps';

const inputs = planInputs(SHELLAC_URETHANE, { fixed: false, startDay: '2026-03-09' });
const [piece] = inputs.pieces;
const route = routeNow(inputs);
const START = dayToMs('2026-03-09', 'Etc/UTC');
let n = 0;
const at = (day: number, body: unknown): Fact => ({
  ...fact(0, bodySchema.parse(body)),
  id: uuid(5000 + n++),
  at: Math.round(START + day * DAY),
});
const hung = inputs.pieces.map((p) => at(-40, { kind: 'piece.hung', piece: p.id, opening: p.id }));
const found = at(0, {
  kind: 'check.recorded',
  piece: piece?.id,
  face: 'front',
  test: { method: 'visual', failure: 'peeling' },
});
const plan = (scope: string, day: string): FactBody =>
  bodySchema.parse({ kind: 'touch-up.planned', touchUp: found.id, scope, day });
const context = (facts: readonly Fact[]): Context => {
  const state = fold(facts);
  const cureMinutes = cureOf(route);
  return contextOf(route, facts, {
    ...{ state, cureMinutes, codes: new Map(inputs.pieces.map((p) => [p.id, p.code])) },
    site: kitchenSteps([], state, { route, pieces: inputs.pieces, parts: [], zone: 'Etc/UTC', cureMinutes }),
  });
};
const ask = (facts: Fact[], day: number, body: unknown) =>
  judge(context(facts), facts, at(day, body)).map((r) => r.rule);
const step = (i: number): string => `touch-up.${found.id}.${i}`;
const planned = [...hung, found, at(0.1, plan('spot', '2026-03-11'))];

describe('a planned touch-up', () => {
  it('has steps with films and waits of their own, the bare spot primed first', () => {
    const steps = context(planned).site;
    expect(steps.map((s) => s.kind)).toEqual(['prep', 'sand', 'coat', 'coat', 'coat']);
    expect(steps.map((s) => s.product?.kind ?? null)).toEqual([null, null, 'primer', 'finish', 'finish']);
    expect(steps[3]?.after).toMatchObject([{ step: step(2), stage: 'recoat' }]);
    // An hour of hands for what peels, as its kind says; a whole face is more.
    const minutes = (list: typeof steps) => list.reduce((sum, s) => sum + s.minutes, 0);
    expect(Math.abs(minutes(steps) - 60)).toBeLessThanOrEqual(2);
    const face = context([...hung, found, at(0.1, plan('face', '2026-03-11'))]).site ?? [];
    expect(minutes(face)).toBeGreaterThan(minutes(steps));
    expect(context([...hung, found]).site).toEqual([]);
  });

  it('lays anew what lies over the finish: glaze with a rag, then the clear', () => {
    const glazed = planInputs(GLAZE_CLEAR, { fixed: false });
    const [own] = glazed.pieces;
    if (!own) throw new Error('no piece');
    const steps = touchUpSteps(
      { id: uuid(1), failure: 'nick', face: 'front' },
      'face',
      own,
      routeNow(glazed),
    );
    const coats = steps.filter((s) => s.product).map((s) => [s.product?.kind, s.tool]);
    expect(coats).toEqual([
      ['finish', 'brush-roller'],
      ['finish', 'brush-roller'],
      ['glaze', 'rag'],
      ['clear', 'brush-roller'],
    ]);
  });

  it('does not begin before its day, nor a coat before the film under it is ready', () => {
    expect(ask(planned, 1, begunInKitchen(step(0)))).toContain('too-early');
    expect(ask(planned, 2.4, begunInKitchen(step(0)))).toEqual([]);
    expect(ask(planned, 2.4, begunInKitchen(step(1)))).toContain('skipped-step');
    const facts = [...planned];
    for (const i of [0, 1, 2]) {
      const begun = at(2.4 + i * 0.1, begunInKitchen(step(i)));
      facts.push(begun, at(2.41 + i * 0.1, { kind: 'work.finished', work: begun.id, leftOut: [] }));
    }
    const primer = context(facts).site?.[2]?.product;
    const ready = 2.61 + (primer?.stages.recoat?.value ?? 0) / 1440;
    expect(ask(facts, ready - 0.01, begunInKitchen(step(3)))).toContain('too-early');
    expect(ask(facts, ready + 0.01, begunInKitchen(step(3)))).not.toContain('too-early');
    // What was begun goes on as it was planned.
    expect(ask(facts, 3, plan('piece', '2026-03-20'))).toEqual(['done-already']);
    const closed = at(3, { kind: 'touch-up.closed', touchUp: found.id, minutes: 40, note: '' });
    expect(context([...facts, closed]).site?.map((s) => s.key)).toEqual([step(0), step(1), step(2)]);
    expect(ask([...facts, closed], 4, plan('spot', '2026-03-20'))).toEqual(['done-already']);
  });

  it('stands as it was planned where its work begins in the same instant', () => {
    const begun = { ...at(0.1, begunInKitchen(step(0))), at: planned.at(-1)?.at ?? 0 };
    expect(context([...planned, begun]).site).toHaveLength(5);
  });

  it('is refused for a day on which its film is too young', () => {
    const last = route.findLast((s) => s.kind === 'coat');
    const begun = at(-3, { kind: 'work.started', step: last?.key, lot: 'lot0', pieces: [piece?.id] });
    const young = [begun, at(-2.9, { kind: 'work.finished', work: begun.id }), ...hung, found];
    // What peels bonds for a week first.
    expect(ask(young, 0.1, plan('spot', '2026-03-12'))).toEqual(['too-early']);
    expect(ask(young, 0.1, plan('spot', '2026-03-14'))).toEqual([]);
  });

  it('stands in the plan of the job: in its order, after its waits, on its day or later', () => {
    const now = { ...inputs, state: fold(planned) };
    expect(siteNow(now)).toHaveLength(5);
    const job = jobAt(now, START + 0.5 * DAY, 40);
    const made = planJob(job, EFFORTS.stored);
    if (!made || !isPlan(made.result)) throw new Error('no plan');
    expect(audit(made.problem, made.result)).toEqual([]);
    const times = made.result.assignments
      .filter((a) => readOperationId(a.operation)?.step.startsWith('touch-up'))
      .sort((a, b) => a.start - b.start);
    expect(times).toHaveLength(5);
    expect(job.t0 + (times[0]?.start ?? 0) * MINUTE).toBeGreaterThanOrEqual(dayToMs('2026-03-11', 'Etc/UTC'));
    const wait = context(planned).site?.[3]?.after[0]?.min ?? 0;
    expect(wait).toBeGreaterThan(0);
    expect((times[3]?.start ?? 0) - (times[2]?.end ?? 0)).toBeGreaterThanOrEqual(wait);
  });
});
