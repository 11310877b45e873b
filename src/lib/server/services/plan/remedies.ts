/** What the air forbids a job, and what each remedy would bring and cost: planned as if, one after another. */
import { isPlan } from '$core/planning/model/infeasible';
import { DAY, MINUTE } from '$core/units/durations';
import { piecesBegun } from '$core/bench/state/state';
import { PLACES, type Place, type Places } from '$core/air/places';
import { dayToMs } from '$core/units/clock-time';
import { formatMoney } from '$core/units/measures';
import { airBlocks, type AirBlock } from '$core/job-plan/air-blocks';
import type { PlanInputs } from '$core/job-plan/inputs';
import type { Db } from '../../db/open';
import type { StoredPlan } from '../../store/plans';
import { costsOf, measuresOf } from '../company/settings';
import { betterPlaces } from '../air/better-places';
import { powerFor } from '../air/power';
import { placeAirWith } from '../air/job-air';
import { isForeseen, isKnown, placesOf } from '../air/place-air';
import { firstFilm, type OpenJob } from '../job/open-job';
import { asIf, comesToHere } from './as-if';
import { handBack } from './hand-back';
import { planInputs } from './make/plan-inputs';
import { proposeFor } from './propose';
import { choiceOf, proposalOf } from './take-proposal';

/** How far a job without a plan is looked at. Our choice. */
const AHEAD = 120 * DAY;
/** Other systems that are weighed: the ones that suit the kitchen best. Our choice. */
const SYSTEMS = 3;

/** What the air forbids before a job is handed back; empty where films wait by the sheet, or nothing is chosen. */
export function blocksOf(db: Db, file: OpenJob, plan: StoredPlan | null, now: number): AirBlock[] {
  const inputs = planInputs(db, file, now);
  if (!inputs?.air) return [];
  const from = plan ? Math.max(now, plan.t0) : now;
  // What is coated by then nobody waits for.
  const coats = plan && isPlan(plan.result) ? lastCoat(file, plan) : from + AHEAD;
  return airBlocks(inputs, from, coats, measuresOf(db));
}

/** When the last coat is laid by a plan, ms since 1970. */
function lastCoat({ route, site }: OpenJob, { result, t0 }: StoredPlan): number {
  if (!isPlan(result)) return t0;
  const coats = [...route, ...site].filter((s) => s.kind === 'coat').map((s) => s.key);
  const starts = result.assignments.flatMap((a) =>
    coats.some((key) => a.operation.endsWith(`:${key}`)) ? [a.start] : [],
  );
  return t0 + Math.max(0, ...starts) * MINUTE;
}

export interface Remedy {
  words: string;
  /** when the kitchen is back, ms since 1970; null where no plan is found */
  back: number | null;
  /** by when it is in eight of ten futures; null where that cannot be said */
  sure: number | null;
  /** more minutes of hands, and cents of paint and labour, than as it is; null where a price is missing */
  minutes: number;
  cents: number | null;
  /** what it costs beside that, as far as it is known */
  besides: string;
}

interface Way {
  words: string;
  /** what it costs beside work and paint. @param back when the kitchen is back with it, ms since 1970 */
  besides: (back: number) => string;
  file: OpenJob;
  alter?: (inputs: PlanInputs) => PlanInputs;
}

function ways(db: Db, file: OpenJob, now: number): Way[] {
  const { choice, state, job } = file;
  if (!choice) return [];
  const { place } = choice;
  const places = placesOf(db);
  const since = firstFilm(choice, state, job.zone);
  const from = Math.max(now, dayToMs(choice.startDay, job.zone));
  const power =
    (where: Place, better: Places) =>
    (back: number): string =>
      sayPower(db, where, powerFor(db, better, where, from, back), (back - from) / DAY);
  const inAir = (words: string, how: 'heat' | 'dry' | 'both'): Way => ({
    words,
    besides: power(place, betterPlaces(places, place, how)),
    file,
    alter: (inputs) => ({
      ...inputs,
      air: placeAirWith(db, betterPlaces(places, place, how), place, now, since),
    }),
  });
  const heat = `Heat the ${place} to 21 °C day and night`;
  // What heating would do is reckoned through the weather; without that nobody knows.
  const own = !isForeseen()
    ? []
    : place === 'tent'
      ? [
          inAir('Heat the tent day and night', 'heat'),
          inAir('Run a dehumidifier in the tent', 'dry'),
          inAir('Heat the tent day and night, and dehumidify', 'both'),
        ]
      : [inAir(heat, 'heat')];
  // The fixed work is coated in the house, wherever the pieces are.
  const house: Way[] =
    isForeseen() && place !== 'house'
      ? [
          {
            words: 'Heat the house to 21 °C day and night',
            besides: power('house', betterPlaces(places, 'house', 'heat')),
            file,
            alter: (inputs) => ({
              ...inputs,
              houseAir: placeAirWith(db, betterPlaces(places, 'house', 'heat'), 'house', now, since),
            }),
          },
        ]
      : [];
  const elsewhere = PLACES.filter((p) => p !== place && isKnown(db, p, now)).map((p): Way => ({
    words: `Coat in the ${p}`,
    besides: () => 'moving there',
    file: { ...file, choice: { ...choice, place: p } },
  }));
  if (piecesBegun(state)) return [...own, ...house, ...elsewhere];
  const systems = proposeFor(db, file, now)
    .list.filter((p) => p.stops.length === 0 && p.system.key !== choice.system.key)
    .slice(0, SYSTEMS)
    .map((p): Way => ({
      words: `Another system: ${p.system.name}`,
      besides: () => 'another look and another care',
      file: asIf(file, choiceOf(db, file, null, proposalOf(db, file, null, p.system.key, now), now)),
    }));
  return [...own, ...house, ...elsewhere, ...systems];
}

/** The power of a tent in kWh and money; of a room how much warmer it is kept, as nobody knows what its heating takes. */
function sayPower(
  db: Db,
  where: Place,
  { kwh, warmer }: { kwh: number; warmer: number },
  days: number,
): string {
  if (where === 'tent') {
    const costs = costsOf(db);
    const price =
      costs?.kwhCents === undefined
        ? 'its price is not typed under Settings'
        : formatMoney(Math.round(kwh * costs.kwhCents), costs.currency);
    return `${Math.round(kwh)} kWh of power (${price})`;
  }
  const by = measuresOf(db) === 'metric' ? `${Math.round(warmer)} °C` : `${Math.round(warmer * 1.8)} °F`;
  return `the heating of the ${where}: ${by} warmer for ${Math.ceil(days)} days; what that takes is not known here`;
}

/** What each remedy brings against the plan as it is; the soonest hand-back first. */
export async function remediesFor(
  db: Db,
  file: OpenJob,
  plan: StoredPlan | null,
  now: number,
): Promise<Remedy[]> {
  const as = await comesToHere(db, file, now);
  const usual = handBack(plan)?.at ?? as?.back ?? null;
  const out: Remedy[] = [];
  for (const way of ways(db, file, now)) {
    const then = await comesToHere(db, way.file, now, { alter: way.alter, sure: true }).catch(() => null);
    const { words } = way;
    if (!then) {
      out.push({ words, besides: '', back: null, sure: null, minutes: 0, cents: null });
      continue;
    }
    const besides = way.besides(then.back);
    // One more device that has nothing to do helps no more.
    if (way.alter && out.some((r) => r.back === then.back && r.besides === besides)) continue;
    out.push({
      ...{ words, besides, back: then.back, sure: then.sure },
      minutes: as ? then.minutes - as.minutes : 0,
      cents: as?.cents == null || then.cents === null ? null : then.cents - as.cents,
    });
  }
  return out
    .filter((r) => r.back === null || usual === null || r.back < usual)
    .sort((a, b) => (a.back ?? Infinity) - (b.back ?? Infinity));
}
