/** The work order as printed, read back by PDFium (package @hyzyla/pdfium): every operation of the plan is on it. */
import { expect, it } from 'vitest';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { dayToMs, sayClock, sayDay } from '$core/units/clock-time';
import { workOrderPdf } from '$server/files/work-order-pdf';
import { choosePlan } from '$server/services/plan/choose-plan';
import { makeCurrentPlan } from '$server/services/plan/make/make-plan';
import { bars } from '$server/services/plan/bars';
import { openJob } from '$server/services/job/open-job';
import { saveSurvey } from '$server/services/survey/save-survey';
import { newDatabase } from '../new-database';
import { textOf } from './pdf-text';

const ZONE = 'America/Halifax';
const NOW = dayToMs('2026-03-09', ZONE);

it('has every day and every operation with its time, who does it, the lots and the cautions', async () => {
  const { db, job, worker } = newDatabase({ zone: ZONE, name: 'Tern Cottage', place: '2 Quay Steps' }, NOW);
  saveSurvey(db, job, 'wall North\nupper 30 : pair\nbase 24 : drawer / door L\n');
  await choosePlan(
    db,
    job,
    {
      system: SHELLAC_URETHANE,
      counts: usualCounts(SHELLAC_URETHANE),
      tool: 'spray',
      lotSize: 2,
      rackSlots: 12,
      startDay: '2026-03-09',
      workers: [worker],
      crewWeek: USUAL_CREW_WEEK,
      houseWeek: USUAL_HOUSE_WEEK,
      fixed: true,
    },
    () => NOW,
  );
  const file = openJob(db, job);
  const plan = await makeCurrentPlan(db, job, () => NOW);
  const people = new Map([[worker, 'Painter']]);
  const text = await textOf(await workOrderPdf(file, plan, people));
  expect(text).toContain('Work order, Tern Cottage');
  expect(text).toContain('2 Quay Steps');
  const drawn = bars(file, plan, people);
  expect(drawn.length).toBeGreaterThan(20);
  for (const bar of drawn) {
    expect(text).toContain(sayDay(bar.start, ZONE));
    expect(text).toContain(`${sayClock(bar.start, ZONE)}–${sayClock(bar.end, ZONE)}`);
    expect(text).toContain(bar.words);
  }
  expect(text).toContain('In the kitchen: Painter');
  expect(text).toContain('At the pieces: Painter');
  for (const code of file.codes.values()) expect(text).toContain(code);
  expect(text).toContain('Cautions');
  expect(text).toMatch(/data sheet/);
});

it('says so where there is no plan', async () => {
  const { db, job } = newDatabase({ zone: ZONE }, NOW);
  saveSurvey(db, job, 'wall North\nupper 30 : pair\n');
  const text = await textOf(await workOrderPdf(openJob(db, job), null, new Map()));
  expect(text).toContain('no plan');
});
