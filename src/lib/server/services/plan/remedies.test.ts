/** What the air forbids, and what would help: each remedy is planned, not guessed. */
import { expect, it } from 'vitest';
import { SMALL_KITCHEN, usualChoice } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import { USUAL_PLACES } from '$core/air/places';
import { choiceSchema } from '$core/planning/job/choice';
import { writeSetting } from '../../store/settings';
import { betterPlaces } from '../air/better-places';
import { placesOf } from '../air/place-air';
import { powerFor } from '../air/power';
import { setCosts } from '../company/settings';
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
  // Never a date alone: by when it is likely comes with it.
  for (const r of remedies) expect(r.sure, r.words).toBeGreaterThanOrEqual(r.back ?? Infinity);
  // The heater's 2 kW, less in hours that need less: until the kitchen is back.
  const hours = ((heated?.back ?? NaN) - Date.UTC(2026, 0, 12, 4)) / 3_600_000;
  const [, kwh = ''] = heated?.besides.match(/^(\d+) kWh of power \(its price is not typed/) ?? [];
  expect(Number(kwh)).toBeGreaterThan(0.5 * hours);
  expect(Number(kwh)).toBeLessThanOrEqual(2 * hours + 1);
  setCosts(db, { currency: 'CAD', hour: '62', kwh: '0.17' });
  const priced = (await remediesFor(db, file, plan, NOW)).find((r) => r.words === heated?.words);
  const [, paid = ''] = priced?.besides.match(/\(CAD ([\d.]+)\)$/) ?? [];
  expect(Number(paid)).toBeCloseTo(0.17 * Number(kwh), 0);
  // What adds nothing is not offered beside what does as well with less.
  expect(new Set(remedies.map((r) => JSON.stringify([r.back, r.besides]))).size).toBe(remedies.length);
  // The soonest first; what has no plan last.
  const backs = remedies.map((r) => r.back ?? Infinity);
  expect(backs.length).toBeGreaterThan(2);
  expect(backs).toEqual([...backs].sort((a, b) => a - b));
});

it('of a room nobody knows what its heating takes: how much warmer it is kept is said', () => {
  const { db } = newDatabase({ zone: 'America/Halifax' }, NOW - 9e8);
  const shop = { ...USUAL_PLACES.shop, heatedTo: 5, nightTo: 5 };
  writeSetting(db, 'places', { ...USUAL_PLACES, shop });
  const better = betterPlaces(placesOf(db), 'shop', 'heat');
  const { kwh, warmer } = powerFor(db, better, 'shop', NOW, NOW + 5 * 86_400_000);
  expect(kwh).toBe(0);
  expect(warmer).toBeGreaterThan(10);
  expect(warmer).toBeLessThanOrEqual(16);
});
