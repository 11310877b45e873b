/** What the mix bench offers to mix for: the next coat of every product on every lot. */
import { expect, it } from 'vitest';
import { did, takenDown } from '../../../../../tests/bench-builders';
import { benchOf, packOf } from '../../../../../tests/bench-pack';
import { passVolume, productNeeds } from '$core/takeoff/needs';
import { mixPage } from './mix';

const { lots, pieces, route, system } = packOf();
const [lot] = lots;
const ids = lot?.pieces ?? [];
const coats = (product: string) => route.filter((s) => s.product?.key === product);

it('offers each product for each lot, with what its pieces need and in their colour', () => {
  const { coming } = mixPage(benchOf(takenDown(pieces.map((p) => p.id))), 0);
  expect(coming).toHaveLength(lots.length * (system?.products.length ?? NaN));
  for (const product of system?.products ?? []) {
    const [step] = coats(product.key);
    const own = pieces.filter((p) => ids.includes(p.id));
    const need = step && productNeeds([step], own)[0];
    const offered = coming.find((c) => c.key === `${lot?.id} ${step?.key}`);
    expect(offered?.ml).toBeGreaterThanOrEqual(need ? passVolume(need) : NaN);
    expect(offered?.ml).toBeLessThan(1.3 * (need ? passVolume(need) : NaN));
    expect(offered?.colour).toBe(product.kind === 'finish' ? 'Oatcloth' : '');
    expect(offered?.minutes).toBeGreaterThan(0);
  }
});

it('goes on to the next coat where one is done, for the pieces that still want it, and to none after the last', () => {
  const [first, second] = coats('urethane-enamel');
  const down = takenDown(pieces.map((p) => p.id));
  const of = (facts: typeof down) =>
    mixPage(benchOf([...down, ...facts]), 0).coming.find(
      (c) => c.product === 'urethane-enamel' && c.key.startsWith(`${lot?.id} `),
    );
  const some = did(first?.key ?? '', 100, 120, ids.slice(0, 1), lot?.id);
  expect(of(some)?.key).toBe(`${lot?.id} ${first?.key}`);
  expect(of(some)?.ml).toBeLessThan(of([])?.ml ?? NaN);
  const all = did(first?.key ?? '', 100, 120, [...ids], lot?.id);
  expect(of(all)?.key).toBe(`${lot?.id} ${second?.key}`);
  const last = coats('urethane-enamel').flatMap((s, i) =>
    did(s.key, 100 + 100 * i, 120 + 100 * i, [...ids], lot?.id),
  );
  expect(of(last)).toBeUndefined();
});
