/** What a job wants next, from the doorbell on. */
import { isPlan } from '$core/planning/model/infeasible';
import { HOUR } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { routeNow, siteNow, waitsFor } from '$core/job-plan/job-at';
import { EFFORTS } from '$core/job-plan/efforts';
import { makePlan } from '$core/job-plan/make-plan';
import { operationId, plannedSteps } from '$core/planning/model/operation-id';
import { takenDown } from '../../../../../tests/bench-builders';
import { planInputs } from '../../../../../tests/plan-inputs';
import type { Fact } from '../log/events';
import { fold } from '../log/fold';
import { nextActs } from './next-acts';

const [system] = SYSTEMS;
if (!system) throw new Error('no system');
/** Monday 9 March, 07:00: nobody may come into the kitchen before 09:00. */
const MONDAY = Date.UTC(2026, 2, 9, 7);

function job(visits: boolean, log: readonly Fact[] = []) {
  const inputs = { ...planInputs(system as NonNullable<typeof system>, { visits }), state: fold(log) };
  const plan = makePlan(inputs, MONDAY, undefined, EFFORTS.first);
  if (!plan || !isPlan(plan.result)) throw new Error('no plan');
  const planned = plannedSteps(plan);
  const starts = new Map(planned.map((s) => [operationId(s.lot, s.step), s.start]));
  const zones = [{ id: 'z', colour: 'Thistledown' }];
  const own = { ...inputs, route: routeNow(inputs), site: siteNow(inputs), waits: waitsFor(inputs), zones };
  return { lots: inputs.lots, at: (now: number) => nextActs(own, now, starts, 'Etc/UTC') };
}

describe('what a job wants next', () => {
  it('is to arrive and take down, not the washing of what still hangs', () => {
    const { at } = job(true);
    const [first, ...rest] = at(MONDAY);
    expect(first).toMatchObject({ words: 'Arrive and protect · kitchen', status: 'ready', pieces: 0 });
    expect(rest.every((a) => a.status !== 'up')).toBe(true);
    const down = rest.find((a) => a.words === 'Label and take down, lot A · kitchen');
    expect(down?.pieces).toBe(job(true).lots[0]?.pieces.length);
    expect(rest.map((a) => a.words).join()).not.toContain('Clean');
  });
  it('waits for its day in the house: the evening before it says when', () => {
    const [first] = job(true).at(MONDAY - 14 * HOUR);
    expect(first).toMatchObject({ status: 'waiting', from: MONDAY + 2 * HOUR });
  });
  it('is to carry what came down, then to work on it', () => {
    const { lots } = job(true);
    const down = job(true, takenDown([...(lots[0]?.pieces ?? [])]));
    const words = down.at(MONDAY).map((a) => a.words);
    expect(words.some((w) => /^Carry to where it is coated, lot A$/.test(w))).toBe(true);
    expect(words.some((w) => /^Clean.* · lot A$/.test(w))).toBe(true);
    expect(words.some((w) => w.includes('Label and take down, lot A'))).toBe(false);
  });
  it('without visits is what is to be done to the pieces, which still hang', () => {
    const list = job(false).at(MONDAY);
    expect(list.filter((a) => a.words.includes('lot A'))).toMatchObject([{ status: 'up' }]);
  });
});
