/** What touch tests teach about a product's drying: a Bayesian update of its multiplier. Docs: docs/methods/learning.md */

/** Prior of ln m: a product dries as its sheet says, give or take a quarter. */
const PRIOR_SD = 0.25;
/** Spread of one touch test about ln m. */
const TEST_SD = 0.35;

/**
 * A touch test as ratios of observed to predicted time at multiplier 1: ready somewhere after `above` (null: no look
 * before) and no later than `below` (null: still not ready at the last look). Equal bounds: the moment itself was seen.
 */
export interface Observation {
  above: number | null;
  below: number | null;
}

export interface Learnt {
  /** multiplier of the sheet's times, the exponential of the posterior mean of ln m */
  multiplier: number;
  /** standard deviation of ln m */
  sd: number;
  tests: number;
}

/** Normal distribution function, by the complementary error function of Numerical Recipes (6.2, erfcc; from memory), |error| < 1.2e-7. */
function normalCdf(x: number): number {
  if (!Number.isFinite(x)) return x > 0 ? 1 : 0;
  const z = Math.abs(x) / Math.SQRT2;
  const t = 1 / (1 + 0.5 * z);
  const poly =
    -1.26551223 +
    t *
      (1.00002368 +
        t *
          (0.37409196 +
            t *
              (0.09678418 +
                t *
                  (-0.18628806 +
                    t *
                      (0.27886807 +
                        t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277))))))));
  const erfc = t * Math.exp(-z * z + poly);
  return x >= 0 ? 1 - erfc / 2 : erfc / 2;
}

function likelihood({ above, below }: Observation, lnM: number): number {
  if (above !== null && below !== null && below / above - 1 < 1e-6) {
    const z = (Math.log(above) - lnM) / TEST_SD;
    return Math.exp((-z * z) / 2);
  }
  const z = (ratio: number | null, none: number): number =>
    ratio === null ? none : (Math.log(ratio) - lnM) / TEST_SD;
  const [low, high] = [z(above, -Infinity), z(below, Infinity)];
  // Far out in a tail the difference is taken on the side where it does not round away.
  const share = low > 0 ? normalCdf(-low) - normalCdf(-high) : normalCdf(high) - normalCdf(low);
  return Math.max(1e-300, share);
}

/** Steps of the grid of ln m, and how far it reaches beyond the prior's middle and what was seen. */
const STEP = PRIOR_SD / 125;
const REACH = 8 * PRIOR_SD;

/**
 * The multiplier after touch tests, on a grid of ln m: prior N(0, 0.25²), each test N(ln m, 0.35²), brackets and
 * one-sided looks by the share of the distribution that they leave.
 * @throws RangeError when a bound is not above 0 or the bounds are the wrong way round
 */
export function learn(observations: readonly Observation[]): Learnt {
  for (const { above, below } of observations)
    if (
      (above !== null && !(above > 0)) ||
      (below !== null && !(below > 0)) ||
      (above !== null && below !== null && above > below)
    )
      throw new RangeError(`A touch test lies between two ratios above 0, got ${above} and ${below}`);
  const seen = observations.flatMap((o) =>
    [o.above, o.below].flatMap((r) => (r === null ? [] : [Math.log(r)])),
  );
  const from = Math.min(0, ...seen) - REACH;
  const steps = Math.ceil((Math.max(0, ...seen) + REACH - from) / STEP);
  let [weight, first, second] = [0, 0, 0];
  for (let i = 0; i <= steps; i++) {
    const lnM = from + STEP * i;
    const prior = -((lnM / PRIOR_SD) ** 2) / 2;
    const w = Math.exp(observations.reduce((sum, o) => sum + Math.log(likelihood(o, lnM)), prior));
    weight += w;
    first += w * lnM;
    second += w * lnM * lnM;
  }
  const mean = first / weight;
  return {
    multiplier: Math.exp(mean),
    sd: Math.sqrt(Math.max(0, second / weight - mean * mean)),
    tests: observations.length,
  };
}

/** "learnt here: 16 % slower than the sheet, from 2 tests". */
export function sayLearnt({ multiplier, tests }: Learnt): string {
  if (tests === 0) return 'as the sheet says; no touch tests yet';
  const percent = Math.round(Math.abs(multiplier - 1) * 100);
  const how =
    percent === 0 ? 'as fast as' : multiplier > 1 ? `${percent} % slower than` : `${percent} % faster than`;
  return `learnt here: ${how} the sheet, from ${tests} ${tests === 1 ? 'test' : 'tests'}`;
}
