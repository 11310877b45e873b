/**
 * The demo of 1 December 2026, when work in the kitchen had kinds of facts of its own, reads as it read then. Both files were written by
 * that version: the database with the jobs that have such facts or a plan, and what it made of them.
 */
import { isPlan } from '$core/planning/model/infeasible';
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { expect, it } from 'vitest';
import { doneInKitchen, kitchenWorks, pieceState } from '$core/bench/state/state';
import { openBench } from '$core/bench/view/bench-job';
import { careDates } from '$core/bench/view/care';
import { homeWaits } from '$core/bench/view/home-waits';
import { openDatabase } from '../../db/open';
import { DEMO_NOW } from '../../demo/demo';
import { benchPack } from '../bench/bench-pack';
import { currentPlan } from '../plan/make/current-plan';
import { openJob } from './open-job';

const unzipped = (kind: 'json' | 'db'): Buffer =>
  gunzipSync(readFileSync(`tests/files/demo-1-december-2026.${kind}.gz`));

interface Reads {
  name: string;
  pieces: Record<string, object>;
  kitchen: unknown[];
  underWay: unknown[];
  care: unknown[];
  plan: unknown[] | null;
  stale: string | null;
}
const then = JSON.parse(unzipped('json').toString()) as Record<string, Reads>;
const db = openDatabase(unzipped('db'));

it.each(Object.entries(then))('a job of then: %s', (id, was) => {
  const file = openJob(db, id);
  const { state, job, pieces } = file;
  const { plan, stale } = currentPlan(db, file, DEMO_NOW);
  const bench = openBench(benchPack(db, { file, plan }, DEMO_NOW));
  expect(file.faults).toEqual([]);
  expect(job.name).toBe(was.name);
  expect(
    Object.fromEntries(
      pieces.map((p) => {
        const { labelled, down, place, missing, hungAt, done } = pieceState(state, p.id);
        const steps = [...done].map(([step, d]) => [step, d.start, d.end, d.worker]).sort();
        return [p.id, { labelled, down, place, missing, hungAt, done: steps }];
      }),
    ),
  ).toEqual(was.pieces);
  const kitchen = [...kitchenWorks(state).values()];
  expect(kitchen.map((w) => [w.step, w.start, doneInKitchen(state, w.step), w.worker]).sort()).toEqual(
    was.kitchen,
  );
  const open = [...state.works.values()].filter((w) => w.end === null);
  expect(open.map((w) => [w.lot, w.step, w.worker, w.start]).sort()).toEqual(was.underWay);
  expect(
    pieces.map((p) =>
      careDates(bench.state, bench.route, [p.id], homeWaits(bench)).map((c) => [c.stage, c.at]),
    ),
  ).toEqual(was.care);
  expect(
    plan && isPlan(plan.result)
      ? plan.result.assignments.map((a) => [a.operation, a.worker, a.start, a.end])
      : null,
  ).toEqual(was.plan);
  expect(stale).toBe(was.stale);
});

it('has work in the kitchen of the older kinds, a plan, and care dates', () => {
  const all = Object.values(then);
  const older = db.prepare<[], number>("SELECT count(*) FROM event WHERE kind LIKE 'site.%'").pluck().get();
  expect(older).toBe(42);
  expect(all.filter((j) => j.kitchen.length > 0)).toHaveLength(2);
  expect(all.filter((j) => j.plan)).toHaveLength(2);
  expect(all.some((j) => j.care.some((c) => (c as unknown[]).length > 0))).toBe(true);
});
