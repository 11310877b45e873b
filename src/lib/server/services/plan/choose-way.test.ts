/** A plan of the list of other plans is the one that was shown. */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { v7 as newId } from 'uuid';
import { expect, it } from 'vitest';
import { usualChoice } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import { EFFORTS } from '$core/job-plan/efforts';
import { tradesOf } from '$core/job-plan/trades';
import { choiceSchema } from '$core/planning/job/choice';
import { ORCHARD_ROW } from '../../demo/orchard-row';
import { newestPlan } from '../../store/plans';
import { insertWorker } from '../../store/workers';
import { openJob } from '../job/open-job';
import { saveSurvey } from '../survey/save-survey';
import { choosePlan, chooseWay } from './choose-plan';
import { planInputs } from './make/plan-inputs';

const NOW = Date.UTC(2026, 2, 9, 11);

it('later with fewer paid hours, or by fewer people', async () => {
  let planned = 0;
  for (const which of [(later: number) => later === 7, (_: number, people: number) => people === 1]) {
    const { db, job, worker } = newDatabase({ zone: 'America/Halifax' }, NOW - 9 * 1440 * MINUTE);
    const other = newId();
    insertWorker(db, { id: other, name: 'Tobin', role: '' });
    saveSurvey(db, job, ORCHARD_ROW);
    const choice = { ...usualChoice([worker, other]), lotSize: 12, rackSlots: 36, visits: true };
    await choosePlan(db, job, choiceSchema.parse(choice), () => NOW);
    const inputs = planInputs(db, openJob(db, job), NOW);
    const listed = inputs ? [...tradesOf(inputs, NOW, EFFORTS.followed, 60)].flat() : [];
    const wanted = listed.find((t) => which(t.way.later, t.way.workers.length) && t.way.laterFor === 'hours');
    if (!wanted) throw new Error('It is not in the list');
    const form = new FormData();
    form.set('way', JSON.stringify(wanted.way));
    await chooseWay(db, job, form, () => NOW);
    const kept = newestPlan(db, job);
    if (!kept || !isPlan(kept.result)) throw new Error('There is no plan');
    planned++;
    expect(kept.t0 + kept.result.makespan * MINUTE).toBe(wanted.back);
    expect(kept.result.pieceDays).toEqual(wanted.household.pieceDays);
    expect(kept.result.labour).toEqual({
      worked: expect.any(Number),
      paid: wanted.paid,
      comings: wanted.comings,
      drives: wanted.drives,
    });
  }
  expect(planned).toBe(2);
}, 120_000);

it('what cannot be read is refused, and nothing is planned', async () => {
  const { db, job, worker } = newDatabase({ zone: 'America/Halifax' }, NOW - 9 * 1440 * MINUTE);
  saveSurvey(db, job, ORCHARD_ROW);
  await choosePlan(db, job, choiceSchema.parse(usualChoice([worker])), () => NOW);
  const before = newestPlan(db, job)?.id;
  const form = new FormData();
  for (const way of ['', '{', '{"later":99}', '{"later":1,"laterFor":"hours","workers":[],"lotSize":4}']) {
    form.set('way', way);
    await expect(chooseWay(db, job, form, () => NOW)).rejects.toMatchObject({ status: 422 });
  }
  expect(newestPlan(db, job)?.id).toBe(before);
});
