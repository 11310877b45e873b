/** Touch-ups to expect in the months to come, from the curves and the ages of all films in use. Docs: docs/methods/lasting.md */
import { seeded } from '../units/random';
import { weibullSurvival, type Weibull } from './statistics/weibull';

const MONTH = 30.4375;
/** Draws of the curves and of chance. */
const DRAWS = 200;

/** A film in use. */
export interface InUse {
  group: string;
  /** days since it was in use, and up to which it was seen sound */
  age: number;
  sound: number;
}
/** Films that are alike, and how many they are. */
export type Films = InUse & { count: number };

export interface Month {
  expected: number;
  /** within these nine times in ten */
  low: number;
  high: number;
}

export interface Forecast {
  /** films that may have failed already and nobody saw it yet */
  unseen: number;
  months: Month[];
  /** films that no curve speaks of */
  untold: number;
}

/**
 * @param fits curve of each group; films of a group without one are left out and counted
 * @param months how many months ahead
 * @param seed of the draws
 */
export function forecast(
  films: readonly Films[],
  fits: ReadonlyMap<string, Weibull>,
  months: number,
  seed: number,
): Forecast {
  const random = seeded(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const told = films.filter((f) => fits.has(f.group));
  const mean = (
    curves: ReadonlyMap<string, Pick<Weibull, 'shape' | 'scale'>>,
    from: number,
    to: number,
  ): number =>
    told.reduce((sum, f) => {
      const curve = curves.get(f.group);
      if (!curve) return sum;
      const S = (t: number): number => weibullSurvival(curve, Math.max(0, t));
      const seen = S(f.sound);
      return seen > 1e-12 ? sum + (f.count * (S(f.age + from) - S(f.age + to))) / seen : sum;
    }, 0);
  const spans = Array.from({ length: months }, (_, i) => [i * MONTH, (i + 1) * MONTH] as const);
  const drawn = spans.map(() => [] as number[]);
  for (let n = 0; n < DRAWS; n++) {
    const curves = new Map([...fits].map(([group, fit]) => [group, varied(fit, normal)] as const));
    spans.forEach(([from, to], i) => drawn[i]?.push(poisson(mean(curves, from, to), random, normal)));
  }
  return {
    unseen: told.reduce((sum, f) => {
      const curve = fits.get(f.group);
      if (!curve) return sum;
      const seen = weibullSurvival(curve, f.sound);
      return seen > 1e-12 ? sum + f.count * (1 - weibullSurvival(curve, f.age) / seen) : sum;
    }, 0),
    months: spans.map(([from, to], i) => {
      const sorted = [...(drawn[i] ?? [])].sort((a, b) => a - b);
      return {
        expected: mean(fits, from, to),
        low: sorted[Math.floor(0.05 * DRAWS)] ?? 0,
        high: sorted[Math.ceil(0.95 * DRAWS) - 1] ?? 0,
      };
    }),
    untold: films.reduce((sum, f) => (fits.has(f.group) ? sum : sum + f.count), 0),
  };
}

/** Films of nearly one age, seen at nearly one time, count together: to the quarter of a year, and to a fifth of their age. */
export function alike(films: readonly InUse[]): Films[] {
  const groups = new Map<string, Map<number, Films>>();
  for (const f of films) {
    let own = groups.get(f.group);
    if (!own) groups.set(f.group, (own = new Map()));
    const key = 6 * Math.round(f.age / (3 * MONTH)) + Math.round(5 * (f.sound / Math.max(1, f.age)));
    const had = own.get(key);
    if (had) {
      had.age += (f.age - had.age) / (had.count + 1);
      had.sound += (f.sound - had.sound) / (had.count + 1);
      had.count++;
    } else own.set(key, { ...f, count: 1 });
  }
  return [...groups.values()].flatMap((own) => [...own.values()]);
}

/** A curve as it may be, by its own uncertainty. */
function varied(
  { shape, scale, covariance }: Weibull,
  normal: () => number,
): { shape: number; scale: number } {
  const [a, b, c] = covariance;
  const one = Math.sqrt(Math.max(0, a));
  const other = one > 0 ? b / one : 0;
  const [u, v] = [normal(), normal()];
  return {
    shape: shape * Math.exp(one * u),
    scale: scale * Math.exp(other * u + Math.sqrt(Math.max(0, c - other * other)) * v),
  };
}

/** A count by chance. Source: Knuth's products below 50, a normal above. */
function poisson(mean: number, random: () => number, normal: () => number): number {
  if (mean > 50) return Math.max(0, Math.round(mean + Math.sqrt(mean) * normal()));
  const least = Math.exp(-mean);
  let [k, p] = [0, random()];
  while (p > least) {
    p *= random();
    k++;
  }
  return k;
}
