/** Colours of one kitchen that are turned in different ways: route, plan, take-off, bench, and the planner's own choice. */
import { isPlan } from '$core/planning/model/infeasible';
import { beforeEach, expect, it } from 'vitest';
import { v7 as newId } from 'uuid';
import { newDatabase } from '../../../../../tests/new-database';
import type { FactBody } from '$core/bench/log/events';
import { pieceMark } from '$core/bench/view/mark';
import { nextStep } from '$core/bench/guard/window';
import { gets } from '$core/coating/route';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { audit } from '$core/planning/audit/audit';
import { choiceSchema, type Choice } from '$core/planning/job/choice';
import { dayToMs } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { choosePlan } from '../plan/choose-plan';
import { makeCurrentPlan } from '../plan/make/make-plan';
import { openJob } from '../job/open-job';
import { choiceFromForm } from '../plan/plan-form';
import { recordFacts } from '../bench/record-facts';
import { saveSurvey } from '../survey/save-survey';
import { summarise } from '../job/summaries';
import { takeOff } from './take-off';
import { addZone, paintZone } from '../survey/zones';

const ZONE = 'America/Halifax';
const NOW = dayToMs('2026-03-09', ZONE);
let [db, job, worker, island]: [Db, string, string, string] = [undefined as never, '', '', ''];

function choice(fields: Record<string, string> = {}): Choice {
  const form = new FormData();
  for (const [key, value] of Object.entries({
    system: SHELLAC_URETHANE.key,
    rules: 'yes',
    fixed: 'yes',
    lotSize: '4',
    rackSlots: '12',
    ...fields,
  }))
    form.set(key, value);
  return choiceSchema.parse(choiceFromForm(db, openJob(db, job), form, NOW));
}
const record = (at: number, body: FactBody): string => {
  const id = newId();
  recordFacts(db, job, [{ id, job, at, worker, device: 'd', body }]);
  return id;
};
const backOf = async (): Promise<number> => {
  const plan = await makeCurrentPlan(db, job, () => NOW);
  if (!plan || !isPlan(plan.result)) throw new Error('no plan');
  expect(audit(plan.problem, plan.result)).toEqual([]);
  return plan.result.makespan;
};

beforeEach(() => {
  ({ db, job, worker } = newDatabase({ zone: ZONE }, NOW));
  saveSurvey(
    db,
    job,
    'wall North\nupper 30 : pair\nupper 30 : pair\nbase 36 : drawer / pair\nbase 30 : pair\n',
  );
  island = addZone(db, job, { name: 'Lowers', colour: 'Ironblue', hex: '#2B3A4A', sheen: 'satin' });
  const lowers = openJob(db, job).pieces.slice(4);
  paintZone(
    db,
    job,
    island,
    lowers.map((p) => p.id),
  );
});

it('each colour goes its own way, and the plan is right', async () => {
  await choosePlan(db, job, choice(), () => NOW);
  const before = takeOff(db, openJob(db, job), null);
  const lying = await backOf();
  await choosePlan(db, job, choice({ [`pattern.${island}`]: 'hung' }), () => NOW);
  const file = openJob(db, job);
  expect(file.choice?.patterns).toEqual({ [island]: 'hung' });
  const of = (zone: string) => file.pieces.filter((p) => p.zoneId === zone).map((p) => p.id);
  const [uppers, lowers] = [of(file.zones[0]?.id ?? ''), of(island)];
  const keys = (piece: string) => file.route.filter((s) => gets(s, piece)).map((s) => s.key);
  expect(keys(uppers[0] ?? '')).toContain('flip');
  expect(keys(lowers[0] ?? '')).not.toContain('flip');
  expect(keys(lowers[0] ?? '').filter((k) => k.startsWith('hung.all.'))).not.toHaveLength(0);
  expect(await backOf()).toBeLessThanOrEqual(lying);
  // The same film on the same faces: the litres that stay on the work are the same.
  const after = takeOff(db, file, null);
  const laid = (t: typeof before) => t?.lines.reduce((sum, l) => sum + l.onWorkMl, 0) ?? NaN;
  expect(laid(after)).toBeCloseTo(laid(before), 6);
  expect(after?.lines.filter((l) => l.zone === island)).toHaveLength(1);
  // Passes are counted as each piece gets them, and add up on the door marks.
  const marks = file.pieces.map((p) => pieceMark(file.state, file.route, p.id, NOW, file.waits));
  expect(marks.every((m) => m.front.of === 2 && m.back.of === 2)).toBe(true);
  expect(summarise(file).passes).toBe(uppers.length * 6 + lowers.length * 3);
  // Fixed work is coated once, whatever the ways.
  expect(file.site.filter((s) => s.kind === 'coat')).toHaveLength(
    3 * new Set(file.site.flatMap((s) => s.zone ?? [])).size,
  );
});

it('the bench asks of each piece what its way asks; what is begun is not turned otherwise', async () => {
  await choosePlan(db, job, choice({ [`pattern.${island}`]: 'hung' }), () => NOW);
  const file = openJob(db, job);
  const all = file.pieces.map((p) => p.id);
  record(NOW, { kind: 'piece.labelled', pieces: all });
  record(NOW, { kind: 'piece.down', pieces: all, place: 'tent' });
  let at = NOW;
  for (const step of file.route.filter((s) => s.kind === 'prep')) {
    at += 24 * 3_600_000;
    const begun = file.lots.map((lot) =>
      record(at, { kind: 'work.started', step: step.key, lot: lot.id, pieces: lot.pieces }),
    );
    at += 3_600_000;
    for (const work of begun) record(at, { kind: 'work.finished', work, leftOut: [] });
  }
  const now = openJob(db, job);
  const next = (zone: string) =>
    new Set(
      now.pieces.filter((p) => p.zoneId === zone).map((p) => nextStep(now.state, now.route, p.id)?.key),
    );
  expect([...next(island)]).toEqual(['hung.all.shellac-primer.1']);
  expect([...next(file.zones[0]?.id ?? '')]).toEqual(['back.shellac-primer.1']);
  const ownLot = now.lots.find((l) => now.pieces.some((p) => p.zoneId === island && l.pieces.includes(p.id)));
  const hung = ownLot?.pieces ?? [];
  const lot = ownLot?.id ?? '';
  const wrong: FactBody = { kind: 'work.started', step: 'back.shellac-primer.1', lot, pieces: hung };
  expect(() => record(at + 1000, wrong)).toThrow(/“Prime backs” is not for/);
  record(at + 1000, { kind: 'work.started', step: 'hung.all.shellac-primer.1', lot, pieces: hung });
  await expect(choosePlan(db, job, choice({ [`pattern.${island}`]: '' }), () => NOW)).rejects.toThrow(
    /recorded already/,
  );
});

it('left to the planner, every colour is turned as hands back soonest', async () => {
  await choosePlan(db, job, choice(), () => NOW);
  const plain = await backOf();
  await choosePlan(db, job, choice({ openPattern: 'yes' }), () => NOW);
  const settled = openJob(db, job).choice;
  expect(settled?.pattern).not.toBe('backs-then-fronts');
  expect(await backOf()).toBeLessThan(plain);
});
