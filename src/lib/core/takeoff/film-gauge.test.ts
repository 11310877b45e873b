import { expect, it } from 'vitest';
import { judgeFilm } from './film-gauge';

const enamel = { dryFilm: 38, solids: 0.38 };

it('judges a reading against the target of 100 µm', () => {
  expect(judgeFilm({ wet: 90, dry: 110 }, enamel)).toMatchObject({ wetUm: 100, says: 'right' });
  expect(judgeFilm({ wet: 90, dry: 110 }, enamel).dryUm).toBeCloseTo(38, 9);
  expect(judgeFilm({ wet: 50, dry: 75 }, enamel).says).toBe('thin');
  expect(judgeFilm({ wet: 150, dry: 175 }, enamel).says).toBe('thick');
  // Thinned by a tenth, the same dry film takes a tenth more wet.
  expect(judgeFilm({ wet: 100, dry: 120 }, enamel, 0.1).ratio).toBeCloseTo(1, 9);
  expect(() => judgeFilm({ wet: 100, dry: 100 }, enamel)).toThrow(RangeError);
});
