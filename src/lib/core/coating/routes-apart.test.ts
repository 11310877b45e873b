/** Routes of pieces that go different ways, held against the routes that each would have by itself. */
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { PATTERNS, type Pattern } from './pattern';
import { buildRoute, gets, type Step } from './route';
import { mergeRoutes, sparingBacks } from './routes-apart';
import { usualCounts } from './system';
import { SYSTEMS } from './systems/index';
import { always } from '../../../../tests/budget';

const bare = (step: Step): string => step.key.replace(new RegExp(`^(${PATTERNS.join('|')})\\.`), '');

const cases = fc.record({
  system: fc.constantFrom(...SYSTEMS),
  ways: fc.uniqueArray(fc.constantFrom(...PATTERNS), { minLength: 1, maxLength: 3 }),
  frontOnly: fc.boolean(),
});

describe('ways of turning in one route', () => {
  it('give every piece the steps and waits that it would have by itself', () => {
    always(
      fc.property(cases, ({ system, ways, frontOnly }) => {
        const counts = usualCounts(system);
        const alone = (pattern: Pattern) => buildRoute(system, counts, 'spray', pattern);
        const merged = mergeRoutes(
          ways.map((pattern) => ({
            finish: '',
            pattern,
            pieces: new Set([pattern, `${pattern} front`]),
            route: alone(pattern),
          })),
          '',
          ways[0] ?? 'hung',
        );
        const spared = new Set(frontOnly ? ways.map((w) => `${w} front`) : []);
        const route = sparingBacks(merged, spared);
        expect(new Set(route.map((s) => s.key)).size).toBe(route.length);
        for (const pattern of ways) {
          const own = alone(pattern);
          const given = route.filter((s) => gets(s, pattern));
          expect(given.map(bare)).toEqual(own.map((s) => s.key));
          // Of what a step waits for, the piece's own steps are those it would have by itself.
          const keys = new Set(given.map((s) => s.key));
          given.forEach((step, i) => {
            const waits = step.after.filter((r) => keys.has(r.step));
            const least = (list: Step['after']) =>
              new Map(
                list.map((r) => [
                  `${r.step.replace(`${pattern}.`, '')} ${r.stage ?? ''} ${r.max ?? ''}`,
                  r.min,
                ]),
              );
            for (const [need, min] of least(own[i]?.after ?? [])) expect(least(waits).get(need)).toBe(min);
          });
        }
      }),
      100,
    );
  });

  it('let a front whose back stays as it is wait for the prep before it', () => {
    for (const system of SYSTEMS) {
      const route = sparingBacks(buildRoute(system, usualCounts(system), 'spray'), new Set(['p']));
      const own = route.filter((s) => gets(s, 'p') && s.kind !== 'hang');
      const keys = new Set(own.map((s) => s.key));
      own.slice(1).forEach((step) => expect(step.after.some((r) => keys.has(r.step))).toBe(true));
      const prep = route.filter((s) => s.kind === 'prep').at(-1);
      const coat = own.find((s) => s.kind === 'coat');
      const whole = buildRoute(system, usualCounts(system), 'spray').find((s) => s.kind === 'coat');
      const wait = (s: Step | undefined) =>
        Math.max(0, ...(s?.after ?? []).flatMap((r) => (r.step === prep?.key ? [r.min] : [])));
      expect(wait(coat)).toBe(wait(whole));
    }
  });

  it('let nobody wait to be flipped who is not: between two coats there is what the film needs and no more', () => {
    let spared = 0;
    for (const system of SYSTEMS)
      for (const pattern of PATTERNS) {
        const whole = buildRoute(system, usualCounts(system), 'spray', pattern);
        const route = sparingBacks(whole, new Set(['p']));
        const own = route.filter((s) => gets(s, 'p') && s.kind !== 'hang');
        const keys = new Set(own.map((s) => s.key));
        for (const step of own) {
          const flips = step.after.filter((r) => keys.has(r.step) && r.stage === 'flip');
          expect(flips, `${system.name}, ${pattern}: ${step.act}`).toEqual([]);
        }
        spared += whole.some((s) => s.kind === 'flip') ? 1 : 0;
      }
    expect(spared).toBeGreaterThan(SYSTEMS.length);
  });
});

describe('finishes in one route', () => {
  const finishes = fc.uniqueArray(fc.constantFrom(...SYSTEMS), {
    minLength: 2,
    maxLength: 3,
    selector: (s) => s.key,
  });
  it('give every piece the steps and waits of its own system, and nothing of the others', () => {
    always(
      fc.property(finishes, fc.constantFrom(...PATTERNS), fc.boolean(), (systems, pattern, frontOnly) => {
        const alone = (i: number) => {
          const system = systems[i] ?? SYSTEMS[0];
          return system ? buildRoute(system, usualCounts(system), 'spray', pattern) : [];
        };
        const merged = mergeRoutes(
          systems.map((_, i) => ({
            finish: i ? `z${i}` : '',
            pattern,
            pieces: new Set([`${i}`, `${i}f`]),
            route: alone(i),
          })),
          '',
          pattern,
        );
        const spared = new Set(frontOnly ? systems.map((_, i) => `${i}f`) : []);
        const route = sparingBacks(merged, spared);
        expect(new Set(route.map((s) => s.key)).size).toBe(route.length);
        systems.forEach((_, i) => {
          const without = (key: string): string => key.replace(`z${i}.`, '');
          const given = route.filter((s) => gets(s, `${i}`));
          const own = alone(i);
          expect(given.map((s) => without(s.key))).toEqual(own.map((s) => s.key));
          const keys = new Set(given.map((s) => s.key));
          given.forEach((step, k) => {
            const waits = new Map(
              step.after
                .filter((r) => keys.has(r.step))
                .map((r) => [`${without(r.step)} ${r.stage ?? ''} ${r.min}`, r.max]),
            );
            for (const r of own[k]?.after ?? [])
              expect(waits.get(`${r.step} ${r.stage ?? ''} ${r.min}`)).toBe(r.max);
          });
          // A front whose back stays as it is still waits for what was done to it before.
          const front = route.filter((s) => gets(s, `${i}f`));
          front.slice(1, -1).forEach((step) => {
            const before = new Set(front.map((s) => s.key));
            expect(step.after.some((r) => before.has(r.step))).toBe(true);
          });
        });
      }),
      100,
    );
  });
});
