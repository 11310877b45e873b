import { expect, it } from 'vitest';
import { learn, sayLearnt } from './learn';

it('two touch tests at 1.4 and 1.3 times the sheet give 1.163, sd 0.176', () => {
  // Conjugate normal by hand: precisions 1/0.25² and 1/0.35²; mean (ln 1.4 + ln 1.3) 8.163 / (16 + 2 · 8.163).
  const learnt = learn([
    { above: 1.4, below: 1.4 },
    { above: 1.3, below: 1.3 },
  ]);
  expect(learnt.multiplier).toBeCloseTo(1.163, 3);
  expect(learnt.sd).toBeCloseTo(0.176, 3);
  expect(sayLearnt(learnt)).toBe('learnt here: 16 % slower than the sheet, from 2 tests');
});

it('without tests the sheet stands', () => {
  expect(learn([])).toMatchObject({ multiplier: 1, tests: 0 });
  expect(learn([]).sd).toBeCloseTo(0.25, 4);
});

it('a look that finds it tacky moves one way, one that finds it dry the other', () => {
  const tacky = learn([{ above: 1.5, below: null }]);
  const dry = learn([{ above: null, below: 0.7 }]);
  expect(tacky.multiplier).toBeGreaterThan(1.05);
  expect(dry.multiplier).toBeLessThan(0.95);
  // A look that was bound to find it so says next to nothing.
  expect(learn([{ above: 0.2, below: null }]).multiplier).toBeCloseTo(1, 2);
  // Mean of a normal cut off on one side (probit update): s²/√(s²+t²) · φ/Φ at −ln r/√(s²+t²).
  const [s2, t2] = [0.0625, 0.1225];
  const spread = Math.sqrt(s2 + t2);
  const z = -Math.log(1.5) / spread;
  const phi = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
  // Φ(−0.9427) = 0.17291, from a table of the normal distribution.
  expect(Math.log(tacky.multiplier)).toBeCloseTo(((s2 / spread) * phi) / 0.17291, 3);
});

it('a narrow bracket says as much as the moment itself, a wide one less', () => {
  const at = learn([{ above: 1.4, below: 1.4 }]).multiplier;
  expect(learn([{ above: 1.39, below: 1.41 }]).multiplier).toBeCloseTo(at, 3);
  expect(learn([{ above: 0.9, below: 2.2 }]).multiplier).toBeLessThan(at);
  expect(() => learn([{ above: 2, below: 1 }])).toThrow(RangeError);
});

it('tests far from the sheet are learnt from in full: the grid reaches as far as they do', () => {
  // Conjugate normal by hand: 2 · ln 50 / 0.35² over 1/0.25² + 2/0.35² gives ln m = 1.9758.
  const moment = { above: 50, below: 50 };
  expect(learn([moment, moment]).multiplier).toBeCloseTo(Math.exp(1.9758), 2);
  // Still tacky twice at 50 times the sheet: mean of prior · Φ² by Simpson's rule over [-4, 10] with C's erfc, worked apart.
  const tacky = { above: 50, below: null };
  expect(learn([tacky, tacky]).multiplier).toBeCloseTo(7.43761, 3);
  expect(learn([{ above: 1e-3, below: 1e-3 }]).multiplier).toBeCloseTo(
    Math.exp((Math.log(1e-3) * 8.1633) / 24.1633),
    4,
  );
});
