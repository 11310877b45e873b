import type { Place } from '$core/air/places';
import type { Stage } from '$core/coating/system';
import type { Db } from '../db/open';

interface StoredTouchTest {
  id: string;
  product: string;
  place: Place;
  stage: Stage;
  laidAt: number;
  /** last look that found it not ready; null: none */
  notAt: number | null;
  /** first look that found it ready; null: none yet */
  readyAt: number | null;
  /** ratios of observed to predicted time */
  above: number | null;
  below: number | null;
  recordedAt: number;
  worker: string;
}

export const insertTouchTest = (db: Db, test: StoredTouchTest): void => {
  db.prepare(
    `INSERT INTO touch_test (id, product, place, stage, laid_at, not_at, ready_at, above, below, recorded_at, worker_id)
     VALUES (@id, @product, @place, @stage, @laidAt, @notAt, @readyAt, @above, @below, @recordedAt, @worker)`,
  ).run(test);
};

const COLUMNS = `id, product, place, stage, laid_at AS laidAt, not_at AS notAt, ready_at AS readyAt, above, below,
  recorded_at AS recordedAt, worker_id AS worker`;

/** The tests that count. */
export const listTouchTests = (db: Db, place: Place): StoredTouchTest[] =>
  db
    .prepare<[string], StoredTouchTest>(
      `SELECT ${COLUMNS} FROM touch_test WHERE place = ? AND forgotten_at IS NULL ORDER BY recorded_at`,
    )
    .all(place);

/** @returns how many were forgotten */
export const forgetTouchTests = (db: Db, product: string, place: Place, at: number): number =>
  db
    .prepare(
      'UPDATE touch_test SET forgotten_at = ? WHERE product = ? AND place = ? AND forgotten_at IS NULL',
    )
    .run(at, product, place).changes;

/** Forgets one test, where there is such a one. */
export const forgetTouchTest = (db: Db, id: string, at: number): void => {
  db.prepare('UPDATE touch_test SET forgotten_at = ? WHERE id = ? AND forgotten_at IS NULL').run(at, id);
};

export const touchTestsStamp = (db: Db, place: Place): string =>
  db
    .prepare<[string], string>(
      "SELECT count(*) || ' ' || count(forgotten_at) FROM touch_test WHERE place = ?",
    )
    .pluck()
    .get(place) ?? '';
