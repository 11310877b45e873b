/** What touch tests have taught about each product at each place. */
import { filmStage } from '$core/coating/film-stage';
import { PLACES, type Place } from '$core/air/places';
import { STAGES, type Product, type Stage } from '$core/coating/system';
import { learn, type Learnt } from '$core/drying/learn';
import { fittingMultiplier } from '$core/drying/ready';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { keepFor } from '$core/units/keep-last';
import { forgetTouchTests, insertTouchTest, listTouchTests, touchTestsStamp } from '../../store/touch-tests';
import { airOf } from './place-air';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { allProducts } from '../systems/systems';

/** What was learnt, by product. */
export function learntAt(db: Db, place: Place): Map<string, Learnt> {
  return known(db, `${place} ${touchTestsStamp(db, place)}`, () => learnAt(db, place));
}
const known = keepFor<Db, Map<string, Learnt>>(8);

function learnAt(db: Db, place: Place): Map<string, Learnt> {
  const byProduct = new Map<string, { above: number | null; below: number | null }[]>();
  for (const t of listTouchTests(db, place))
    byProduct.set(t.product, [...(byProduct.get(t.product) ?? []), { above: t.above, below: t.below }]);
  return new Map([...byProduct].map(([product, tests]) => [product, learn(tests)]));
}

const touchTestSchema = z
  .object({
    product: z.string(),
    place: z.enum(PLACES, 'Choose the place'),
    stage: z.enum(STAGES, 'Choose what was tested'),
    laidAt: z.number('Say when the coat was laid').int(),
    notAt: z.number().int().nullable(),
    readyAt: z.number().int().nullable(),
  })
  .refine((t) => t.notAt !== null || t.readyAt !== null, {
    path: ['notAt'],
    message: 'Say when it was found not ready, when it was found ready, or both',
  })
  .refine((t) => [t.notAt, t.readyAt].every((at) => at === null || at > t.laidAt), {
    path: ['notAt'],
    message: 'A look comes after the coat was laid',
  })
  .refine((t) => t.notAt === null || t.readyAt === null || t.notAt <= t.readyAt, {
    path: ['readyAt'],
    message: 'It cannot be ready before it was found not ready',
  });

/**
 * How one test compares with the sheet: ratios of observed to predicted time in the air there was.
 * @param wet wet film that was laid, over the right one
 */
export function ratios(
  db: Db,
  product: Product,
  test: z.infer<typeof touchTestSchema>,
  now: number,
  wet = 1,
): { above: number | null; below: number | null } {
  const stage = filmStage(product, test.stage, wet);
  if (!stage)
    throw new Refused(422, `${product.name} has no figure for “${test.stage}”: give one first.`, 'stage');
  const { rates } = airOf(db, test.place, now, test.laidAt);
  const ratio = (at: number | null) =>
    at === null ? null : fittingMultiplier(stage, test.laidAt, at, rates);
  return { above: ratio(test.notAt), below: ratio(test.readyAt) };
}

/**
 * Records a touch test.
 * @returns what is known of the product there now
 * @throws Refused 422 for a faulty one
 */
export function recordTouchTest(db: Db, input: unknown, worker: string, now: number): Learnt {
  const given = readInput(touchTestSchema, input, 'The test is not complete.');
  const test = given;
  const product = allProducts(db).find((p) => p.key === test.product);
  if (!product) throw new Refused(422, 'There is no such product.', 'product');
  const last = Math.max(test.notAt ?? 0, test.readyAt ?? 0);
  if (last > now) throw new Refused(422, 'That look lies in the future.', 'readyAt');
  const { above, below } = ratios(db, product, test, now);
  if (above === null && below === null)
    throw new Refused(
      422,
      'By then nothing had dried at all in the air of that place: check the times and the place.',
      'laidAt',
    );
  return db
    .transaction(() => {
      insertTouchTest(db, { id: newId(), ...test, above, below, recordedAt: now, worker });
      return learntAt(db, test.place).get(test.product) ?? learn([]);
    })
    .immediate();
}

/** Forgets what was learnt about a product at a place. @returns how many tests */
export const forget = (db: Db, product: string, place: Place, now: number): number =>
  forgetTouchTests(db, product, place, now);

export const isStage = (value: string): value is Stage => (STAGES as readonly string[]).includes(value);
