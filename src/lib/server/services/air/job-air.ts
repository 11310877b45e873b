/** The air that a job's films dry in, and how they wait in it: by the sheet, or by the air of the place where they dry. */
import { DAY } from '$core/units/durations';
import { SHEET_WAITS, waitsOf, type Waits } from '$core/coating/waits';
import { cutClimate, type PackedAir } from '$core/drying/packed-air';
import { waitsAtHome, type WaitsAtHome } from '$core/coating/waits-at-home';
import type { Choice } from '$core/planning/job/choice';
import { keepFor } from '$core/units/keep-last';
import type { Stretch } from '$core/air/at-place';
import type { Place, Places } from '$core/air/places';
import type { Db } from '../../db/open';
import { learntAt } from './learnt';
import { airOf, airWith, isKnown } from './place-air';

/** Air is cut once for the same place, readings, lessons and first day. */
const cuts = keepFor<Db, PackedAir>(16);

/**
 * The air of a place from the day before the first film on, as data.
 * @param since when the first film of the job was or will be laid, ms since 1970
 */
export function placeAir(db: Db, place: Place, now: number, since: number): PackedAir {
  const { key, rates } = airOf(db, place, now, since);
  const multipliers = [...learntAt(db, place)].map(([product, l]): [string, number] => [
    product,
    l.multiplier,
  ]);
  const from = Math.floor(Math.min(since, now) / DAY - 1) * DAY;
  return cuts(db, `${key} ${from} ${JSON.stringify(multipliers)}`, () => ({
    climate: cutClimate(rates.climate, from, Infinity),
    multipliers,
  }));
}

/** The same as it would be if the place were heated or dried otherwise from now on. */
export function placeAirWith(
  db: Db,
  places: Places,
  place: Place,
  now: number,
  since: number,
  warm: Stretch | null = null,
): PackedAir {
  const { climate, multipliers } = { ...placeAir(db, place, now, since) };
  const other = airWith(db, places, place, now, since, warm).rates.climate;
  return { climate: cutClimate(other, climate.start, Infinity), multipliers };
}

/** Whether a choice asks for the air of its place, and that is known: else films wait by the sheet. */
export const waitsInAir = (db: Db, choice: Choice | null, now: number): choice is Choice =>
  choice?.air === 'place' && isKnown(db, choice.place, now);

/** The air that a choice asks for; null where films wait by the sheet. */
export const jobAir = (db: Db, choice: Choice | null, now: number, since: number): PackedAir | null =>
  waitsInAir(db, choice, now) ? placeAir(db, choice.place, now, since) : null;

/** The air of the house, where pieces are coated elsewhere; null where they are, or films wait by the sheet. */
export const houseAir = (db: Db, choice: Choice | null, now: number, since: number): PackedAir | null =>
  waitsInAir(db, choice, now) && choice.place !== 'house' && isKnown(db, 'house', now)
    ? placeAir(db, 'house', now, since)
    : null;

/**
 * How the films of a job's pieces and of its fixed work wait. The air is asked for when something first waits: most facts do not.
 * @param since when the first film of the job was or will be laid, ms since 1970
 */
export function jobWaits(
  db: Db,
  choice: Choice | null,
  now: number,
  since: number,
): { waits: Waits; siteWaits: Waits; waitsAtHome: WaitsAtHome } {
  if (!waitsInAir(db, choice, now))
    return { waits: SHEET_WAITS, siteWaits: SHEET_WAITS, waitsAtHome: () => SHEET_WAITS };
  const waits = whenAsked(() => waitsOf(jobAir(db, choice, now, since)));
  const house = (): Waits => {
    const air = houseAir(db, choice, now, since);
    return air ? waitsOf(air) : waits;
  };
  let atHome: WaitsAtHome | null = null;
  return {
    waits,
    siteWaits: whenAsked(house),
    waitsAtHome: (hungAt) => {
      atHome ??= waitsAtHome(waits, jobAir(db, choice, now, since), houseAir(db, choice, now, since));
      return atHome(hungAt);
    },
  };
}

/** Waits in air that are made when something first waits. */
function whenAsked(make: () => Waits): Waits {
  let made: Waits | null = null;
  const waits = (): Waits => (made ??= make());
  return {
    by: 'air',
    readyAt: (...film) => waits().readyAt(...film),
    progress: (...film) => waits().progress(...film),
    leastMinutes: (...film) => waits().leastMinutes(...film),
  };
}
