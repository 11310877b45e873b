/**
 * How much is tried: each run takes a sample of its own, `npm run soak` takes all. The number that a run draws by is printed by
 * `npm test`; `ANTHEM_SEED=… npm test` draws the same again. What failed once is kept in `kept-seeds.json` and tried first from
 * then on.
 */
import fc from 'fast-check';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'vitest';
import { seeded } from '$core/units/random';

export const SOAK = process.env.ANTHEM_SOAK === 'yes';
const RUN = Number(process.env.ANTHEM_SEED ?? 1);

/** A number for a test's own draws, by its name: another one in every run. */
const ownSeed = (name: string): number =>
  [...name].reduce((h, c) => Math.imul(h ^ c.charCodeAt(0), 16_777_619), RUN | 0) >>> 0;

const testName = (): string => expect.getState().currentTestName ?? '';

/**
 * `few` different whole numbers from 1 to `all`, in order and other ones in every run; all of them in a soak.
 * @param failed those that failed once: tried in every run
 */
export function sampled(few: number, all: number, failed: readonly number[] = []): number[] {
  const numbers = Array.from({ length: all }, (_, i) => i + 1);
  if (SOAK || few >= all) return numbers;
  const random = seeded(ownSeed(testName()));
  for (let i = 0; i < few; i++) {
    const j = i + Math.floor(random() * (all - i));
    [numbers[i], numbers[j]] = [numbers[j] ?? 0, numbers[i] ?? 0];
  }
  return [...new Set([...failed, ...numbers.slice(0, few)])].sort((a, b) => a - b);
}

/**
 * How many of a sample have a trait at the least: fewer come up less than once in a million runs.
 * @param share of all that have it, 0 to 1
 * @param n size of the sample
 */
export function leastOf(share: number, n: number): number {
  // Binomial distribution, summed from its lower end; a sample without putting back varies less.
  let chance = (1 - share) ** n;
  let sum = chance;
  let k = 0;
  for (; sum < 1e-6 && k < n; sum += chance) {
    chance *= ((n - k) / (k + 1)) * (share / (1 - share));
    k++;
  }
  return k;
}

interface Kept {
  test: string;
  seed: number;
  path: string;
}
const KEPT = join(import.meta.dirname, 'kept-seeds.json');
const kept = (): Kept[] => (existsSync(KEPT) ? (JSON.parse(readFileSync(KEPT, 'utf8')) as Kept[]) : []);

/**
 * Tries a property: first where it failed once, then on cases of this run.
 * @param runs cases to try; ten times as many in a soak
 * @throws Error with the smallest case that was found, the seed and the path to it, which are kept
 */
export function always<T>(property: fc.IProperty<T>, runs = 100): void {
  const test = testName();
  const before = kept();
  for (const { seed, path } of before.filter((k) => k.test === test)) fc.assert(property, { seed, path });
  const found = fc.check(property, { seed: ownSeed(test), numRuns: SOAK ? 10 * runs : runs });
  if (!found.failed) return;
  if (found.counterexamplePath !== null) {
    const failure: Kept = { test, seed: found.seed, path: found.counterexamplePath };
    writeFileSync(KEPT, `${JSON.stringify([...before, failure], null, 2)}\n`);
  }
  throw new Error(fc.defaultReportMessage(found));
}
