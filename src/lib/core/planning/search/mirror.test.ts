import { describe, expect, it } from 'vitest';
import { kitchenProblem } from '../../../../../tests/kitchen-problem';
import { compile } from '../compile/compile';
import { type Model } from '../model/model';
import { makespanOf, type Schedule } from '../model/schedule';
import { construct } from './construct';
import { Mirror } from './mirror';

const model = (seed: number): Model => compile(kitchenProblem(100, seed));
const built = (m: Model, urgency: Float64Array): Schedule => {
  const s = construct(m, urgency);
  if ('clash' in s) throw new Error(JSON.stringify(s.clash));
  return s;
};

describe('a problem read backwards', () => {
  it('gives an order that makes most plans of full racks shorter', () => {
    let [shorter, longer] = [0, 0];
    for (let seed = 1; seed <= 12; seed++) {
      const m = model(seed);
      const first = built(m, Float64Array.from(m.tail));
      const order = Mirror.of(m, first)?.latest(first);
      if (!order) throw new Error(`kitchen ${seed} cannot be read backwards`);
      const [was, is] = [makespanOf(m, first.end), makespanOf(m, built(m, order).end)];
      if (is < was) shorter++;
      if (is > was) longer++;
    }
    expect(shorter).toBeGreaterThanOrEqual(9);
    expect(longer).toBeLessThanOrEqual(2);
  });

  it('puts what ends the plan last at its end, and nothing after it', () => {
    const m = model(3);
    const s = built(m, Float64Array.from(m.tail));
    const order = Mirror.of(m, s)?.latest(s);
    const starts = [...(order ?? [])].map((u) => -u);
    // Minutes from the start of the horizon: each operation begins when the mirrored one ends.
    expect(Math.max(...m.operations.map((o, i) => (starts[i] ?? NaN) + o.minutes))).toBeLessThanOrEqual(
      makespanOf(m, s.end),
    );
    for (const [i, lags] of m.after.entries())
      for (const lag of lags)
        expect(starts[lag.other]).toBeGreaterThanOrEqual(
          (starts[i] ?? NaN) + (m.operations[i]?.minutes ?? NaN) + lag.min,
        );
  });
});
