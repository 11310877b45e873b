import { describe, expect, it } from 'vitest';
import {
  findingOf,
  openFindings,
  SITE_TESTS,
  siteTestSchema,
  type SiteTest,
  type TestDone,
} from './site-tests';

const done = (
  id: string,
  test: SiteTest,
  place = 'over the stove',
  piece: string | null = null,
): TestDone => ({
  id,
  test,
  piece,
  place,
  at: 0,
  worker: 'Ines',
  note: '',
});

describe('tests on site', () => {
  it('every result of every test is known to the schema, and the worst stops', () => {
    for (const { method, results } of SITE_TESTS) {
      for (const result of results) expect(siteTestSchema.safeParse({ method, result }).success).toBe(true);
      const weights = results.map(
        (result) => findingOf(siteTestSchema.parse({ method, result }))?.weight ?? 'well',
      );
      expect(weights).toContain('well');
      expect(new Set(weights).size).toBeGreaterThan(1);
    }
    expect(siteTestSchema.safeParse({ method: 'wipe', result: 'lifted' }).success).toBe(false);
  });

  it('a lifted solvent spot asks for a barrier primer', () =>
    expect(findingOf({ method: 'solvent', result: 'lifted' })).toMatchObject({
      key: 'barrier',
      weight: 'stop',
    }));

  it('the last test at a spot counts, other spots stand', () => {
    const tests = [
      done('a', { method: 'wipe', result: 'yellow' }),
      done('b', { method: 'wipe', result: 'grey' }, 'by the bin'),
      done('c', { method: 'wipe', result: 'clean' }, 'Over the stove'),
      done('d', { method: 'patch', result: '2B' }, 'back', 'p1'),
      done('e', { method: 'patch', result: '5B' }, 'edge', 'p1'),
    ];
    expect(openFindings(tests).map((f) => f.test.id)).toEqual(['b']);
  });
});
