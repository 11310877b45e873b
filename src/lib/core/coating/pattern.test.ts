import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { passes, PATTERNS } from './pattern';
import { buildRoute, facesOf, type Step } from './route';
import { sparingBacks } from './routes-apart';
import { applySchools, FILM_OF, USUAL_SCHOOLS } from './schools';
import { usualCounts, type Face } from './system';
import { KIT, MELAMINE, SHELLAC_URETHANE, SPRAY_PRO, SYSTEMS } from './systems/index';
import { always } from '../../../../tests/budget';

const acts = (route: readonly Step[]) => route.map((s) => s.key);
const coats = (route: readonly Step[], face: Face) =>
  route.flatMap((s) => (s.kind === 'coat' && facesOf(s).includes(face) ? [s.product?.key] : []));

describe('turning', () => {
  const counts = [
    { back: 1, front: 1 },
    { back: 1, front: 2 },
  ];
  const route = (pattern: (typeof PATTERNS)[number]) => buildRoute(SPRAY_PRO, counts, 'spray', pattern);

  it('face by face, coat by coat: a flip before every other pass', () => {
    expect(acts(route('coat-by-coat'))).toEqual([
      'clean',
      'sand',
      'back.oil-primer.1',
      'flip',
      'front.oil-primer.1',
      'flip.2',
      'back.sand.enamel.1',
      'back.enamel.1',
      'flip.3',
      'front.sand.enamel.1',
      'front.enamel.1',
      'front.enamel.2',
      'hang',
    ]);
  });

  it('hung and on points: both faces in one pass, the front alone where the back gets fewer', () => {
    for (const pattern of ['hung', 'points'] as const)
      expect(acts(route(pattern)).slice(2)).toEqual([
        'all.oil-primer.1',
        'all.sand.enamel.1',
        'all.enamel.1',
        'front.enamel.2',
        'hang',
      ]);
    const hang = route('hung').at(-1);
    // Both films are waited for: the back's only coat and the front's second.
    expect(hang?.after.filter((r) => r.stage === 'hang').map((r) => r.step)).toEqual([
      'all.enamel.1',
      'front.enamel.2',
    ]);
  });

  it('every pattern lays the same coats on each face of every system', () => {
    const count = fc.record({ back: fc.nat(3), front: fc.integer({ min: 1, max: 3 }) });
    always(
      fc.property(
        fc.constantFrom(...SYSTEMS),
        fc.constantFrom(...PATTERNS),
        fc.array(count, { minLength: 4, maxLength: 4 }),
        (system, pattern, list) => {
          const given = system.layers.map((_, i) => list[i] ?? { back: 1, front: 1 });
          const made = buildRoute(system, given, system.tool, pattern);
          for (const face of ['back', 'front'] as const) {
            const wanted = system.layers.flatMap((l, i) =>
              Array.from({ length: given[i]?.[face] ?? 0 }, () => l.product),
            );
            expect(coats(made, face)).toEqual(wanted);
          }
          const keys = acts(made);
          expect(new Set(keys).size).toBe(keys.length);
          made.forEach((s, i) =>
            s.after.forEach((need) => {
              expect(keys.slice(0, i)).toContain(need.step);
            }),
          );
        },
      ),
    );
  });

  it('backs come before fronts in every pass', () => {
    for (const p of passes(counts, 'coat-by-coat')) expect(p.faces).toHaveLength(1);
    expect(passes(counts, 'backs-then-fronts').map((p) => p.faces[0])).toEqual([
      'back',
      'back',
      'front',
      'front',
      'front',
    ]);
  });

  it('pieces whose backs stay are neither coated there nor flipped', () => {
    const spared = sparingBacks(route('backs-then-fronts'), new Set(['p']));
    expect(spared.filter((s) => !s.skips?.has('p')).map((s) => s.key)).toEqual([
      'clean',
      'sand',
      'front.oil-primer.1',
      'front.sand.enamel.1',
      'front.enamel.1',
      'front.enamel.2',
      'hang',
    ]);
  });
});

describe('the schools', () => {
  const prep = (over: Partial<typeof USUAL_SCHOOLS>, system = SHELLAC_URETHANE) =>
    applySchools(system, { ...USUAL_SCHOOLS, ...over })
      .prep.filter((p) => p.on === 'pieces' && (p.for === 'all' || p.for === 'open grain'))
      .map((p) => p.act);

  it('leave a system as it is by default', () => {
    for (const system of SYSTEMS) expect(applySchools(system, USUAL_SCHOOLS)).toEqual(system);
  });

  it('change the prep as they say', () => {
    expect(prep({})).toEqual(['Clean', 'Sand']);
    expect(prep({ order: 'scuff-first' })).toEqual(['Sand', 'Clean']);
    expect(prep({ gloss: 'deglosser' })).toEqual(['Clean', 'Degloss']);
    expect(prep({ gloss: 'nothing' })).toEqual(['Clean']);
    expect(prep({ gloss: 'pad' })).toEqual(['Clean', 'Scuff with a pad']);
    expect(prep({ gloss: 'sandpaper' }, KIT)).toEqual(['Clean', 'Sand']);
    expect(prep({ grain: 'fill' }, MELAMINE).slice(-3)).toEqual([
      'Fill the grain of fronts',
      'Sand the filled grain',
      'Dust the filled grain off',
    ]);
  });

  it('set the film, the tape and the days on the rack', () => {
    const thin = buildRoute(
      SHELLAC_URETHANE,
      usualCounts(SHELLAC_URETHANE),
      'spray',
      'hung',
      FILM_OF['light-then-full'],
    );
    expect(thin.filter((s) => s.product?.kind === 'finish').map((s) => s.wet)).toEqual([0.8, 1.15]);
    const wet = applySchools(SHELLAC_URETHANE, { ...USUAL_SCHOOLS, tape: 'wet' });
    expect(wet.close[0]?.act).toMatch(/while wet/);
    const standing = applySchools(SHELLAC_URETHANE, { ...USUAL_SCHOOLS, standDays: 4 });
    const hang = buildRoute(standing, usualCounts(standing), 'spray').at(-1);
    expect(Math.max(...(hang?.after.map((r) => r.min) ?? []))).toBe(4 * 1440);
  });
  it('days on the rack lengthen what is shorter, and leave what is longer or has no such figure', () => {
    let [longer, none] = [0, 0];
    for (const whole of SYSTEMS)
      for (const days of [1, 4, 30]) {
        const [first, ...rest] = whole.products;
        if (!first) continue;
        const { hang: _, ...without } = first.stages;
        const system = { ...whole, products: [{ ...first, stages: without }, ...rest] };
        const standing = applySchools(system, { ...USUAL_SCHOOLS, standDays: days });
        system.products.forEach(({ stages }, i) => {
          const { hang }: typeof first.stages = stages;
          const value = standing.products[i]?.stages.hang?.value;
          expect(value).toBe(hang && Math.max(hang.value, days * 1440));
          if (!hang) none++;
          else if (value === hang.value) longer++;
        });
      }
    expect(Math.min(longer, none)).toBeGreaterThan(0);
  });
});
