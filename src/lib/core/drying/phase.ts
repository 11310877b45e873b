/** The phases a film goes through, and how fast each goes in given air. Docs: docs/methods/drying.md */
import { frozen } from '../frozen';
import { z } from 'zod';
import { vapourDeficit } from '../air/humid-air';
import { SOLVENTS, vapourPressure, type Solvent } from './vapour';

/**
 * A phase of a stage. `share` of the stage's reference time; the shares of a stage add to 1, done in turn.
 * `film`: whether a thicker film slows it; water and solvent always are slowed, a reaction only where stated.
 */
const phaseSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('water'), share: z.number().gt(0).max(1) }),
  z.object({ kind: z.literal('solvent'), share: z.number().gt(0).max(1), solvent: z.enum(SOLVENTS) }),
  z.object({ kind: z.literal('reaction'), share: z.number().gt(0).max(1), film: z.boolean().default(false) }),
]);
export type Phase = z.infer<typeof phaseSchema>;

export const phasesSchema = z
  .array(phaseSchema)
  .min(1, 'A stage has at least one phase')
  .refine(
    (phases) => Math.abs(phases.reduce((sum, p) => sum + p.share, 0) - 1) < 1e-6,
    'The shares of the phases add to 100 %',
  );

/** What decides the rate of a phase: `water`, `reaction` or a solvent. */
export type RateKind = 'water' | 'reaction' | Solvent;
/** The rate that a phase follows: that of its solvent, or of its own kind. */
export const rateKind = (phase: Phase): RateKind => (phase.kind === 'solvent' ? phase.solvent : phase.kind);

/** Air around a film. */
export interface FilmAir {
  /** °C */
  celsius: number;
  /** relative humidity, share 0–1 */
  humidity: number;
  /** m/s over the film */
  wind: number;
}

/** The air that reference times are given for: 25 °C, 50 % RH, still. */
export const REFERENCE_AIR: FilmAir = frozen({ celsius: 25, humidity: 0.5, wind: 0.1 });

/** Eₐ of a reaction that doubles per 10 K near 25 °C, J/mol, and the gas constant, J/(mol K). */
const ACTIVATION = 52_950;
const GAS = 8.314462618;
const KELVIN = 273.15;

/** Wind function of evaporation: 1 + 0.54 u, u in m/s. Source: Penman (1948). */
const windFactor = (wind: number): number => (1 + 0.54 * wind) / (1 + 0.54 * REFERENCE_AIR.wind);

const REFERENCE_DEFICIT = vapourDeficit(REFERENCE_AIR.celsius, REFERENCE_AIR.humidity);

/**
 * Rate of a phase against the reference air: water by Dalton's law (vapour pressure deficit), solvents by their vapour
 * pressure, both with Penman's wind function; reactions by Arrhenius.
 * @returns 1 in the reference air; 0 in saturated air for water
 * @throws RangeError when the air is none: no number, or a negative humidity or wind
 */
export function phaseRate(kind: RateKind, { celsius, humidity, wind }: FilmAir): number {
  if (!(Number.isFinite(celsius) && humidity >= 0 && wind >= 0 && Number.isFinite(humidity + wind)))
    throw new RangeError(`Nothing dries in air of ${celsius} °C, humidity ${humidity}, wind ${wind} m/s`);
  switch (kind) {
    case 'water':
      return (Math.max(0, vapourDeficit(celsius, humidity)) / REFERENCE_DEFICIT) * windFactor(wind);
    case 'reaction':
      return Math.exp((-ACTIVATION / GAS) * (1 / (celsius + KELVIN) - 1 / (REFERENCE_AIR.celsius + KELVIN)));
    default:
      return (vapourPressure(kind, celsius) / vapourPressure(kind, REFERENCE_AIR.celsius)) * windFactor(wind);
  }
}

/** A stage of a film as it was laid. */
export interface FilmStage {
  /** minutes in the reference air with the reference film */
  minutes: number;
  phases: readonly Phase[];
  /** wet film laid over reference wet film; 1 for the right film */
  film: number;
  /** learnt multiplier of the time, 1 for the sheet's */
  multiplier: number;
  /** below this nothing goes on, °C */
  minC: number;
}

/** Minutes of the reference rate that each phase of a stage takes. @throws RangeError when a figure of the film is none */
export function phaseMinutes(stage: FilmStage, phase: Phase): number {
  const { minutes, multiplier, film } = stage;
  if (!(minutes >= 0 && multiplier > 0 && film > 0 && Number.isFinite(minutes * multiplier * film)))
    throw new RangeError(`No film takes ${minutes} min, ${multiplier} times over, ${film} times as full`);
  return minutes * phase.share * multiplier * (phase.kind === 'reaction' && !phase.film ? 1 : film);
}
