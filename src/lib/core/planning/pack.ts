/** A job to plan as text, for a worker: maps and sets included, waits as the air they follow. */
import { SHEET_WAITS, waitsIn } from '../coating/waits';
import { ratesOf, type Climate } from '../drying/climate';
import { waitsOfFilms, type JobProblem, type JobToPlan } from './job-problem';
import { erring, type RiskInput } from './risk';
import type { RiskModel } from './risk-model';

/** Days from the start of the plan whose air is drawn anew. */
const DAYS_DRAWN = 30;

/** How films wait, as data. Null: by the sheet. */
export interface PackedAir {
  climate: Climate;
  /** learnt at the place, by product */
  multipliers: [string, number][];
}

export interface Packed {
  /** waits left out: they stand in `air` */
  job: JobToPlan;
  air: PackedAir | null;
}

export const packJson = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    v instanceof Map ? { '#map': [...v] } : v instanceof Set ? { '#set': [...v] } : v,
  );

export const unpackJson = (text: string): unknown =>
  JSON.parse(text, (_, v: unknown) => {
    if (v === null || typeof v !== 'object') return v;
    if ('#map' in v) return new Map(v['#map'] as [unknown, unknown][]);
    if ('#set' in v) return new Set(v['#set'] as unknown[]);
    return v;
  });

export const unpackJob = ({ job, air }: Packed): JobToPlan => ({
  ...job,
  waits: air ? waitsIn(ratesOf(air.climate), new Map(air.multipliers)) : SHEET_WAITS,
});

/**
 * Waits in air that errs from the forecast, run by run; null where waits follow the sheet.
 * @returns a function of one run's normal numbers, for the risk
 */
export function erringAir(packed: Packed, built: JobProblem, model: RiskModel): RiskInput['air'] {
  const { job, air } = packed;
  if (!air) return undefined;
  const { step, start } = air.climate;
  // Only the days of the plan are drawn anew; what comes later follows the sheet.
  const first = Math.max(0, Math.floor((job.t0 - start) / (step * 60_000)) - 24);
  const climate: Climate = {
    step,
    start: start + first * step * 60_000,
    air: air.climate.air.slice(first, first + Math.ceil(((1 + DAYS_DRAWN) * 1440) / step)),
  };
  const multipliers = new Map(air.multipliers);
  const mean = (of: Climate): number =>
    of.air.reduce((sum, a) => sum + a.celsius, 0) / Math.max(1, of.air.length);
  const usual = mean(climate);
  return (normal) => {
    const drawn = erring(climate, job.t0, model, normal);
    return {
      waits: waitsOfFilms(built.films, waitsIn(ratesOf(drawn), multipliers), job.t0),
      warmth: mean(drawn) - usual,
    };
  };
}
