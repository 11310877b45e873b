import { describe, expect, it } from 'vitest';
import { mayHoldLead } from './cautions';
import { buildRoute, workMinutes, type Step } from './route';
import { systemSchema } from './system';
import { SHELLAC_URETHANE, SPRAY_PRO, SYSTEMS, TWO_PACK } from './systems/index';
import { TOOL_FACTS } from './tool';

const usual = (system: (typeof SYSTEMS)[number]) =>
  buildRoute(
    system,
    system.layers.map((l) => l.coats),
    system.tool,
  );
function stepOf(route: readonly Step[], key: string): Step {
  const step = route.find((s) => s.key === key);
  if (!step) throw new Error(`The route has no step ${key}`);
  return step;
}
const after = (system: (typeof SYSTEMS)[number], key: string) => stepOf(usual(system), key).after;

describe('the shipped systems', () => {
  it.each(SYSTEMS)('$key is well-formed and says where every figure comes from', (system) => {
    expect(systemSchema.parse(system)).toEqual(system);
    for (const product of system.products)
      for (const figure of Object.values(product.stages))
        expect(figure.basis).toMatch(/common practice|from memory/);
  });

  it.each(SYSTEMS)('$key lays every coat after what it rests on', (system) => {
    const route = usual(system);
    const keys = route.map((s) => s.key);
    expect(new Set(keys).size).toBe(keys.length);
    route.forEach((step, i) => step.after.forEach((need) => expect(keys.indexOf(need.step)).toBeLessThan(i)));
    expect(route.at(-1)?.kind).toBe('hang');
    expect(route.filter((s) => s.kind === 'flip')).toHaveLength(1);
  });
});

describe('the route of shellac and urethane', () => {
  it('goes backs then fronts, sanding before each finish coat', () => {
    expect(usual(SHELLAC_URETHANE).map((s) => s.key)).toEqual([
      'clean',
      'sand',
      'back.shellac-primer.1',
      'back.sand.urethane-enamel.1',
      'back.urethane-enamel.1',
      'back.sand.urethane-enamel.2',
      'back.urethane-enamel.2',
      'flip',
      'front.shellac-primer.1',
      'front.sand.urethane-enamel.1',
      'front.urethane-enamel.1',
      'front.sand.urethane-enamel.2',
      'front.urethane-enamel.2',
      'hang',
    ]);
  });

  // Common practice, no source: T05 an hour after washing, T06 shellac sands in 15 min, T09 4 h between coats,
  // a night before the flip, two days before hanging.
  it('waits as practice has it', () => {
    expect(after(SHELLAC_URETHANE, 'sand')).toContainEqual(
      expect.objectContaining({
        step: 'clean',
        stage: null,
        min: 60,
        max: null,
      }),
    );
    expect(after(SHELLAC_URETHANE, 'back.sand.urethane-enamel.1')).toContainEqual(
      expect.objectContaining({
        step: 'back.shellac-primer.1',
        stage: 'sand',
        min: 15,
        max: null,
      }),
    );
    expect(after(SHELLAC_URETHANE, 'back.urethane-enamel.2')).toContainEqual(
      expect.objectContaining({
        step: 'back.urethane-enamel.1',
        stage: 'recoat',
        min: 240,
        max: null,
      }),
    );
    expect(after(SHELLAC_URETHANE, 'flip')).toContainEqual(
      expect.objectContaining({
        step: 'back.urethane-enamel.2',
        stage: 'flip',
        min: 720,
        max: null,
      }),
    );
    expect(after(SHELLAC_URETHANE, 'hang')).toContainEqual(
      expect.objectContaining({
        step: 'front.urethane-enamel.2',
        stage: 'hang',
        min: 2880,
        max: null,
      }),
    );
  });
});

it('two-pack: next coat after 24 h, wiped before the first (T12)', () => {
  expect(after(TWO_PACK, 'back.2k-enamel.2')).toContainEqual(
    expect.objectContaining({
      step: 'back.2k-enamel.1',
      stage: 'recoat',
      min: 1440,
      max: null,
    }),
  );
  expect(after(TWO_PACK, 'back.2k-enamel.1')).toContainEqual(
    expect.objectContaining({
      step: 'wipe',
      stage: null,
      min: 15,
      max: null,
    }),
  );
});

it('a coat that is not sanded before it keeps to the recoat window', () => {
  const enamel = SPRAY_PRO.products.find((p) => p.key === 'enamel');
  const system = {
    ...SPRAY_PRO,
    products: SPRAY_PRO.products.map((p) =>
      p === enamel ? { ...p, recoatBy: { value: 2880, basis: 'data sheet' as const } } : p,
    ),
  };
  const route = buildRoute(
    system,
    system.layers.map((l) => l.coats),
    'spray',
  );
  expect(stepOf(route, 'front.enamel.2').after).toContainEqual(
    expect.objectContaining({
      step: 'front.enamel.1',
      stage: 'recoat',
      min: 240,
      max: 2880,
    }),
  );
  expect(stepOf(route, 'front.enamel.1').after.every((r) => r.max === null)).toBe(true);
});

it('leaves out a face without coats, and the flip with it', () => {
  const route = buildRoute(
    SPRAY_PRO,
    [
      { back: 0, front: 1 },
      { back: 0, front: 2 },
    ],
    'spray',
  );
  expect(route.some((s) => s.face === 'back' || s.kind === 'flip')).toBe(false);
  expect(() =>
    buildRoute(
      SPRAY_PRO,
      [
        { back: 1, front: 0 },
        { back: 1, front: 0 },
      ],
      'spray',
    ),
  ).toThrow(/fronts/);
  expect(() => buildRoute(SPRAY_PRO, [{ back: 1, front: 1 }], 'spray')).toThrow(/2 layers/);
});

it('takes the time practice takes (T01, T02: common practice, no source)', () => {
  // T02: 45 doors and drawers, both sides, sprayed: 1½ to 2 h a coat. T01: brush and roller twice that.
  const spray = 90 * TOOL_FACTS.spray.minutesPerFace;
  expect(spray).toBeGreaterThanOrEqual(90);
  expect(spray).toBeLessThanOrEqual(120);
  expect(TOOL_FACTS['brush-roller'].minutesPerFace / TOOL_FACTS.spray.minutesPerFace).toBeCloseTo(2, 9);
  expect(workMinutes(stepOf(usual(SPRAY_PRO), 'back.oil-primer.1'), 12)).toBe(15 + 14);
});

it('a year before the ban, or that nobody knows, may hold lead', () => {
  // Lead paint was banned from US homes in 1978 (40 CFR 745).
  expect([1977, 1978, null].map(mayHoldLead)).toEqual([true, false, true]);
});
