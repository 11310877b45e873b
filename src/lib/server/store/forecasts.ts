import type { Place } from '$core/air/places';
import type { Db } from '../db/open';

interface KeptForecast {
  place: Place;
  /** the hour, and when it was foreseen; ms since 1970 */
  at: number;
  madeAt: number;
  celsius: number;
  humidity: number;
}

/** Keeps what was foreseen; what was foreseen for the hour before stays. */
export const insertForecast = (db: Db, forecast: KeptForecast): void => {
  db.prepare(
    `INSERT INTO forecast (place, at, made_at, celsius, humidity) VALUES (@place, @at, @madeAt, @celsius, @humidity)
     ON CONFLICT DO NOTHING`,
  ).run(forecast);
};

/** The last hour that something is kept for; null where nothing is. */
export const lastForecast = (db: Db, place: Place): number | null =>
  db.prepare<[string], number | null>('SELECT max(at) FROM forecast WHERE place = ?').pluck().get(place) ??
  null;

interface ForecastError {
  place: Place;
  /** ms since 1970 */
  at: number;
  /** read less foreseen: K, and share of humidity */
  celsius: number;
  humidity: number;
}

/** How far readings were from what had been foreseen for their hour, from a moment on. */
export const listForecastErrors = (db: Db, since: number): ForecastError[] =>
  db
    .prepare<[number], ForecastError>(
      `SELECT r.place, r.at, r.celsius - f.celsius AS celsius, r.humidity - f.humidity AS humidity
       FROM reading r JOIN forecast f ON f.place = r.place AND f.at = (r.at + 1800000) / 3600000 * 3600000
       WHERE r.at >= ? ORDER BY r.place, r.at`,
    )
    .all(since);
