import type { Place } from '$core/air/places';
import type { Db } from '../db/open';

type ReadingSource = 'typed' | 'logger' | 'sensor';

interface StoredReading {
  id: number;
  place: Place;
  /** ms since 1970 */
  at: number;
  celsius: number;
  humidity: number;
  source: ReadingSource;
}

/** Keeps a reading; one that is there already stays. @returns whether it was new */
export const insertReading = (
  db: Db,
  reading: Omit<StoredReading, 'id'> & { fact?: string | null },
): boolean =>
  db
    .prepare(
      `INSERT INTO reading (place, at, celsius, humidity, source, fact_id) VALUES (@place, @at, @celsius, @humidity, @source, @fact)
       ON CONFLICT DO NOTHING`,
    )
    .run({ fact: null, ...reading }).changes > 0;

export const deleteReadingOf = (db: Db, fact: string): void => {
  db.prepare('DELETE FROM reading WHERE fact_id = ?').run(fact);
};

export const listReadings = (db: Db, place: Place, from: number, to: number): StoredReading[] =>
  db
    .prepare<[string, number, number], StoredReading>(
      'SELECT id, place, at, celsius, humidity, source FROM reading WHERE place = ? AND at BETWEEN ? AND ? ORDER BY at',
    )
    .all(place, from, to);

/** Tells whether anything was read or taken back since. */
export const readingsStamp = (db: Db, place: Place): string =>
  db
    .prepare<[string], string>("SELECT count(*) || ' ' || coalesce(max(id), 0) FROM reading WHERE place = ?")
    .pluck()
    .get(place) ?? '';

interface SensorRow {
  place: Place;
  on: boolean;
  batteryAt: number;
  sentUntil: number;
  calibratedAt: number;
}

export const listSensors = (db: Db): SensorRow[] =>
  db
    .prepare<[], Omit<SensorRow, 'on'> & { on: number }>(
      'SELECT place, is_on AS "on", battery_at AS batteryAt, sent_until AS sentUntil, calibrated_at AS calibratedAt FROM sensor ORDER BY place',
    )
    .all()
    .map((s) => ({ ...s, on: s.on === 1 }));

export const writeSensor = (db: Db, sensor: SensorRow): void => {
  db.prepare(
    `INSERT INTO sensor (place, is_on, battery_at, sent_until, calibrated_at) VALUES (@place, @on, @batteryAt, @sentUntil, @calibratedAt)
     ON CONFLICT (place) DO UPDATE SET is_on = @on, battery_at = @batteryAt, sent_until = @sentUntil, calibrated_at = @calibratedAt`,
  ).run({ ...sensor, on: Number(sensor.on) });
};
