/** When the films of a job are ready: by the sheet's air, or by the air they lie in. */
import { ratesOf, type Rates } from '../drying/climate';
import type { PackedAir } from '../drying/packed-air';
import { phaseMinutes, phaseRate, rateKind } from '../drying/phase';
import { progressAt, readyAt } from '../drying/ready';
import { filmStage } from './film-stage';
import { MissingFigure } from './missing-figure';
import type { Product, Stage } from './system';

const MINUTE = 60_000;

export interface Waits {
  /** `sheet`: at 25 °C and 50 % RH, as product sheets say it */
  by: 'sheet' | 'air';
  /**
   * The moment a film reaches a stage.
   * @param laid end of the coat, ms since 1970
   * @param wet wet film laid over the right one
   * @returns ms since 1970
   * @throws MissingFigure when the product has no figure for the stage
   */
  readyAt: (film: Product, stage: Stage, laid: number, wet?: number) => number;
  /** Minutes that a stage takes at least, whenever the coat is laid between two moments. */
  leastMinutes: (film: Product, stage: Stage, wet: number, from: number, to: number) => number;
}

function minutesOf(film: Product, stage: Stage): number {
  const figure = film.stages[stage];
  if (!figure) throw new MissingFigure(film.name, stage);
  return figure.value;
}

/** Waits as the products' sheets say them. */
export const SHEET_WAITS: Waits = {
  by: 'sheet',
  readyAt: (film, stage, laid) => laid + minutesOf(film, stage) * MINUTE,
  leastMinutes: minutesOf,
};

/**
 * Waits in the air of a place.
 * @param rates of the place's air; before it begins and where it ends the sheet's rate counts
 * @param multipliers learnt at the place, by product
 */
export function waitsIn(rates: Rates, multipliers: ReadonlyMap<string, number>): Waits {
  const stageOf = (product: Product, stage: Stage, wet: number) => {
    const made = filmStage(product, stage, wet, multipliers.get(product.key) ?? 1);
    if (!made) throw new MissingFigure(product.name, stage);
    return made;
  };
  /** least minutes that were asked for before: lots ask alike */
  const least = new Map<string, number>();
  return {
    by: 'air',
    readyAt: (product, stage, laid, wet = 1) => {
      const of = stageOf(product, stage, wet);
      // Air that nobody kept: the sheet's.
      if (laid < rates.climate.start) return laid + of.minutes * of.multiplier * MINUTE;
      const ready = readyAt(of, laid, rates);
      if (ready !== null) return Math.ceil(ready);
      const from = Math.max(laid, rates.end);
      const left = 1 - progressAt(of, laid, from, rates);
      return Math.ceil(from + left * of.minutes * of.multiplier * of.film * MINUTE);
    },
    leastMinutes: (product, stage, wet, from, to) => {
      const key = `${product.key} ${stage} ${wet} ${from} ${to}`;
      const known = least.get(key);
      if (known !== undefined) return known;
      const of = stageOf(product, stage, wet);
      const { start, step, air } = rates.climate;
      const first = Math.max(0, Math.floor((from - start) / (step * MINUTE)));
      // The film may go on drying past the last moment it may be laid.
      const seen = air.slice(first, Math.max(first + 1, Math.ceil((to - start) / (step * MINUTE))));
      const minutes = of.phases.reduce((sum, phase) => {
        const kind = rateKind(phase);
        const best = seen.reduce((most, a) => Math.max(most, phaseRate(kind, a)), 1);
        return sum + phaseMinutes(of, phase) / best;
      }, 0);
      least.set(key, minutes);
      return minutes;
    },
  };
}

/** Made once for the same air. */
const packed = new WeakMap<PackedAir, Waits>();

/** Waits in air that came as data. @param air null: by the sheet */
export function waitsOf(air: PackedAir | null): Waits {
  if (!air) return SHEET_WAITS;
  const made = packed.get(air) ?? waitsIn(ratesOf(air.climate), new Map(air.multipliers));
  packed.set(air, made);
  return made;
}
