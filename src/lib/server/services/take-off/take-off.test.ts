import { isPlan } from '$core/planning/model/infeasible';
import { beforeEach, expect, it } from 'vitest';
import { v7 as newId } from 'uuid';
import type { FactBody } from '$core/bench/log/events';
import { factOf } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { isoDay, sayDay } from '$core/units/clock-time';
import { usualCounts } from '$core/coating/system';
import { TOOL_FACTS } from '$core/coating/tool';
import type { Db } from '../../db/open';
import { writeCsv } from '../../base/csv';
import type { StoredPlan } from '../../store/plans';
import { listCans, writeCans } from '../../store/cans';
import { writeSetting } from '../../store/settings';
import { bodyFromForm } from '$core/bench/log/fact-form';
import { choosePlan } from '../plan/choose-plan';
import { makeCurrentPlan } from '../plan/make/make-plan';
import { openJob } from '../job/open-job';
import { choiceFromForm } from '../plan/plan-form';
import { recordFacts } from '../bench/record-facts';
import { Refused } from '../../base/refused';
import { saveSurvey } from '../survey/save-survey';
import { saveCans, shopping, shoppingTable } from './shopping';
import { takeOff } from './take-off';
import { patternBacks, schoolCosts, weigh } from '../plan/weigh';

const NOW = Date.UTC(2026, 2, 9, 10);
let db: Db;
let job: string;
let worker: string;
const choose = async (more: Record<string, string> = {}) => {
  const form = new FormData();
  for (const [k, v] of Object.entries({ system: 'shellac-urethane', startDay: '2026-03-09', ...more }))
    form.set(k, v);
  await choosePlan(db, job, choiceFromForm(db, openJob(db, job), form, NOW), () => NOW);
  const file = openJob(db, job);
  return { file, plan: await makeCurrentPlan(db, job, () => NOW) };
};
/** When primer is laid first by a plan, ms since 1970. */
const firstPrimed = (plan: StoredPlan | null): number => {
  if (!plan || !isPlan(plan.result)) throw new Error('There is no plan');
  const primed = plan.result.assignments.filter((a) => a.operation.includes('shellac-primer'));
  return plan.t0 + Math.min(...primed.map((a) => a.start)) * 60_000;
};
beforeEach(() => {
  ({ db, job, worker } = newDatabase({ houseYear: 1994, zone: 'America/Halifax', colour: 'Slatewing' }, NOW));
  saveSurvey(db, job, 'wall North\nupper 30 : pair\nbase 24 : drawer / door L\n');
});

it('is nothing before a system is chosen', () => {
  expect(takeOff(db, openJob(db, job), null)).toBeNull();
  expect(() => shopping(db, openJob(db, job), null)).toThrow(/No system is chosen/);
});

it('adds up: what is on the work, beside it, in the hose, kept and in reserve', async () => {
  const { file, plan } = await choose();
  const taken = takeOff(db, file, plan);
  expect(taken?.lines.map((l) => [l.product.key, l.colour])).toEqual([
    ['shellac-primer', ''],
    ['urethane-enamel', 'Slatewing'],
  ]);
  for (const l of taken?.lines ?? []) {
    expect(l.volumeMl).toBeCloseTo(l.onWorkMl + l.missesMl + l.lossMl + l.reserveMl + l.keepMl, 9);
    expect(l.onWorkMl / (l.onWorkMl + l.missesMl)).toBeCloseTo(0.65, 9);
    expect(l.cover.ml).toBeGreaterThanOrEqual(l.volumeMl);
  }
  expect(taken?.minutes).toBeCloseTo(
    (taken?.hours ?? []).reduce((s, h) => s + h.minutes, 0),
    9,
  );
  expect(taken?.fixed.map((f) => f.kind)).toEqual(['face-frame', 'toe-kick']);
  // The primer is needed on the day it is laid first, before the enamel.
  expect(taken?.lines[0]?.day).toBe(isoDay(firstPrimed(plan), 'America/Halifax'));
  expect(taken?.lines[1]?.first).toBeGreaterThan(taken?.lines[0]?.first ?? Infinity);
});

it('counts the clean-outs of the plan, which are no fewer than the fewest, with their time and their paint', async () => {
  const { file, plan } = await choose({ lotSize: '2' });
  if (!plan || !isPlan(plan.result)) throw new Error('no plan');
  const material = new Map(plan.problem.operations.map((o) => [o.id, o.material]));
  const order = [...plan.result.assignments]
    .sort((a, b) => a.start - b.start)
    .flatMap((a) => material.get(a.operation) ?? []);
  const turns = order.filter((m, i) => m !== order[i - 1]);
  const cleaning = (of: typeof plan | null) =>
    takeOff(db, file, of)?.hours.find((h) => h.key === 'clean-out')?.minutes ?? 0;
  expect(cleaning(plan)).toBe((turns.length - 1) * TOOL_FACTS.spray.changeoverMinutes);
  expect(turns.length).toBeGreaterThan(2);
  expect(cleaning(plan)).toBeGreaterThanOrEqual(cleaning(null));
  const [primer] = takeOff(db, file, plan)?.lines ?? [];
  expect(primer?.loads).toBe(turns.filter((m) => m === 'shellac-primer').length);
  expect(primer?.lossMl).toBeCloseTo((primer?.loads ?? NaN) * TOOL_FACTS.spray.lossMl, 9);
});

it('a product that is laid already keeps the day it was first needed', async () => {
  const { file } = await choose();
  const pieces = file.pieces.map((p) => p.id);
  const at = Date.now() - 40 * 86_400_000;
  const fact = (body: FactBody, i: number) => factOf(job, worker, at + i * 60_000, body);
  const lot = file.lots[0]?.id ?? '';
  recordFacts(db, job, [
    fact({ kind: 'piece.labelled', pieces }, 0),
    fact({ kind: 'piece.down', pieces, place: 'rack' }, 1),
    fact(
      {
        kind: 'work.started',
        step: 'back.shellac-primer.1',
        lot,
        pieces,
        override: { rule: 'skipped-step', reason: 'bare wood' },
      },
      2,
    ),
  ]);
  const now = openJob(db, job);
  const primer = takeOff(db, now, await makeCurrentPlan(db, job, () => at + 3 * 60_000))?.lines[0];
  expect(primer?.first).toBe(at + 2 * 60_000);
});

it('costs what the cans and the hours cost, once both are known', async () => {
  const { file, plan } = await choose();
  expect(takeOff(db, file, plan)).toMatchObject({ paintCents: null, labourCents: null });
  writeSetting(db, 'costs', { currency: 'CAD', hourCents: 6000 });
  for (const p of SHELLAC_URETHANE.products) writeCans(db, p.key, [{ ml: 1000, cents: 4000 }]);
  const taken = takeOff(db, file, plan);
  const cans = (taken?.lines ?? []).reduce((sum, l) => sum + Math.ceil(l.volumeMl / 1000), 0);
  expect(taken?.paintCents).toBe(cans * 4000);
  expect(taken?.labourCents).toBe(Math.round((taken?.minutes ?? 0) * 100));
  expect(weigh(db, file, plan)?.cents).toBe((taken?.paintCents ?? 0) + (taken?.labourCents ?? 0));
});

it('lists by day of need, and guards the table against formulas', async () => {
  const { file, plan } = await choose();
  const lines = shopping(db, file, plan);
  expect(lines.map((l) => l.product)).toEqual(['Shellac primer', 'Waterborne urethane enamel']);
  expect(lines[0]?.day).toBe(sayDay(firstPrimed(plan), 'America/Halifax'));
  const evil = [{ ...lines[0], colour: '=1+1' } as (typeof lines)[number]];
  expect(writeCsv(shoppingTable(evil))).toContain("'=1+1");
});

it('keeps sizes and prices as they are typed, or says which line is wrong', () => {
  const form = (rows: [string, string][]) => {
    const f = new FormData();
    for (const [size, price] of rows) {
      f.append('size', size);
      f.append('price', price);
    }
    return f;
  };
  saveCans(
    db,
    'shellac-primer',
    form([
      ['0,946', '38.90'],
      ['3.785', ''],
      ['', ''],
    ]),
  );
  expect(listCans(db)).toMatchObject([
    { product: 'shellac-primer', ml: 946, cents: 3890 },
    { ml: 3785, cents: null },
  ]);
  const wrong = (rows: [string, string][]) => {
    try {
      saveCans(db, 'shellac-primer', form(rows));
    } catch (error) {
      if (error instanceof Refused) return error.message;
    }
    return '';
  };
  expect(
    wrong([
      ['1', '5'],
      ['large', '5'],
    ]),
  ).toMatch(/Line 2: write the size in L/);
  expect(wrong([['1', 'cheap']])).toMatch(/Line 1: write the price/);
  expect(
    wrong([
      ['1', '5'],
      ['1', '6'],
    ]),
  ).toMatch(/same size/);
  expect(listCans(db)).toHaveLength(2);
});

it('schools cost what choosing them then costs; hung pieces are home first', async () => {
  const { file, plan } = await choose();
  const before = weigh(db, file, plan);
  const school = (question: string, value: string) =>
    schoolCosts(file)
      .find((s) => s.question === question)
      ?.schools.find((s) => s.value === value);
  const deglosser = school('gloss', 'deglosser');
  const then = await choose({ gloss: 'deglosser' });
  const after = weigh(db, then.file, then.plan);
  expect((after?.minutes ?? 0) - (before?.minutes ?? 0)).toBeCloseTo(deglosser?.minutes ?? NaN, 6);
  await choose({ gloss: 'system' });
  const patterns = await patternBacks(db, openJob(db, job), NOW);
  const backs = new Map(patterns.map((b) => [b.pattern, b.back ?? Infinity]));
  expect(patterns.length).toBeGreaterThan(2);
  for (const { sure, back } of patterns) expect(sure).toBeGreaterThanOrEqual(back ?? Infinity);
  expect(backs.get('hung')).toBeLessThan(backs.get('backs-then-fronts') ?? 0);
  const hung = await choose({ pattern: 'hung' });
  expect(Math.abs((weigh(db, hung.file, hung.plan)?.back ?? 0) - (backs.get('hung') ?? 0))).toBeLessThan(
    6 * 3_600_000,
  );
  expect(usualCounts(SHELLAC_URETHANE)).toEqual(hung.file.choice?.counts);
});

it('in cold air every wait of the plan is kept, and its bound holds', async () => {
  const { file, plan } = await choose({ air: 'place', place: 'shop' });
  const sheet = await choose({ air: 'sheet' });
  if (!plan || !isPlan(plan.result) || !sheet.plan || !isPlan(sheet.plan.result)) throw new Error('no plan');
  expect(plan.result.makespan).toBeGreaterThan(sheet.plan.result.makespan);
  expect(plan.result.lowerBound).toBeLessThanOrEqual(plan.result.makespan);
  const { t0, result } = plan;
  const at = new Map(result.assignments.map((a) => [a.operation, a]));
  let films = 0;
  for (const step of file.route)
    for (const need of step.after)
      for (const lot of file.lots) {
        const [before, then] = [at.get(`${lot.id}:${need.step}`), at.get(`${lot.id}:${step.key}`)];
        if (!need.film || !need.stage || !before || !then) continue;
        films++;
        const ready = file.waits.readyAt(need.film, need.stage, t0 + before.end * 60_000, need.wet);
        expect(t0 + then.start * 60_000).toBeGreaterThanOrEqual(ready - 60_000);
      }
  expect(films).toBeGreaterThan(5);
});

it('a cup is a fact: mixed once by its batch, with its clocks', async () => {
  await choose({ system: 'two-pack', startDay: '2026-03-09' });
  const form = new FormData();
  for (const [k, v] of Object.entries({
    kind: 'mix.made',
    product: '2k-enamel',
    batch: '1-0309',
    a: '795,5',
    b: '113.6',
    thinner: '90.9',
    induction: '20',
    potLife: '240',
  }))
    form.set(k, v);
  const at = Date.now() - 60_000;
  const fact = () => ({ id: newId(), job, at, worker, device: 't', body: bodyFromForm(form) });
  recordFacts(db, job, [fact()]);
  expect(openJob(db, job).state.mixes).toMatchObject([
    { batch: '1-0309', a: 795.5, readyAt: at + 20 * 60_000, useBy: at + 240 * 60_000 },
  ]);
  expect(() => recordFacts(db, job, [fact()])).toThrow(/mixed already/);
  form.set('batch', '2');
  form.set('a', 'much');
  expect(() => recordFacts(db, job, [fact()])).toThrow(/Write the volume/);
});
