/** A plan of the list of other plans is the one that was shown. */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { expect, it } from 'vitest';
import { usualChoice } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import { EFFORTS } from '$core/job-plan/efforts';
import { timesOf } from '$core/job-plan/made-plan';
import { tradesOf } from '$core/job-plan/trades';
import { choiceSchema } from '$core/planning/job/choice';
import { ORCHARD_ROW } from '../../demo/orchard-row';
import { newestPlan } from '../../store/plans';
import { openJob } from '../job/open-job';
import { saveSurvey } from '../survey/save-survey';
import { chooseLater, choosePlan } from './choose-plan';
import { planInputs } from './make/plan-inputs';

const NOW = Date.UTC(2026, 2, 9, 11);

it('ready as soon as can be, or later with fronts away for less', async () => {
  const seen: number[] = [];
  for (const k of [0, -1]) {
    const { db, job, worker } = newDatabase({ zone: 'America/Halifax' }, NOW - 9 * 1440 * MINUTE);
    saveSurvey(db, job, ORCHARD_ROW);
    const choice = { ...usualChoice([worker]), lotSize: 12, rackSlots: 36, visits: true };
    await choosePlan(db, job, choiceSchema.parse(choice), () => NOW);
    const plan = newestPlan(db, job);
    const inputs = planInputs(db, openJob(db, job), NOW);
    const listed = inputs ? tradesOf(inputs, NOW, EFFORTS.followed, 60, timesOf(plan)) : [];
    const wanted = listed.at(k);
    if (!wanted) throw new Error('There is no list');
    await chooseLater(db, job, wanted.later, () => NOW);
    const kept = newestPlan(db, job);
    if (!kept || !isPlan(kept.result)) throw new Error('There is no plan');
    expect(kept.t0 + kept.result.makespan * MINUTE).toBe(wanted.back);
    expect(kept.result.pieceDays).toEqual(wanted.household.pieceDays);
    seen.push(wanted.later);
  }
  const [soonest, latest] = seen;
  expect(soonest).toBe(0);
  expect(latest).toBeGreaterThan(0);
}, 120_000);
