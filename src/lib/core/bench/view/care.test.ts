/** Care dates go by the slowest film, and say which it is. */
import { expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { PAINT_LACQUER } from '$core/coating/systems/index';
import { usualCounts } from '$core/coating/system';
import { SHEET_WAITS } from '$core/coating/waits';
import { did, MINUTE, takenDown, uuid } from '../../../../../tests/bench-builders';
import { fold } from '../log/fold';
import { careDates } from './care';

it('under a lacquer the paint may be the slower film: its date counts, by its name', () => {
  const piece = uuid(1);
  const route = buildRoute(PAINT_LACQUER, usualCounts(PAINT_LACQUER), 'spray');
  const facts = takenDown([piece]);
  let minute = 1000;
  for (const step of route.filter((s) => s.kind !== 'hang')) {
    facts.push(...did(step.key, minute, minute + 30, [piece]));
    minute += 1440;
  }
  const state = fold(facts);
  const end = (key: string): number => state.pieces.get(piece)?.done.get(key)?.end ?? NaN;
  const cured = careDates(state, route, [piece], SHEET_WAITS).find((d) => d.stage === 'cured');
  // The paint is cured 30 days after its last coat, the lacquer 21 after a later one.
  const paint = end('front.trim-paint.2') + 30 * 1440 * MINUTE;
  const lacquer = end('front.clear-lacquer.2') + 21 * 1440 * MINUTE;
  expect(paint).toBeGreaterThan(lacquer);
  expect(cured).toMatchObject({ at: paint, product: 'Cabinet paint' });
});
