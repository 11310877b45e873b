/** Kitchens with a known truth, for checks of the statistics: Weibull times, a frailty per kitchen, visits that somebody makes. */
import type { KitchenRecord, Look } from '$core/durability/record';
import { seeded } from '$core/units/random';

export interface Truth {
  shape: number;
  scale: number;
  /** variance of a kitchen's own factor, gamma with mean 1; 0: pieces are independent */
  variance: number;
  kitchens: number;
  pieces: number;
  /** days of the visits, and how far each may be off its day, share */
  visits: readonly number[];
  jitter: number;
  /** what multiplies the hazard of a piece */
  factor?: (kitchen: number, piece: number) => number;
  traits?: (kitchen: number, piece: number, random: () => number) => Record<string, string>;
  kitchenTraits?: (kitchen: number, random: () => number) => Record<string, string>;
  batches?: (kitchen: number) => string[];
}

const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** Source: Marsaglia & Tsang (2000), for shapes of 1 and more. @param variance at most 1 */
function gamma(variance: number, random: () => number): number {
  if (variance === 0) return 1;
  const d = 1 / variance - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v * variance;
  }
}

/** Share that lasts beyond a day, over all kitchens. */
export const trueSurvival = ({ shape, scale, variance }: Truth, day: number): number => {
  const hazard = (day / scale) ** shape;
  return variance === 0 ? Math.exp(-hazard) : (1 + variance * hazard) ** (-1 / variance);
};

export function simulate(truth: Truth, seed: number): KitchenRecord[] {
  const random = seeded(seed);
  const { shape, scale, variance, kitchens, pieces, visits, jitter, factor, traits, batches } = truth;
  return Array.from({ length: kitchens }, (_, k) => {
    const own = gamma(variance, random);
    const days = visits
      .slice(0, Math.max(2, Math.ceil(visits.length * (0.5 + 0.5 * random()))))
      .map((v) => Math.round(v * (1 + jitter * (2 * random() - 1))))
      .sort((a, b) => a - b);
    return {
      job: `kitchen ${k}`,
      version: 1 as const,
      traits: truth.kitchenTraits?.(k, random) ?? {},
      mended: [],
      pieces: Array.from({ length: pieces }, (__, i) => {
        const hazard = own * (factor?.(k, i) ?? 1);
        const fails = scale * (-Math.log(1 - random()) / hazard) ** (1 / shape);
        const found = days.findIndex((d) => d >= fails);
        const looks = (found < 0 ? days : days.slice(0, found + 1)).map((day, n): Look => ({
          ...{ day, method: 'visual', how: 'visit', face: 'front', x: null, y: null },
          failure: n === found ? 'nick' : null,
        }));
        return {
          id: `${k} ${i}`,
          code: `${i}`,
          traits: traits?.(k, i, random) ?? {},
          batches: batches?.(k) ?? [],
          days: [],
          spells: [{ start: 0, filmAge: 5, end: null, looks }],
        };
      }),
    };
  });
}
