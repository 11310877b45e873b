/** The record leaves whole and comes back the same; what is wrong in it is named with its place. */
import { beforeAll, expect, it } from 'vitest';
import { newDatabase } from '../../../../../tests/new-database';
import { pastDatabase } from '../../../../../tests/past-database';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { forgetImported, importedKitchens, importRecord } from './import-record';
import { lasting, lastingQuery } from './lasting';
import { recallOf } from './recall';
import { recordFile, recordTable } from './tables';

const NOW = Date.UTC(2026, 2, 11, 13, 20);
type File = ReturnType<typeof recordFile>;
let here: Db;
let file: File;
beforeAll(async () => {
  ({ db: here } = await pastDatabase());
  file = JSON.parse(JSON.stringify(recordFile(here, true))) as File;
});
const another = (): Db => newDatabase({ zone: 'America/Halifax' }, NOW).db;
const view = (db: Db) => lasting(db, lastingQuery(db, new URLSearchParams(), NOW));

it('gives the same table, curves and recall in another database', async () => {
  const db = another();
  expect((await view(db)).counts.pieces).toBe(0);
  expect(importRecord(db, file, NOW)).toEqual({ taken: 40, own: 0 });
  expect(recordTable(db, true)).toEqual(recordTable(here, true));
  expect((await view(db)).comparison).toEqual((await view(here)).comparison);
  const [batch = ''] = recallOf(here, new URLSearchParams()).batches;
  const of = (db_: Db) =>
    recallOf(db_, new URLSearchParams({ batch })).kitchens.map((k) => [k.name, k.failed]);
  expect(of(db).sort()).toEqual(of(here).sort());
  expect(recallOf(db, new URLSearchParams({ batch })).kitchens.every((k) => !k.here)).toBe(true);
  // Brought again it stands once; taken away it is gone.
  importRecord(db, file, NOW + 1);
  expect(importedKitchens(db)).toBe(40);
  expect(forgetImported(db)).toBe(40);
  expect((await view(db)).counts.pieces).toBe(0);
});

it('leaves the record of its own jobs alone', () => {
  const before = recordTable(here, false);
  expect(importRecord(here, file, NOW)).toEqual({ taken: 0, own: 40 });
  expect(recordTable(here, false)).toEqual(before);
});

it.each<[string, (f: File) => void, RegExp]>([
  ['another format', (f) => void (f.format = 'a list' as File['format']), /no record of how finishes last/],
  ['another version', (f) => void (f.version = 2), /another version/],
  [
    'a day before it was in use',
    (f) => {
      const look = f.kitchens[2]?.pieces[3]?.spells[0];
      if (look) look.looks = [{ ...look.looks[0], day: -4 } as (typeof look.looks)[0]];
    },
    /^kitchen 3, piece 4, spells, 0, looks, 0, day: Days are 0 or more. Nothing was imported/,
  ],
  [
    'a failure that nobody knows',
    (f) => {
      const look = f.kitchens[0]?.pieces[0]?.spells[0]?.looks[0];
      if (look) look.failure = 'haunted' as typeof look.failure;
    },
    /^kitchen 1, piece 1, spells/,
  ],
  ['a kitchen twice', (f) => void f.kitchens.push(f.kitchens[0] as File['kitchens'][0]), /in it twice/],
])('refuses %s, with its place, and keeps nothing of it', (_, spoil, words) => {
  const db = another();
  const spoilt = structuredClone(file);
  spoil(spoilt);
  let said = '';
  try {
    importRecord(db, spoilt, NOW);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    said = error.message;
  }
  expect(said).toMatch(words);
  expect(importedKitchens(db)).toBe(0);
});
