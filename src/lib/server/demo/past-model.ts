/**
 * The model that the demo's finished jobs are made from: true hazards of failure, invented for the demo. docs/demo-past.md says it in
 * words. What Lasting shows can be held against it.
 */
import type { FailureKey } from '$core/quality/failures';
import type { KitchenPlace } from '$core/kitchen/kitchen-places';

/** Shape of the time to the first failure; above 1, so that films wear. */
export const SHAPE = 1.25;
/** Share of pieces that fails within five years with nothing for or against, by system. */
const FIVE_YEARS: Readonly<Record<string, number>> = {
  'two-pack': 0.05,
  'oil-alkyd-hybrid': 0.08,
  'shellac-urethane': 0.1,
  'fast-cabinet': 0.22,
  'all-in-one': 0.5,
};
/** What multiplies the hazard. */
export const PLACE_FACTOR: Readonly<Record<KitchenPlace, number>> = {
  stove: 1.6,
  sink: 2.6,
  bin: 2,
  elsewhere: 0.8,
};
export const GLOSS_LEFT_FACTOR = 2.2;
export const WINTER_FACTOR = 1.3;
export const BAD_BATCH_FACTOR = 8;
/** Variance of a kitchen's own factor, gamma with mean 1. */
export const KITCHEN_VARIANCE = 0.15;
/** The batch that went wrong. */
export const BAD_BATCH = 'U-2207';

/** What fails where, with its weight. */
export const KINDS: Readonly<Record<KitchenPlace, readonly [FailureKey, number][]>> = {
  stove: [
    ['peeling', 4],
    ['worn', 4],
    ['nick', 2],
  ],
  sink: [
    ['worn', 4],
    ['swollen', 3],
    ['peeling', 3],
  ],
  bin: [
    ['nick', 6],
    ['worn', 3],
    ['peeling', 1],
  ],
  elsewhere: [
    ['nick', 5],
    ['peeling', 3],
    ['print', 1],
    ['crack', 1],
  ],
};

const FIVE = 5 * 365.25;

/**
 * Days until a piece fails.
 * @param system key of its system
 * @param factor of the hazard: its place, prep, season, batch and kitchen
 * @param u chance in (0, 1)
 */
export function daysToFailure(system: string, factor: number, u: number): number {
  const share = FIVE_YEARS[system] ?? 0.15;
  const scale = FIVE / (-Math.log(1 - share)) ** (1 / SHAPE);
  return scale * (-Math.log(u) / factor) ** (1 / SHAPE);
}
