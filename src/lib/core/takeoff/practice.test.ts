/** Rules of thumb as checks on the computations: common practice, no source. */
import { siteOf } from '../../../../tests/fixed-work';
import { describe, expect, it } from 'vitest';
import { buildRoute, workMinutes, type Step } from '../coating/route';
import { usualCounts } from '../coating/system';
import { FAST_CABINET, OIL_ALKYD_HYBRID, SPRAY_PRO, TWO_PACK } from '../coating/systems/index';
import { URETHANE_ENAMEL } from '../coating/systems/products';
import { filmStage } from '../coating/film-stage';
import { ratesOf } from '../drying/climate';
import { constantClimate } from '../../../../tests/constant-climate';
import { REFERENCE_AIR } from '../drying/phase';
import { progressAt, readyAt } from '../drying/ready';
import { ML_PER_US_GALLON } from '../units/measures';
import { mixFor } from './mix';
import { productNeeds } from './needs';

/** A kitchen of 45 doors and drawers of usual sizes: 30 doors 15 × 28 in, 15 drawers 16 × 7 in; boxes of 6 m². */
const PIECES = [
  ...Array.from({ length: 30 }, () => ({ form: 'door' as const, w: 381, h: 711 })),
  ...Array.from({ length: 15 }, () => ({ form: 'drawer' as const, w: 406, h: 178 })),
];
const BOXES_M2 = 6;
const coats = (route: readonly Step[]) => route.filter((s) => s.kind === 'coat');

describe('hours', () => {
  const pass = (tool: 'spray' | 'brush-roller') =>
    coats(buildRoute(SPRAY_PRO, usualCounts(SPRAY_PRO), tool, 'points'))[0];
  const minutes = (tool: 'spray' | 'brush-roller'): number => {
    const step = pass(tool);
    return step ? workMinutes(step, 45) - step.setupMinutes : NaN;
  };
  it('T02: 45 doors and drawers, both sides, sprayed: 1½ to 2 h a coat, some turning on points besides', () => {
    expect(minutes('spray')).toBeGreaterThan(90);
    expect(minutes('spray')).toBeLessThan(130);
  });
  it('T01: by brush and roller about twice that', () => {
    expect(minutes('brush-roller') / minutes('spray')).toBeGreaterThan(1.7);
    expect(minutes('brush-roller') / minutes('spray')).toBeLessThan(2.1);
  });
});

it('T03: two coats of primer on such a kitchen, both sides and the boxes, take a little over 2 US gal', () => {
  const route = buildRoute(OIL_ALKYD_HYBRID, usualCounts(OIL_ALKYD_HYBRID), 'spray', 'points');
  const boxes = siteOf(OIL_ALKYD_HYBRID, { walls: BOXES_M2 }, { tool: 'spray' });
  const primer = productNeeds(route, PIECES, boxes).find((n) => n.product.kind === 'primer');
  // On the work and beside it, with what the hose keeps; the reserve is ours.
  const gallons = ((primer?.volumeMl ?? 0) - (primer?.reserveMl ?? 0)) / ML_PER_US_GALLON;
  expect(gallons).toBeGreaterThan(1.9);
  expect(gallons).toBeLessThan(2.6);
});

it('T10: seven days of thirty on the rack leave about a quarter of the cure done', () => {
  const enamel = {
    ...URETHANE_ENAMEL,
    stages: { cured: { value: 30 * 1440, basis: 'common practice' as const } },
  };
  const stage = filmStage(enamel, 'cured');
  const rates = ratesOf(constantClimate(REFERENCE_AIR, 0, 40));
  expect(stage && progressAt(stage, 0, 7 * 86_400_000, rates)).toBeCloseTo(7 / 30, 6);
});

it('T12: two-pack, 7 to 1 with 10 to 15 % thinner, stands 15 to 20 min, 24 h between coats, cured at 7 days', () => {
  const enamel = TWO_PACK.products[0];
  const { mix } = enamel ?? {};
  if (!enamel || !mix) throw new Error('no mix');
  const amounts = mixFor(mix, 880);
  expect(amounts.a / amounts.b).toBeCloseTo(7, 9);
  expect(amounts.thinner / (amounts.a + amounts.b)).toBeGreaterThanOrEqual(0.1);
  expect(amounts.thinner / (amounts.a + amounts.b)).toBeLessThanOrEqual(0.15);
  expect(mix.induction.value).toBeGreaterThanOrEqual(15);
  expect(mix.induction.value).toBeLessThanOrEqual(20);
  const rates = ratesOf(constantClimate(REFERENCE_AIR, 0, 10));
  const days = (stage: 'recoat' | 'hang' | 'cured') => {
    const film = filmStage(enamel, stage);
    return film ? (readyAt(film, 0, rates) ?? NaN) / 86_400_000 : NaN;
  };
  expect([days('recoat'), days('hang'), days('cured')].map((d) => d.toFixed(3))).toEqual([
    '1.000',
    '1.000',
    '7.000',
  ]);
});

it('T17: six doors and quick paint: the first is dry when the sixth is done', () => {
  const route = buildRoute(FAST_CABINET, usualCounts(FAST_CABINET), 'brush-roller', 'points');
  const step = coats(route)[0];
  const touch = step?.product?.stages.touch?.value ?? NaN;
  const fiveMore = (step?.minutesPerPiece ?? 0) * 5;
  expect(fiveMore).toBeGreaterThan(touch);
});
