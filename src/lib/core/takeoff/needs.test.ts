import { expect, it } from 'vitest';
import { buildRoute } from '../coating/route';
import { SHELLAC_URETHANE } from '../coating/systems/index';
import { hoursBySteps, needsByZone, passVolume, productNeeds } from './needs';

it('adds up a single slab drawer by hand', () => {
  // 400 × 200 mm: a face 0.08 m², edges 2 × 0.6 × 0.01905 = 0.02286 m² with the front.
  const route = buildRoute(
    SHELLAC_URETHANE,
    [
      { back: 1, front: 1 },
      { back: 2, front: 2 },
    ],
    'spray',
  );
  const [primer, enamel] = productNeeds(route, [{ form: 'drawer', w: 400, h: 200 }]);
  expect(primer?.areaM2).toBeCloseTo(0.08 + 0.10286, 9);
  expect(enamel?.areaM2).toBeCloseTo(2 * (0.08 + 0.10286), 9);
  const onAndOff = (2 * 0.18286 * 38) / 0.38 / 0.65;
  expect(enamel?.onWorkMl).toBeCloseTo((2 * 0.18286 * 38) / 0.38, 6);
  // Loaded twice, for backs and for fronts, with the primer between: a quarter gallon each time (T18); a can is kept.
  expect(enamel?.loads).toBe(2);
  expect(enamel?.volumeMl).toBeCloseTo(onAndOff * 1.1 + 2 * 946 + 250, 6);
  expect(primer?.keepMl).toBe(0);
  // A pass is mixed without the hose's fill and the touch-up can.
  expect(enamel && passVolume(enamel)).toBeCloseTo(onAndOff * 1.1, 6);
  expect(enamel?.wetUm).toBeCloseTo(100, 9);
});

it('loads a gun anew only where another product was in it', () => {
  const counts = (back: number, front: number) => SHELLAC_URETHANE.layers.map(() => ({ back, front }));
  const piece = { form: 'drawer' as const, w: 400, h: 200 };
  const loads = (route: ReturnType<typeof buildRoute>, fixed: Parameters<typeof productNeeds>[2] = []) =>
    productNeeds(route, [piece], fixed).map((n) => [n.product.key, n.loads]);
  // Backs: primer, enamel; fronts: primer, enamel. However many coats follow each other, each is loaded twice.
  expect(loads(buildRoute(SHELLAC_URETHANE, counts(1, 1), 'spray'))).toEqual([
    ['shellac-primer', 2],
    ['urethane-enamel', 2],
  ]);
  expect(loads(buildRoute(SHELLAC_URETHANE, counts(3, 3), 'spray'))).toEqual([
    ['shellac-primer', 2],
    ['urethane-enamel', 2],
  ]);
  // Fronts alone: each once. What is in the gun for the pieces serves the walls.
  const fronts = buildRoute(SHELLAC_URETHANE, counts(0, 2), 'spray');
  const coats = fronts.flatMap((s) =>
    s.product && s.tool ? [{ product: s.product, tool: s.tool, wet: 1, areaM2: 1, zone: null }] : [],
  );
  expect(loads(fronts)).toEqual([
    ['shellac-primer', 1],
    ['urethane-enamel', 1],
  ]);
  expect(loads(fronts, coats)).toEqual(loads(fronts));
  // The walls alone are loaded for by themselves.
  expect(productNeeds([], [], coats).map((n) => n.loads)).toEqual([1, 1]);
});

it('counts the setup once a lot, so that many small lots take longer', () => {
  const route = buildRoute(
    SHELLAC_URETHANE,
    [
      { back: 1, front: 1 },
      { back: 2, front: 2 },
    ],
    'spray',
  );
  const pieces = Array.from({ length: 36 }, (_, i) => `piece ${i}`);
  const minutes = (lots: string[][]): number =>
    hoursBySteps(route, lots, [], 0).reduce((sum, h) => sum + h.minutes, 0);
  const setups = route.reduce((sum, s) => sum + s.setupMinutes, 0);
  const thirds = [pieces.slice(0, 12), pieces.slice(12, 24), pieces.slice(24)];
  // Two more setups of every step, and at most a minute's rounding for each.
  expect(minutes(thirds) - minutes([pieces])).toBeGreaterThanOrEqual(2 * setups - route.length);
  expect(minutes(thirds) - minutes([pieces])).toBeLessThanOrEqual(2 * setups + 2 * route.length);
});

it('keeps colours apart, and leaves out backs that stay', () => {
  const route = buildRoute(
    SHELLAC_URETHANE,
    SHELLAC_URETHANE.layers.map(() => ({ back: 1, front: 1 })),
    'spray',
  );
  const piece = { form: 'drawer' as const, w: 400, h: 200 };
  const needs = needsByZone(
    route,
    [
      { ...piece, zoneId: 'a' },
      { ...piece, zoneId: 'b', condition: { faces: 'front' as const } },
    ],
    route
      .filter((s) => s.kind === 'coat' && s.face === 'front')
      .map(({ product, tool, wet }) => ({ product, tool, wet, areaM2: 2, zone: 'b' })),
  );
  expect(needs.map((n) => [n.product.kind, n.zone])).toEqual([
    ['primer', null],
    ['finish', 'a'],
    ['finish', 'b'],
  ]);
  // Face 0.08 m² twice with edges 0.02286 m² once; the other has its front and edges only.
  expect(needs.map((n) => n.areaM2)).toEqual(
    [0.18286 + 0.10286 + 2, 0.18286, 0.10286 + 2].map((a) => expect.closeTo(a, 9)),
  );
});
