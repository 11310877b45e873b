/** Tests on the old finish before a promise is made, and what their results ask for. Common practice, no source. */
import { frozen } from '../frozen';
import { z } from 'zod';
import { ASTM_CLASSES } from './cross-cut';

export interface Finding {
  key: string;
  /** `stop`: no first coat before it is settled; `mind`: to be reckoned with */
  weight: 'stop' | 'mind';
  /** what was seen, and what to do */
  says: string;
  todo: string;
}

interface Test<R extends string> {
  name: string;
  how: string;
  /** what may come out */
  results: readonly [R, ...R[]];
  /** what a result asks for; null when all is well */
  finding: (result: R) => Finding | null;
}
const test = <R extends string>(entry: Test<R>): Test<R> => entry;

const TESTS = frozen({
  wipe: test({
    name: 'White-cloth wipe',
    how: 'Rub a clean damp white cloth hard over handle area and grooves; look at the cloth.',
    results: ['clean', 'grey', 'yellow'],
    finding: (result) =>
      result === 'clean'
        ? null
        : {
            key: 'clean-again',
            weight: 'stop',
            says: `The white cloth came off ${result}`,
            todo: 'Degrease and rinse again, then wipe again',
          },
  }),
  /** class of ASTM D3359 method B */
  patch: test({
    name: 'Adhesion patch',
    how: 'Prime a hand-sized hidden spot as planned, let it dry overnight, cross-cut and pull tape.',
    results: ASTM_CLASSES,
    finding: (result) => {
      if (result === '5B' || result === '4B') return null;
      return result === '3B'
        ? {
            key: 'weak-patch',
            weight: 'mind',
            says: 'The patch held at 3B',
            todo: 'Abrade better, or use a bonding primer',
          }
        : {
            key: 'no-adhesion',
            weight: 'stop',
            says: `The patch came off (${result})`,
            todo: 'Clean, abrade, choose a bonding primer and test again',
          };
    },
  }),
  solvent: test({
    name: 'Solvent spot',
    how: 'A drop of the primer’s solvent in a hidden corner for a minute; wipe, and look for wrinkles.',
    results: ['nothing', 'softened', 'lifted'],
    finding: (result) => {
      if (result === 'nothing') return null;
      return result === 'lifted'
        ? {
            key: 'barrier',
            weight: 'stop',
            says: 'Solvent lifted the old finish',
            todo: 'Barrier primer needed: waterborne or shellac first, and test again over it',
          }
        : {
            key: 'soft-finish',
            weight: 'mind',
            says: 'Solvent softened the old finish',
            todo: 'No strong solvent over it; thin coats, or a waterborne primer',
          };
    },
  }),
  water: test({
    name: 'Water drop',
    how: 'A drop of water on the worn spot for five minutes.',
    results: ['beads', 'spreads', 'soaks in'],
    finding: (result) => {
      if (result === 'spreads') return null;
      return result === 'beads'
        ? {
            key: 'wax',
            weight: 'mind',
            says: 'Water beads: wax, oil or silicone may be left',
            todo: 'Clean with a wax remover and wipe; watch for fisheyes',
          }
        : {
            key: 'open-wood',
            weight: 'mind',
            says: 'Water soaks in: the old film is worn through',
            todo: 'Sand to sound wood there and give it one more coat of primer',
          };
    },
  }),
  lead: test({
    name: 'Lead test',
    how: 'A certified test kit or a laboratory, cut through every layer of old paint, as its own instructions say.',
    results: ['none found', 'lead found'],
    finding: (result) =>
      result === 'none found'
        ? null
        : {
            key: 'lead',
            weight: 'stop',
            says: 'The old paint holds lead',
            todo: 'No sanding, no scraping: certified firm and licensed practice only, by local rules',
          },
  }),
});
type SiteTestMethod = keyof typeof TESTS;
type ResultOf<M extends SiteTestMethod> = (typeof TESTS)[M]['results'][number];
export type SiteTest = { [M in SiteTestMethod]: { method: M; result: ResultOf<M> } }[SiteTestMethod];

const METHODS = Object.keys(TESTS) as SiteTestMethod[];

const resultOf = <M extends SiteTestMethod>(method: M) =>
  z.object({ method: z.literal(method), result: z.enum(TESTS[method].results) });
const [first, ...others] = METHODS.map(resultOf);
if (!first) throw new Error('There are no tests');
export const siteTestSchema = z.discriminatedUnion('method', [first, ...others]) as z.ZodType<SiteTest>;

/** How each test is done and what may come out, for the form. */
export const SITE_TESTS = frozen(
  METHODS.map((method) => {
    const { name, how, results } = TESTS[method];
    return { method, name, how, results };
  }),
);

/** What a result asks for; null when all is well. */
export const findingOf = ({ method, result }: SiteTest): Finding | null =>
  (TESTS[method] as Test<string>).finding(result);

/** A test as it was recorded. */
export interface TestDone {
  id: string;
  test: SiteTest;
  /** piece it was made on; null for a place in the kitchen, which speaks for all pieces */
  piece: string | null;
  place: string;
  /** ms since 1970 */
  at: number;
  worker: string;
  note: string;
}

export interface OpenFinding extends Finding {
  test: TestDone;
}

/**
 * The findings that stand: of each kind of test the last result at each spot counts.
 * @param tests in the order they were made
 */
export function openFindings(tests: readonly TestDone[]): OpenFinding[] {
  const last = new Map<string, TestDone>();
  for (const t of tests) last.set(`${t.test.method} ${t.piece ?? t.place.toLowerCase()}`, t);
  return [...last.values()].flatMap((test) => {
    const finding = findingOf(test.test);
    return finding ? [{ ...finding, test }] : [];
  });
}

/**
 * What the tests for lead say of a house: found anywhere is found; none found counts where it was tested for the whole
 * kitchen, not on one piece alone.
 */
export function leadTest(tests: readonly TestDone[]): 'not tested' | 'found' | 'none found' {
  if (openFindings(tests).some((f) => f.key === 'lead')) return 'found';
  return tests.some((t) => t.test.method === 'lead' && t.piece === null) ? 'none found' : 'not tested';
}
