/**
 * The shipped systems against the waits that painters keep to: common practice, no source, T-numbers in docs/methods.
 * Minutes between the end of one step and the start of the next, at 25 °C and 50 % RH.
 */
import { DAY_MINUTES } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { readPhases, writePhases } from '../drying/phase-words';
import { phasesOf } from './film-stage';
import { methodCard, prepCard } from './methods';
import { PATTERNS } from './pattern';
import { buildRoute, facesOf, type Step } from './route';
import { productOf, STAGES, usualCounts, type Stage } from './system';
import { applySchools, USUAL_SCHOOLS } from './schools';
import { SYSTEMS } from './systems/index';
import { HANDLING } from './handling';
import { toolBasis, TOOL_FACTS, TOOLS } from './tool';

const HOUR = 60;
const systemOf = (key: string) => {
  const system = SYSTEMS.find((s) => s.key === key);
  if (!system) throw new Error(`There is no ${key}`);
  return system;
};
const routeOf = (key: string): Step[] => {
  const system = systemOf(key);
  return buildRoute(system, usualCounts(system), system.tool);
};

/** Key of the system, product, stage, least and most minutes that are usual. */
const WAITS: [string, string, Stage, number, number][] = [
  ['shellac-urethane', 'shellac-primer', 'sand', 10, 15],
  ['shellac-urethane', 'urethane-enamel', 'recoat', 4 * HOUR, 4 * HOUR],
  ['shellac-urethane', 'urethane-enamel', 'hang', 2 * DAY_MINUTES, 2 * DAY_MINUTES],
  ['shellac-urethane', 'urethane-enamel', 'handles', 14 * DAY_MINUTES, 14 * DAY_MINUTES],
  ['shellac-urethane', 'urethane-enamel', 'cured', 14 * DAY_MINUTES, 21 * DAY_MINUTES],
  ['oil-alkyd-hybrid', 'oil-primer-slow', 'recoat', DAY_MINUTES, DAY_MINUTES],
  ['oil-alkyd-hybrid', 'waterborne-alkyd', 'recoat', 16 * HOUR, 16 * HOUR],
  ['oil-alkyd-hybrid', 'waterborne-alkyd', 'hang', 3 * DAY_MINUTES, 3 * DAY_MINUTES],
  ['oil-enamel', 'oil-enamel', 'recoat', DAY_MINUTES, DAY_MINUTES],
  ['spray-pro', 'oil-primer', 'recoat', 8 * HOUR, 16 * HOUR],
  ['spray-pro', 'enamel', 'recoat', 4 * HOUR, 4 * HOUR],
  ['spray-pro', 'enamel', 'hang', 4 * DAY_MINUTES, 4 * DAY_MINUTES],
  ['spray-pro', 'enamel', 'cured', 30 * DAY_MINUTES, 30 * DAY_MINUTES],
  ['mineral-clear', 'mineral-paint', 'recoat', HOUR, HOUR],
  ['mineral-clear', 'water-clear', 'recoat', 2 * HOUR, 2 * HOUR],
  ['mineral-clear', 'water-clear', 'hang', 4 * DAY_MINUTES, 7 * DAY_MINUTES],
  ['all-in-one', 'self-priming', 'recoat', 2 * HOUR, 2 * HOUR],
  ['all-in-one', 'sealer', 'hang', DAY_MINUTES, DAY_MINUTES],
  ['all-in-one', 'sealer', 'cured', 29 * DAY_MINUTES, 29 * DAY_MINUTES],
  ['fast-cabinet', 'fast-paint', 'recoat', 30, 45],
  ['fast-cabinet', 'fast-paint', 'hang', 12 * HOUR, 12 * HOUR],
  ['kit', 'bond-coat', 'recoat', 3 * HOUR, 3 * HOUR],
  ['kit', 'kit-glaze', 'recoat', 8 * HOUR, 8 * HOUR],
  ['kit', 'kit-clear', 'flip', 2 * HOUR, 2 * HOUR],
  ['kit', 'kit-clear', 'handle', 12 * HOUR, 12 * HOUR],
  ['two-pack', '2k-enamel', 'recoat', DAY_MINUTES, DAY_MINUTES],
  ['two-pack', '2k-enamel', 'cured', 7 * DAY_MINUTES, 7 * DAY_MINUTES],
  ['melamine', 'slick-enamel', 'recoat', 2 * HOUR, 2 * HOUR],
  ['melamine', 'slick-enamel', 'hang', 2 * DAY_MINUTES, 2 * DAY_MINUTES],
  ['chalk-wax', 'soft-wax', 'recoat', DAY_MINUTES, 7 * DAY_MINUTES],
  ['chalk-wax', 'soft-wax', 'hang', DAY_MINUTES, DAY_MINUTES],
  ['limed', 'soft-wax', 'hang', DAY_MINUTES, DAY_MINUTES],
  ['glaze-clear', 'glaze', 'recoat', 8 * HOUR, 8 * HOUR],
  ['glaze-clear', 'clear-polyurethane', 'hang', 2 * DAY_MINUTES, 2 * DAY_MINUTES],
  ['paint-lacquer', 'clear-lacquer', 'recoat', 90, 90],
  ['paint-lacquer', 'clear-lacquer', 'hang', 2 * DAY_MINUTES, 2 * DAY_MINUTES],
];

describe('the waits that painters keep to', () => {
  it.each(WAITS)('%s, %s: %s', (key, product, stage, least, most) => {
    const minutes = productOf(systemOf(key), product).stages[stage]?.value ?? NaN;
    expect(minutes).toBeGreaterThanOrEqual(least);
    expect(minutes).toBeLessThanOrEqual(most);
  });

  it('the sealer waits a day for the paint under it, the paint two hours for itself (T11)', () => {
    const route = routeOf('all-in-one');
    const waits = (step: string) =>
      Math.max(...(route.find((s) => s.key === step)?.after.map((r) => r.min) ?? []));
    expect(waits('back.self-priming.2')).toBe(2 * HOUR);
    expect(waits('back.sealer.1')).toBe(DAY_MINUTES);
  });

  it('under an oil enamel a primer waits longer than by itself: shellac 1½ to 2 h (T06), acrylic 24 to 48 h', () => {
    const route = routeOf('oil-enamel');
    const waits = (step: string) =>
      Math.max(...(route.find((s) => s.key === step)?.after.map((r) => r.min) ?? []));
    expect(waits('back.acrylic-primer.1')).toBe(105);
    expect(waits('back.oil-enamel.1')).toBe(DAY_MINUTES);
    expect(
      routeOf('paint-lacquer')
        .find((s) => s.kind === 'sand')
        ?.after.at(-1)?.min,
    ).toBe(2 * HOUR);
  });

  it('one key is one product, whichever system it stands in', () => {
    const known = new Map<string, unknown>();
    for (const product of SYSTEMS.flatMap((s) => s.products)) {
      expect(product, product.key).toEqual(known.get(product.key) ?? product);
      known.set(product.key, product);
    }
    expect(known.size).toBeGreaterThan(20);
  });

  it('a deglosser is coatable after ten minutes, the kit’s after an hour; washing wants an hour (T04, T05)', () => {
    const dry = (key: string, prep: string) => systemOf(key).prep.find((p) => p.key === prep)?.dry.value;
    expect(dry('all-in-one', 'degloss')).toBe(10);
    expect(dry('kit', 'degloss')).toBe(HOUR);
    expect(dry('fast-cabinet', 'clean')).toBe(10);
    expect(dry('shellac-urethane', 'clean')).toBe(HOUR);
  });

  it('grits: scuff 120 to 240, between coats 220 to 400, the surface sealer of melamine unsanded (T20)', () => {
    for (const system of SYSTEMS) {
      const sand = system.prep.find((p) => p.kind === 'sand');
      if (sand && system.key !== 'melamine') expect(sand.grit).toBeGreaterThanOrEqual(120);
      for (const step of routeOf(system.key).filter((s) => s.kind === 'sand')) {
        expect(step.grit).toBeGreaterThanOrEqual(220);
        expect(step.grit).toBeLessThanOrEqual(400);
      }
    }
    expect(systemOf('melamine').layers[1]?.sandFirst).toBeNull();
  });

  it('of chalk paint the night is the second coat’s: wax waits for it, the second coat does not', () => {
    const route = routeOf('chalk-wax');
    const minutes = (key: string) =>
      Math.max(...(route.find((s) => s.key === key)?.after ?? []).map((r) => r.min));
    expect(minutes('front.chalk-paint.2')).toBeLessThanOrEqual(4 * HOUR);
    expect(minutes('front.soft-wax.1')).toBeGreaterThanOrEqual(8 * HOUR);
    expect(minutes('front.soft-wax.1')).toBeLessThanOrEqual(16 * HOUR);
  });

  it('nothing is abraded before a surface sealer; strokes of liming are crossed; quick paint is laid fuller the second time', () => {
    const slick = routeOf('melamine');
    const seal = slick.findIndex((s) => s.product?.key === 'surface-sealer');
    expect(slick.slice(0, seal).filter((s) => s.grit !== null)).toEqual([]);
    expect(routeOf('limed').find((s) => s.kind === 'coat')?.how).toMatch(/across it/);
    const quick = routeOf('fast-cabinet').filter((s) => s.kind === 'coat' && s.face === 'front');
    expect(quick.map((s) => s.wet)).toEqual([1, 1.15]);
    expect(quick[1]?.how).toMatch(/fuller on faces, light on edges/);
  });

  it('grits are those of T20: scuff 120 to 240, hard primers and two-pack 240, between coats 220 to 500', () => {
    for (const system of SYSTEMS) {
      for (const p of system.prep)
        if (p.grit) expect([p.key, p.grit >= 120 && p.grit <= 240]).toEqual([p.key, true]);
      for (const s of buildRoute(system, usualCounts(system), system.tool).filter((x) => x.kind === 'sand'))
        expect(s.grit).toBeGreaterThanOrEqual(220);
    }
    for (const key of ['shellac-urethane', 'spray-pro', 'oil-alkyd-hybrid', 'two-pack'])
      expect(routeOf(key).find((s) => s.kind === 'sand')?.grit).toBe(240);
  });

  it('a deglosser holds two weeks at most (T04) for the first coat of either face; films name their latest recoat', () => {
    const first = (key: string, face: string) =>
      routeOf(key).find((s) => s.kind === 'coat' && s.face === face);
    for (const key of ['all-in-one', 'kit', 'fast-cabinet'])
      for (const face of ['back', 'front'])
        expect(first(key, face)?.after.find((r) => r.max !== null)?.max).toBe(14 * DAY_MINUTES);
    const windows = SYSTEMS.flatMap((s) => buildRoute(s, usualCounts(s), s.tool)).flatMap((s) =>
      s.after.filter((r) => r.film && r.max !== null),
    );
    expect(windows.length).toBeGreaterThan(10);
    expect(productOf(systemOf('two-pack'), '2k-enamel').recoatBy?.value).toBe(3 * DAY_MINUTES);
    // Lacquer bites into lacquer, chalk and wax take the next coat whenever.
    for (const [key, product] of [
      ['paint-lacquer', 'clear-lacquer'],
      ['chalk-wax', 'chalk-paint'],
    ] as const)
      expect(productOf(systemOf(key), product).recoatBy).toBeNull();
  });

  it('grain is filled in four steps, each with its wait', () => {
    const filled = applySchools(systemOf('shellac-urethane'), { ...USUAL_SCHOOLS, grain: 'fill' });
    const route = buildRoute(
      filled,
      usualCounts(filled),
      'spray',
      'backs-then-fronts',
      undefined,
      new Set(['open grain']),
    );
    const keys = route.filter((s) => s.kind === 'prep').map((s) => s.key);
    expect(keys).toEqual(['clean', 'sand', 'grain', 'grain-sand', 'grain-dust']);
    expect(route.find((s) => s.key === 'grain-sand')?.after).toContainEqual(
      expect.objectContaining({ step: 'grain', min: 120 }),
    );
  });

  it('glaze is wiped on fronts only, wax is buffed after 10 to 15 min: each piece within its coat, before the film sets', () => {
    const rubs = (key: string) => routeOf(key).filter((s) => s.then);
    for (const key of ['kit', 'glaze-clear'])
      for (const rub of rubs(key)) expect(facesOf(rub)).toEqual(['front']);
    for (const key of ['chalk-wax', 'limed'])
      for (const { then } of rubs(key)) {
        expect(then?.wait.value).toBeGreaterThanOrEqual(10);
        expect(then?.wait.value).toBeLessThanOrEqual(15);
      }
    expect(rubs('chalk-wax').length).toBe(3);
    for (const system of SYSTEMS) {
      const route = routeOf(system.key);
      for (const step of route.filter((s) => s.then)) {
        // Nothing else is done to a film while it is wet: what follows waits for a stage of it.
        expect(step.kind).toBe('coat');
        expect(step.act).toMatch(/, then (wipe back|buff)$/);
        expect(step.how).toContain('Piece by piece');
        expect(step.then?.most?.value).toBeGreaterThan(step.then?.wait.value ?? Infinity);
        const plainly = TOOL_FACTS[step.tool ?? 'rag'].minutesPerFace * facesOf(step).length;
        expect(step.minutesPerPiece).toBeCloseTo(
          plainly + (step.then?.minutesPerFace.value ?? 0) * facesOf(step).length,
          9,
        );
      }
    }
  });
});

describe('every shipped product', () => {
  const products = SYSTEMS.flatMap((s) => s.products.map((p) => [s.key, p] as const));
  it.each(products)('of %s is in order', (_, product) => {
    expect(product.solids.value).toBeGreaterThan(0.1);
    expect(product.solids.value).toBeLessThan(0.7);
    const minutes = STAGES.flatMap((s) => product.stages[s]?.value ?? []);
    expect(minutes.every((m) => m > 0 && m <= 30 * DAY_MINUTES)).toBe(true);
    // A film is dry to touch before it is anything else, and cured last.
    expect(Math.min(...minutes)).toBe(product.stages.touch?.value);
    if (product.stages.cured) expect(Math.max(...minutes)).toBe(product.stages.cured.value);
    expect(product.limits.minC).toBeLessThan(product.limits.maxC);
    for (const stage of STAGES)
      if (product.stages[stage])
        expect(readPhases(writePhases(phasesOf(product, stage)))).toHaveProperty('phases');
  });
});

describe('method cards', () => {
  it('every step of every system in every pattern has one, with something to look for', () => {
    for (const system of SYSTEMS)
      for (const pattern of PATTERNS)
        for (const step of buildRoute(system, usualCounts(system), system.tool, pattern)) {
          const card = methodCard(step);
          expect(card.how.length).toBeGreaterThan(0);
          expect(card.lookFor).toMatch(/\w/);
          expect(card.mistakes.length).toBeGreaterThan(0);
        }
  });

  it('care follows the tool: brush and roller wrapped, gun flushed, a rag’s cloths into water', () => {
    const coat = (key: string, kind: string) =>
      routeOf(key).find((s) => s.kind === 'coat' && s.product?.kind === kind);
    const care = (key: string, kind: string) => {
      const step = coat(key, kind);
      return step ? methodCard(step).care : undefined;
    };
    expect(care('oil-enamel', 'finish')).toMatch(/wrap brush and roller/);
    expect(care('spray-pro', 'finish')).toMatch(/flush/);
    expect(care('kit', 'glaze')).toMatch(/closed metal can/);
    expect(prepCard({ kind: 'protect', act: 'Protect' }).title).toBe('Protect');
  });

  it('warn of a caulked floating panel and of ammonia', () => {
    expect(JSON.stringify(prepCard({ kind: 'caulk', act: 'Caulk' }))).toMatch(/floating panel/);
    expect(JSON.stringify(prepCard({ kind: 'clean', act: 'Clean' }))).toMatch(/ammonia/);
  });
});

it('tools: spraying is quickest and wastes most, a brush slowest and wastes least', () => {
  const { spray, brush, aerosol } = TOOL_FACTS;
  for (const tool of TOOLS) {
    const facts = TOOL_FACTS[tool];
    expect(facts.transfer).toBeGreaterThan(0.4);
    expect(facts.transfer).toBeLessThanOrEqual(0.95);
    expect(facts.minutesPerFace).toBeGreaterThanOrEqual(spray.minutesPerFace);
    expect(facts.minutesPerFace).toBeLessThanOrEqual(brush.minutesPerFace);
  }
  expect(aerosol.transfer).toBeLessThan(spray.transfer);
  expect(spray.transfer).toBeLessThan(brush.transfer);
  // T18: about a quarter of a US gallon stays in a long hose.
  expect(spray.lossMl).toBeCloseTo(3785.41 / 4, 0);
});

describe('every figure of a shipped system', () => {
  /** Figures and bases anywhere in a value, with where they are. */
  const figures = (value: unknown, where: string): [string, { basis?: unknown; note?: unknown }][] => {
    if (value === null || typeof value !== 'object') return [];
    const own =
      'basis' in value && typeof value.basis === 'string' ? [[where, value] as [string, object]] : [];
    return [...own, ...Object.entries(value).flatMap(([key, v]) => figures(v, `${where}.${key}`))];
  };
  it.each(SYSTEMS.map((s) => [s.key, s] as const))('of %s says where it is from', (key, system) => {
    const all = figures(system, key);
    expect(all.length).toBeGreaterThan(20);
    for (const layer of system.layers) {
      expect(layer.basis.coats).toBeDefined();
      for (const grit of ['sandFirst', 'sandBetween'] as const)
        expect([grit, layer.basis[grit] !== undefined]).toEqual([grit, layer[grit] !== null]);
    }
    for (const p of system.prep)
      expect([p.key, p.basis.grit !== undefined]).toEqual([p.key, p.grit !== null]);
    for (const p of system.products)
      if (p.mix) expect(Object.keys(p.mix.basis).sort()).toEqual(['densities', 'parts', 'thinner']);
    // Common practice names its rule or what it is; what is from memory need not.
    for (const [where, f] of all)
      if (f.basis === 'common practice' && 'value' in f && f.value !== 0)
        expect([where, f.note]).toEqual([where, expect.any(String)]);
  });
  it('and of a tool, too', () => {
    for (const tool of TOOLS)
      expect(toolBasis(tool, 'minutesPerFace').basis).toMatch(/from memory|common practice/);
    expect(toolBasis('spray', 'minutesPerFace').note).toMatch(/T02/);
    for (const figure of Object.values(HANDLING)) expect(figure.note).toBeTruthy();
  });
});
