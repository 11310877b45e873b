/** Forecasts are kept a day before their hour, so that readings tell how far they err. */
import { DAY, HOUR } from '$core/units/durations';
import type { Place } from '$core/air/places';
import type { Db } from '../../db/open';
import { insertForecast, lastForecast } from '../../store/forecasts';
import { forecastAir, placesOf } from './place-air';

/** Keeps what is foreseen for a place for the hours of the day after the coming one. Called wherever its air is read. */
export function keepForecast(db: Db, place: Place, now: number): void {
  const first = Math.ceil(now / HOUR) * HOUR + DAY;
  const from = Math.max(first, (lastForecast(db, place) ?? 0) + HOUR);
  const hours = Math.round((first + DAY - from) / HOUR);
  if (hours <= 0) return;
  for (const { at, celsius, humidity } of forecastAir(placesOf(db), place, from, hours))
    insertForecast(db, { place, at, madeAt: now, celsius, humidity });
}
