/** Scales of finishes, by their standards. All from memory of the standards named, which no one here could look up. */
import { frozen } from '../frozen';

/** ASTM D3363: pencils from soft to hard. A film has the hardest that does not scratch it. */
export const PENCILS = frozen([
  '6B',
  '5B',
  '4B',
  '3B',
  '2B',
  'B',
  'HB',
  'F',
  'H',
  '2H',
  '3H',
  '4H',
  '5H',
  '6H',
] as const);

/** ASTM D4946: blocking, 10 no tack to 0 sealed. */
export const BLOCKING: readonly string[] = frozen([
  '75–100 % pulls off',
  '50–75 % pulls off',
  '25–50 % pulls off',
  '5–25 % pulls off',
  'very tacky, no paint pulls off',
  'moderate tack',
  'moderate to slight tack',
  'slight tack',
  'very slight tack',
  'trace of tack',
  'no tack',
]);
/** Below this doors stick to their bumpers in use. Our choice on the scale of ASTM D4946. */
export const STICKS_BELOW = 7;

/** Limits of MPI gloss levels at 60° and 85°, gloss units; null: no limit. */
const MPI: readonly { level: string; at60: [number, number]; at85: [number, number] | null }[] = frozen([
  { level: 'G1', at60: [0, 5], at85: [0, 10] },
  { level: 'G2', at60: [0, 10], at85: [10, 35] },
  { level: 'G3', at60: [10, 25], at85: [10, 35] },
  { level: 'G4', at60: [20, 35], at85: [35, Infinity] },
  { level: 'G5', at60: [35, 70], at85: null },
  { level: 'G6', at60: [70, 85], at85: null },
  { level: 'G7', at60: [85, Infinity], at85: null },
]);

/**
 * MPI gloss levels that readings fit; two where they overlap and nothing tells them apart.
 * @param at60 gloss units at 60°
 * @param at85 at 85°, null where it was not read
 * @throws RangeError for readings that are none
 */
export function glossLevels(at60: number, at85: number | null): string[] {
  if (!(at60 >= 0 && at60 <= 200) || (at85 !== null && !(at85 >= 0 && at85 <= 200)))
    throw new RangeError('Gloss is read from 0 to 200 units');
  return MPI.filter(
    ({ at60: [low, high], at85: sheen }) =>
      at60 >= low &&
      at60 <= high &&
      (at85 === null || sheen === null || (at85 >= sheen[0] && at85 <= sheen[1])),
  ).map((m) => m.level);
}

/** Above this a touch-up shows. Common practice, no source. */
export const SHOWS = 2;
