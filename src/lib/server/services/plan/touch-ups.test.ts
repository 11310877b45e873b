/** Touch-ups of a finished kitchen stand in its plan, at the bench and in a round, and leave its hand-back alone. */
import { isPlan } from '$core/planning/model/infeasible';
import { beforeEach, expect, it } from 'vitest';
import { v7 as newId } from 'uuid';
import { pastDatabase } from '../../../../../tests/past-database';
import { checkPage } from '$core/bench/pages/check';
import { openBench } from '$core/bench/view/bench-job';
import { TOOL_FACTS } from '$core/coating/tool';
import { plannedSteps } from '$core/planning/model/operation-id';
import { isTouchUp } from '$core/takeoff/site-route';
import { dayToMs, isoDay } from '$core/units/clock-time';
import type { Db } from '$server/db/open';
import { listSummaries } from '$server/store/summaries';
import { listWorkers } from '$server/store/workers';
import { planTouchUps, visitsToMake } from '$server/services/across/rounds';
import { stations } from '$server/services/across/spine';
import { benchPack } from '$server/services/bench/bench-pack';
import { recordFacts } from '$server/services/bench/record-facts';
import { openJob } from '$server/services/job/open-job';
import { bars } from './bars';
import { handBack } from './hand-back';
import { makeCurrentPlan } from './make/make-plan';

const ZONE = 'America/Halifax';
const NOW = Date.UTC(2026, 2, 11, 13, 20);
let db: Db;
let job: string;
let worker: string;

beforeEach(async () => {
  ({ db, worker } = await pastDatabase());
  job = listSummaries(db).find((s) => s.handedOver !== null && s.openTouchUps === 0)?.id ?? '';
});

/** Somebody found that one of its pieces peels. */
const find = (piece: number): string => {
  const id = newId();
  const own = openJob(db, job).pieces[piece]?.id;
  const body = { kind: 'check.recorded', piece: own, test: { method: 'visual', failure: 'peeling' } };
  recordFacts(db, job, [{ id, job, at: NOW, worker, device: 'test', body }]);
  return id;
};
const planNow = () => makeCurrentPlan(db, job, () => NOW);

it('nothing is planned while a touch-up is only open', async () => {
  find(3);
  expect(await planNow()).toBeNull();
  expect(visitsToMake(db, NOW).find((v) => v.job === job)).toMatchObject({ touchUps: 1 });
});

it('a round plans them for its day; they follow one another, and the kitchen stays home', async () => {
  find(3);
  find(4);
  const day = '2026-03-13';
  expect(planTouchUps(db, [job], day, { worker, device: 'test' }, NOW)).toEqual({ planned: 2, left: [] });
  const plan = await planNow();
  if (!plan || !isPlan(plan.result)) throw new Error('no plan');
  const steps = plannedSteps(plan);
  expect(steps.every((s) => isTouchUp(s.step) && isoDay(s.start, ZONE) >= day)).toBe(true);
  const file = openJob(db, job);
  expect(new Set(steps.map((s) => s.step))).toEqual(
    new Set(file.site.flatMap((s) => (s.touchUp ? [s.key] : []))),
  );
  expect(handBack(plan)).toBeNull();
  expect(stations(file, plan).find((s) => s.key === 'plan')?.fact).toBe('all home');
  const people = new Map(listWorkers(db).map((w) => [w.id, w.name]));
  expect(
    bars(file, plan, people).filter((b) => b.tense === 'planned' && b.words.startsWith('Touch up')),
  ).toHaveLength(steps.length);
  expect(Math.min(...steps.map((s) => s.start))).toBeGreaterThanOrEqual(dayToMs(day, ZONE));
});

it('says what its coats take, by area, film, solids and what the brush leaves behind', () => {
  find(3);
  const file = openJob(db, job);
  const bench = openBench(benchPack(db, { file, plan: null }, NOW));
  const remedy = checkPage(bench, null, NOW).touchUps[0]?.remedy;
  const coats = remedy?.steps.filter((s) => s.product) ?? [];
  expect(remedy?.materials.map((m) => m.product).sort()).toEqual(
    [...new Set(coats.map((s) => s.product?.name ?? ''))].sort(),
  );
  expect(remedy?.coatFrom).toBe(remedy?.from);
  for (const m of remedy?.materials ?? []) {
    const own = coats.filter((s) => s.product?.name === m.product);
    const { dryFilm, solids } = own[0]?.product ?? { dryFilm: { value: NaN }, solids: { value: NaN } };
    const { transfer } = TOOL_FACTS[own[0]?.tool ?? 'brush'];
    // m² × µm is mL; five more are lost in brush and cup.
    const ml = (own.length * (own[0]?.areaM2 ?? 0) * dryFilm.value) / solids.value / transfer;
    expect(m.ml).toBe(Math.ceil(ml + 5));
  }
});

it('closed ones are planned no more', async () => {
  const touchUp = find(3);
  planTouchUps(db, [job], '2026-03-12', { worker, device: 'test' }, NOW);
  expect(await planNow()).not.toBeNull();
  const body = { kind: 'touch-up.closed', touchUp, minutes: 20, note: '' };
  recordFacts(db, job, [{ id: newId(), job, at: NOW, worker, device: 'test', body }]);
  expect(openJob(db, job).site.filter((s) => s.touchUp)).toEqual([]);
  expect(await planNow()).toBeNull();
});

it('one that is planned for next year leaves the plan alone until then', async () => {
  const touchUp = find(3);
  const body = { kind: 'touch-up.planned', touchUp, scope: 'spot', day: '2027-03-12' };
  recordFacts(db, job, [{ id: newId(), job, at: NOW, worker, device: 'test', body }]);
  expect(await planNow()).toBeNull();
});
