/** The places where films dry, as the company has set them up, and the air in them. */
import { DAY, HOUR } from '$core/units/durations';
import { airAtPlace, SETTLING, type MovingAir, type Stretch } from '$core/air/at-place';
import { airAsRead, estimateAir, type EstimatedAir } from '$core/air/estimate';
import { PLACES, USUAL_PLACES, type Place, type Places } from '$core/air/places';
import { STILL } from '$core/air/room';
import { ratesOf, type Rates } from '$core/drying/climate';
import type { Db } from '$server/db/open';
import { keepFor, keepLast } from '$core/units/keep-last';
import { companyZone } from '../company/clock';
import { weather } from '$server/devices/devices';
import { listReadings, readingsStamp } from '$server/store/readings';
import { readSetting } from '$server/store/settings';

type HourOfAir = MovingAir & { at: number };

export const placesOf = (db: Db): Places => readSetting(db, 'places') ?? USUAL_PLACES;

/** Forecast air at a place by the hour. @param from ms since 1970, on a whole hour */
export const forecastAir = (
  places: Places,
  place: Place,
  from: number,
  hours: number,
  warm: Stretch | null = null,
): HourOfAir[] =>
  airAtPlace(places, place, weather.forecast(from - SETTLING * HOUR, hours + SETTLING), companyZone(), warm);

/** Whether anybody forecasts here: without that nothing is said of the air to come but what was read. */
export const isForeseen = (): boolean => weather.there;

/** Days of air before and after now that are reckoned with, at most so many back; spans begin on a whole span. */
const BEFORE = 45;
const AFTER = 200;
const FARTHEST = 1100;
const SPAN = 60 * DAY;

interface Known {
  key: string;
  air: (EstimatedAir & { wind: number })[];
  rates: Rates;
}

/** Forecasts do not change with what is read: they are kept apart. Jobs of different age ask for different spans. */
const forecasts = keepLast<HourOfAir[]>(12);
const airs = keepFor<Db, Known>(8);

/**
 * The air of a place by the hour, read where it was read, and how films dry in it.
 * @param since films were laid from then on, ms since 1970
 */
export function airOf(db: Db, place: Place, now: number, since = now): Known {
  const places = placesOf(db);
  const day = Math.floor(now / DAY);
  const usual = (day - BEFORE) * DAY;
  const start = since >= usual ? usual : Math.max((day - FARTHEST) * DAY, Math.floor(since / SPAN) * SPAN);
  const span = `${place} ${start} ${day} ${companyZone()} ${isForeseen()} ${JSON.stringify(places)}`;
  const key = `${readingsStamp(db, place)} ${span}`;
  return airs(db, key, () => {
    const hours = forecasts(span, () =>
      forecastAir(places, place, start, Math.round((day * DAY - start) / HOUR) + AFTER * 24),
    );
    const readings = listReadings(db, place, start, now);
    const air = hours.length
      ? estimateAir(hours, readings).map((a, i) => ({ ...a, wind: hours[i]?.wind ?? STILL }))
      : airAsRead(readings, start, (day + AFTER) * DAY, now).map((a) => ({ ...a, wind: STILL }));
    return { key, air, rates: ratesOf({ start: air[0]?.at ?? start, step: 60, air }) };
  });
}

/**
 * How films would dry at a place if it were heated or dried otherwise from now on; what was read stays as it was.
 * @param warm when it is kept warm as by day
 */
export function airWith(
  db: Db,
  places: Places,
  place: Place,
  now: number,
  since = now,
  warm: Stretch | null = null,
): { rates: Rates } {
  const usual = airOf(db, place, now, since);
  const { climate } = usual.rates;
  const hours = forecastAir(places, place, climate.start, climate.air.length, warm);
  const air = climate.air.map((a, i) => {
    const other = hours[i];
    return other && climate.start + i * HOUR >= now
      ? { ...a, celsius: other.celsius, humidity: other.humidity, wind: other.wind }
      : a;
  });
  return { rates: ratesOf({ ...climate, air }) };
}

/** Whether the air of a place is known: foreseen, or read lately. Where it is not, films wait by the sheet. */
export const isKnown = (db: Db, place: Place, now: number): boolean =>
  isForeseen() || airOf(db, place, now).air.length > 0;

/** The hours of a place from now on. */
export function coming(
  db: Db,
  place: Place,
  now: number,
  hours: number,
): (EstimatedAir & { wind: number })[] {
  const from = Math.floor(now / HOUR) * HOUR;
  return airOf(db, place, now)
    .air.filter((a) => a.at >= from)
    .slice(0, hours);
}

/** A place by the name painters type on a job; null where it is none of the company's. */
export const placeNamed = (name: string): Place | null =>
  PLACES.find((p) => name.trim().toLowerCase() === p) ?? null;
