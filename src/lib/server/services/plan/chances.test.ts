/** How sure a planned hand-back is: the same for everybody who is shown it. */
import { expect, it } from 'vitest';
import { SMALL_KITCHEN, usualChoice } from '../../../../../tests/builders';
import { eventually } from '../../../../../tests/eventually';
import { newDatabase } from '../../../../../tests/new-database';
import { choiceSchema } from '$core/planning/job/choice';
import { isoDay } from '$core/units/clock-time';
import { customerCalendar } from '../across/calendars';
import { openJob } from '../job/open-job';
import { jobHead } from '../across/job-head';
import { today } from '../across/today';
import { saveSurvey } from '../survey/save-survey';
import { chancesOf, type Chances } from './chances';
import { choosePlan } from './choose-plan';
import { handBack } from './hand-back';
import { openPlanned } from './open-planned';
import { planPage } from './plan-page';

const NOW = Date.UTC(2026, 2, 9, 13);

it('is worked out once, and stands wherever the date does: chance, half, eight of ten, nearly all', async () => {
  const { db, job, worker } = newDatabase({ zone: 'America/Halifax' }, NOW - 9e8);
  saveSurvey(db, job, SMALL_KITCHEN);
  expect(chancesOf(db, openPlanned(db, job, NOW), NOW)).toBeNull();
  await choosePlan(db, job, choiceSchema.parse(usualChoice([worker])), () => NOW);
  const own = () => openPlanned(db, job, NOW);
  const asked = () => chancesOf(db, own(), NOW);
  expect(asked()).toBe('asked');
  await eventually(() => expect(asked()).not.toBe('asked'));
  const found = asked() as Exclude<Chances, 'asked'>;
  const planned = handBack(own().plan)?.at ?? NaN;
  expect(found.half).toBeLessThanOrEqual(found.eight);
  expect(found.eight).toBeLessThanOrEqual(found.nearlyAll);
  expect(found.chance).toBeGreaterThanOrEqual(0);
  expect(found.chance).toBeLessThanOrEqual(1);
  // What is planned is before the even chance exactly where its chance is below a half.
  expect(planned < found.half).toBe(found.chance < 0.5);
  expect(planPage(db, own(), NOW).chances).toEqual(found);
  expect(today(db, [own()], NOW).jobs[0]?.chances).toEqual(found);
  const plan = jobHead(db, own(), NOW).stations.find((s) => s.key === 'plan');
  expect(plan?.fact).toMatch(/back .*, (\d+|under 1|over 99) % sure$/);
  const over = jobHead(db, own(), NOW).stations.find((s) => s.key === 'hand-over');
  expect(over?.fact).toMatch(/^8 in 10 by /);
  const told = customerCalendar(openJob(db, job), own().plan, found).at(-1);
  expect(told?.description).toMatch(/even chance of .* nineteen in twenty/);
  expect(isoDay(found.nearlyAll, 'America/Halifax') >= isoDay(found.half, 'America/Halifax')).toBe(true);
});
