/** A product's stage as the film it is: reference time, phases and what slows it. */
import { frozen } from '../frozen';
import type { FilmStage, Phase } from '../drying/phase';
import type { Base, Product, Stage } from './system';

const water: Phase = { kind: 'water', share: 1 };
const mixed = (first: Phase, share: number): Phase[] => [
  { ...first, share },
  { kind: 'reaction', share: 1 - share, film: false },
];
const spirits: Phase = { kind: 'solvent', solvent: 'decane', share: 1 };
const alcohol: Phase = { kind: 'solvent', solvent: 'ethanol', share: 1 };
const ester: Phase = { kind: 'solvent', solvent: 'butyl acetate', share: 1 };

/**
 * The usual phases of a stage by what carries the film: early stages wait for what evaporates, late ones for what
 * hardens. All shares from memory; a product may name its own.
 */
export const USUAL_PHASES: Record<Base, Record<'early' | 'middle' | 'late', readonly Phase[]>> = frozen({
  water: { early: [water], middle: mixed(water, 0.6), late: mixed(water, 0.1) },
  alcohol: { early: [alcohol], middle: [alcohol], late: mixed(alcohol, 0.3) },
  solvent: { early: mixed(spirits, 0.5), middle: mixed(spirits, 0.2), late: mixed(spirits, 0.1) },
  lacquer: { early: [ester], middle: [ester], late: mixed(ester, 0.3) },
  'two-pack': { early: mixed(ester, 0.5), middle: mixed(ester, 0.2), late: mixed(ester, 0.05) },
  wax: { early: [spirits], middle: [spirits], late: mixed(spirits, 0.3) },
});

const AGE: Record<Stage, 'early' | 'middle' | 'late'> = frozen({
  touch: 'early',
  sand: 'early',
  recoat: 'early',
  flip: 'middle',
  handle: 'middle',
  hang: 'middle',
  handles: 'late',
  'wet-clean': 'late',
  cured: 'late',
});

/** Phases of a stage: the product's own, else the usual ones of its base. Solvents are slow to leave oil paints: they also react when recoated. */
export const phasesOf = (product: Product, stage: Stage): readonly Phase[] =>
  product.stages[stage]?.phases ?? USUAL_PHASES[product.base][stageAge(product, stage)];

/** A solvent-borne film is sanded and recoated when it has hardened, not when it has evaporated. */
const stageAge = (product: Product, stage: Stage): 'early' | 'middle' | 'late' =>
  (product.base === 'solvent' || product.base === 'two-pack') && (stage === 'sand' || stage === 'recoat')
    ? 'middle'
    : AGE[stage];

/**
 * A stage of a film of a product.
 * @param film wet film laid over the right one
 * @param multiplier learnt for the product at the place
 * @returns null when the product has no figure for the stage
 */
export function filmStage(product: Product, stage: Stage, film = 1, multiplier = 1): FilmStage | null {
  const figure = product.stages[stage];
  return figure
    ? {
        minutes: figure.value,
        phases: phasesOf(product, stage),
        film,
        multiplier,
        minC: product.limits.minC,
      }
    : null;
}
