/** Waits in air that errs from the forecast, for the risk of a date. */
import { waitsIn } from '$core/coating/waits';
import { ratesOf, type Climate } from '$core/drying/climate';
import type { PackedAir } from '$core/drying/packed-air';
import { waitsOfFilms } from './film-waits';
import type { JobProblem } from './job-problem';
import type { JobToPlan } from './job-to-plan';
import { erring, type RiskJob } from '../risk/risk';
import type { RiskModel } from '../risk/risk-model';

/** Days from the start of the plan whose air is drawn anew. */
const DAYS_DRAWN = 30;

/**
 * Waits in air that errs from the forecast, run by run; null where waits follow the sheet.
 * @param since when the forecast begins to err, ms since 1970: the same for all jobs, so that they have the same weather
 * @returns a function of one run's normal numbers, for the risk
 */
export function erringAir(
  job: Pick<JobToPlan, 't0'>,
  air: PackedAir | null,
  built: JobProblem,
  model: RiskModel,
  since: number,
): RiskJob['air'] {
  if (!air) return undefined;
  const { step, start } = air.climate;
  // Only the days of the plan are drawn anew; what comes later follows the sheet.
  const first = Math.max(0, Math.floor((since - start) / (step * 60_000)) - 24);
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
    const drawn = erring(climate, since, model, normal);
    return {
      // A house is heated: its films wait as they were planned.
      waits: new Map([
        ...built.air,
        ...waitsOfFilms(built.films, waitsIn(ratesOf(drawn), multipliers), job.t0),
      ]),
      warmth: mean(drawn) - usual,
    };
  };
}
