/** Vapour pressure of the solvents in a film. */
import { frozen } from '../frozen';

/**
 * Antoine constants: log₁₀ P[mmHg] = a − b / (T[°C] + c). All from memory. Decane stands for mineral spirits, butyl
 * acetate for the thinners of lacquers and two-packs.
 */
const ANTOINE = frozen({
  ethanol: { a: 8.20417, b: 1642.89, c: 230.3 },
  decane: { a: 6.94365, b: 1495.17, c: 193.86 },
  'butyl acetate': { a: 7.02845, b: 1368.5, c: 204 },
} as const);
export type Solvent = keyof typeof ANTOINE;
export const SOLVENTS = Object.keys(ANTOINE) as [Solvent, ...Solvent[]];

/**
 * Vapour pressure by the Antoine equation.
 * @param celsius °C
 * @returns mmHg
 */
export function vapourPressure(solvent: Solvent, celsius: number): number {
  const { a, b, c } = ANTOINE[solvent];
  return 10 ** (a - b / (celsius + c));
}
