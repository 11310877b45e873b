/** Plans that were stored while the station of coating was named for a tent. */
import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { newDatabase } from '../../../../tests/new-database';

it('are read under the name that it has now, and only that is changed in them', () => {
  const { db, job } = newDatabase();
  const problem = {
    stations: [
      {
        id: 'tent',
        capacity: 1,
        calendar: null,
        changeovers: [{ from: null, to: 'tent-paint', minutes: 0 }],
      },
      { id: 'kitchen', capacity: 1, calendar: 'house', changeovers: [] },
    ],
    operations: [{ id: 'tent:prime', lot: 'tent', station: 'tent' }],
    travel: [{ from: 'tent', to: 'kitchen', minutes: 20 }],
  };
  db.prepare(
    `INSERT INTO plan (id, job_id, made_at, t0, facts, choice, problem, result) VALUES ('p', ?, 0, 0, 0, '{}', ?, '{}')`,
  ).run(job, JSON.stringify(problem));
  db.exec(readFileSync('migrations/0010_station_of_coating.sql', 'utf8'));
  expect(JSON.parse(String(db.prepare('SELECT problem FROM plan').pluck().get()))).toEqual({
    stations: [{ ...problem.stations[0], id: 'coating' }, problem.stations[1]],
    operations: [{ id: 'tent:prime', lot: 'tent', station: 'coating' }],
    travel: [{ from: 'coating', to: 'kitchen', minutes: 20 }],
  });
});
