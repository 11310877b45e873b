import { expect, it } from 'vitest';
import { buildRoute } from '../coating/route';
import { usualCounts } from '../coating/system';
import { SHELLAC_URETHANE } from '../coating/systems/index';
import { hoursCame, sumDone } from './as-it-came';
import { coatsOn, laidVolumes, leftOver, volumeByWeight } from './laid';
import { needsByZone } from './needs';

const route = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
const piece = (id: string, zoneId: string) => ({ id, zoneId, form: 'door' as const, w: 400, h: 700 });

it('what is laid when every coat is done is what the take-off lays, zone by zone', () => {
  const pieces = [piece('1', 'a'), piece('2', 'a'), piece('3', 'b')];
  const laid = laidVolumes(route.flatMap((step) => coatsOn(step, pieces)));
  const needs = needsByZone(route, pieces);
  expect(laid).toHaveLength(needs.length);
  for (const need of needs) {
    const own = laid.find((l) => l.product === need.product.key && l.zone === need.zone);
    expect(own?.ml).toBeCloseTo(need.onWorkMl + need.missesMl, 9);
  }
});

it('a coat done over is laid twice; a piece that skips a step gets none', () => {
  const coat = route.find((s) => s.kind === 'coat');
  if (!coat) throw new Error('no coat');
  const once = laidVolumes(coatsOn(coat, [piece('1', 'a')]))[0]?.ml ?? 0;
  const twice = laidVolumes([...coatsOn(coat, [piece('1', 'a')]), ...coatsOn(coat, [piece('1', 'a')])]);
  expect(twice[0]?.ml).toBeCloseTo(2 * once, 9);
  expect(coatsOn({ ...coat, skips: new Set(['1']) }, [piece('1', 'a')])).toEqual([]);
});

it('what is left is never less than nothing, and a can is weighed', () => {
  expect(leftOver(2500, 1720, 140)).toBe(640);
  expect(leftOver(1000, 1200, 0)).toBe(0);
  // A litre of water at 4 °C is a kilogram: definition of the density.
  expect(volumeByWeight(1120, 120, 1)).toBe(1000);
  expect(volumeByWeight(450, 90, 1.2)).toBeCloseTo(300, 9);
  expect(() => volumeByWeight(90, 120, 1.2)).toThrow(/at least as much/);
  expect(() => volumeByWeight(190, 120, 0)).toThrow(/density/);
});

it('only what is all done counts as saved or lost', () => {
  const hours = [
    { key: 'a', act: 'Clean', minutes: 60, kitchen: false },
    { key: 'b', act: 'Prime', minutes: 90, kitchen: false },
    { key: 'c', act: 'Coat', minutes: 90, kitchen: false },
  ];
  const came = hoursCame(
    hours,
    new Map([
      ['a', 75],
      ['b', 20],
    ]),
    new Set(['a']),
  );
  expect(came.map((h) => h.key)).toEqual(['a', 'b']);
  expect(sumDone(came)).toEqual({ expected: 60, came: 75 });
  expect(sumDone(hoursCame(hours, new Map([['b', 20]]), new Set()))).toBeNull();
});
