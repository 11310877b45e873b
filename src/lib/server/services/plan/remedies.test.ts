/** What the air forbids, and what would help: each remedy is planned, not guessed. */
import { expect, it } from 'vitest';
import { SMALL_KITCHEN, usualChoice } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import { USUAL_PLACES } from '$core/air/places';
import { choiceSchema } from '$core/planning/job/choice';
import { writeSetting } from '../../store/settings';
import { saveSurvey } from '../survey/save-survey';
import { choosePlan } from './choose-plan';
import { handBack } from './hand-back';
import { openPlanned } from './open-planned';
import { blocksOf, remediesFor } from './remedies';

const NOW = Date.UTC(2026, 0, 12, 13);

it('a tent in a cold shop forbids coats in January; heating it brings the kitchen back sooner', async () => {
  const { db, job, worker } = newDatabase({ zone: 'America/Halifax' }, NOW - 9e8);
  const { tent, shop } = USUAL_PLACES;
  writeSetting(db, 'places', {
    ...USUAL_PLACES,
    shop: { ...shop, heatedTo: 5, nightTo: 5 },
    tent: { ...tent, heater: { ...tent.heater, on: false } },
  });
  saveSurvey(db, job, SMALL_KITCHEN);
  const choice = choiceSchema.parse({ ...usualChoice([worker]), startDay: '2026-01-12', air: 'place' });
  await choosePlan(db, job, choice, () => NOW);
  const { file, plan } = openPlanned(db, job, NOW);
  expect(blocksOf(db, file, plan, NOW).length).toBeGreaterThan(0);
  const remedies = await remediesFor(db, file, plan, NOW);
  const heated = remedies.find((r) => r.words === 'Heat the tent day and night');
  expect(heated?.back).toBeLessThan(handBack(plan)?.at ?? Infinity);
  expect(heated?.besides).toContain('power');
  // The soonest first; what has no plan last.
  const backs = remedies.map((r) => r.back ?? Infinity);
  expect(backs.length).toBeGreaterThan(3);
  expect(backs).toEqual([...backs].sort((a, b) => a - b));
});
