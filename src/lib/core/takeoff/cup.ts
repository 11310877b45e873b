/** Viscosity cups: seconds of efflux to kinematic viscosity. Docs: docs/methods/mixing.md */
import { frozen } from '../frozen';

/** ν [cSt] from t [s]: `a·t − b` or `a·t − b/t`. From ASTM D1200 (Ford), ISO 2431 and DIN 53211, all from memory. */
export const CUPS = frozen({
  'ford-2': { name: 'Ford 2', nu: (t: number) => 1.44 * (t - 18.0) },
  'ford-3': { name: 'Ford 3', nu: (t: number) => 2.31 * (t - 6.58) },
  'ford-4': { name: 'Ford 4', nu: (t: number) => 3.85 * (t - 4.49) },
  'iso-3': { name: 'ISO 3 mm', nu: (t: number) => 0.443 * t - 200 / t },
  'iso-4': { name: 'ISO 4 mm', nu: (t: number) => 1.37 * t - 200 / t },
  'iso-6': { name: 'ISO 6 mm', nu: (t: number) => 6.9 * t - 570 / t },
  'din-4': { name: 'DIN 4', nu: (t: number) => 4.57 * t - 452 / t },
} as const);
export type Cup = keyof typeof CUPS;
export const CUP_KEYS = Object.keys(CUPS) as [Cup, ...Cup[]];

/** Seconds between which a cup tells the truth. */
const CUP_RANGE = frozen({ least: 20, most: 100 } as const);

/**
 * Kinematic viscosity from a cup's seconds.
 * @returns mm²/s (cSt)
 * @throws RangeError outside 20 to 100 s: another cup is wanted
 */
export function viscosity(cup: Cup, seconds: number): number {
  if (!(seconds >= CUP_RANGE.least))
    throw new RangeError(
      `${CUPS[cup].name} tells nothing below ${CUP_RANGE.least} s: take a cup with a smaller hole`,
    );
  if (!(seconds <= CUP_RANGE.most))
    throw new RangeError(
      `${CUPS[cup].name} tells nothing above ${CUP_RANGE.most} s: take a cup with a larger hole`,
    );
  return CUPS[cup].nu(seconds);
}

/**
 * Seconds that a liquid would run from another cup, by halving.
 * @param nu cSt
 * @returns null where that cup would be the wrong one
 */
export function secondsIn(cup: Cup, nu: number): number | null {
  let [low, high]: [number, number] = [CUP_RANGE.least, CUP_RANGE.most];
  if (CUPS[cup].nu(low) > nu || CUPS[cup].nu(high) < nu) return null;
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (CUPS[cup].nu(middle) < nu) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A cup's reading at a share of thinner. */
interface ThinnerReading {
  /** share of thinner, 0–1 */
  share: number;
  /** cSt */
  nu: number;
}

/**
 * The share of thinner for a wanted viscosity: ln ν is a straight line between two readings.
 * @throws RangeError when the readings do not tell, or the target would take less than no thinner
 */
export function thinnerFor(target: number, a: ThinnerReading, b: ThinnerReading): number {
  if (!(target > 0 && a.nu > 0 && b.nu > 0 && a.share >= 0 && b.share >= 0))
    throw new RangeError('Viscosities are above 0 and shares are not below: check the seconds and the cup');
  if (a.share === b.share || a.nu === b.nu)
    throw new RangeError('Two readings with different thinner and different seconds are needed');
  const slope = (Math.log(b.nu) - Math.log(a.nu)) / (b.share - a.share);
  if (slope >= 0) throw new RangeError('More thinner made it thicker: one of the readings is wrong');
  const share = a.share + (Math.log(target) - Math.log(a.nu)) / slope;
  if (share < 0) throw new RangeError('It is thinner than that already without any thinner');
  return share;
}
