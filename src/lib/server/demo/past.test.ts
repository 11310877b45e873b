/** The demo's finished jobs: made the same every time, and what is hidden in them is found. */
import { beforeAll, expect, it } from 'vitest';
import { lastingView, reasonsFor } from '$core/durability/lasting';
import { readRecords } from '$core/durability/stored-record';
import type { KitchenRecord } from '$core/durability/record';
import { newDatabase } from '../../../../tests/new-database';
import { pastDatabase } from '../../../../tests/past-database';
import type { Db } from '../db/open';
import { durabilityRecord } from '../services/job/durability-record';
import { openJob } from '../services/job/open-job';
import { recordFile, recordTable, curvesTable } from '../services/lasting/tables';
import { lasting, lastingQuery } from '../services/lasting/lasting';
import { recallOf } from '../services/lasting/recall';
import { listRecords, recordsMark } from '../store/durability';
import { listWorkers } from '../store/workers';
import { listSummaries } from '../store/summaries';
import { recordFacts } from '../services/bench/record-facts';
import { factOf } from '../../../../tests/builders';
import { makePast } from './past';
import { BAD_BATCH } from './past-model';

const NOW = Date.UTC(2026, 2, 11, 13, 20);
const make = (): Db => {
  const { db } = newDatabase({ zone: 'America/Halifax' }, NOW);
  makePast(db, [listWorkers(db)[0]?.id ?? ''], NOW);
  return db;
};
let db: Db;
let records: readonly KitchenRecord[];
beforeAll(async () => {
  ({ db } = await pastDatabase());
  records = readRecords(listRecords(db));
});

it('is the same whenever it is made', () => {
  // But for the ids of its pieces.
  const said = (of: Db) =>
    JSON.stringify(readRecords(listRecords(of)), (key, value: unknown) => (key === 'id' ? '' : value));
  expect(said(make()) === said(db)).toBe(true);
});

it('forty kitchens over six years, all handed over, none with a fault', () => {
  expect(records).toHaveLength(40);
  const jobs = listSummaries(db).filter((j) => j.name !== 'Test');
  expect(jobs.every((j) => j.handedOver !== null)).toBe(true);
  for (const { id } of jobs.slice(0, 5)) {
    const file = openJob(db, id);
    expect(file.faults).toEqual([]);
    // What is kept with the facts is what they say.
    expect(durabilityRecord(file)).toEqual(
      readRecords(listRecords(db)).flatMap(({ job, ...r }) => (job === id ? [r] : []))[0],
    );
  }
});

it('the bad batch that is hidden in it is found, and its pieces are recalled', () => {
  const { standOuts } = reasonsFor(records, null);
  expect(standOuts.map((s) => s.name)).toEqual([`Waterborne urethane enamel, ${BAD_BATCH}`]);
  const found = recallOf(db, new URLSearchParams({ batch: standOuts[0]?.name ?? '' }));
  expect(found.kitchens).toHaveLength(3);
  expect(found.kitchens.every((k) => k.name !== '')).toBe(true);
});

it('what was true of systems and places is what is shown', () => {
  const view = lastingView(records, lastingQuery(db, new URLSearchParams(), NOW));
  const at = (name: RegExp) =>
    view.comparison.groups.find((g) => name.test(g.name))?.points.find((p) => p.time === 730)?.survival ??
    NaN;
  expect(at(/^Deglosser/)).toBeLessThan(at(/waterborne alkyd/));
  expect(view.places.at(-1)?.place).toBe('elsewhere');
});

it('leaves as tables and as a file with its dictionary, without names unless asked', async () => {
  const rows = recordTable(db, false);
  const [head] = rows;
  expect(rows.length).toBeGreaterThan(1000);
  expect(rows.every((r) => r.length === head?.length)).toBe(true);
  // Films of a piece are counted from one.
  const films = new Set(rows.slice(1).map((r) => r[3]));
  expect([films.has('0'), films.has('1')]).toEqual([false, true]);
  const name = head?.indexOf('name') ?? -1;
  expect(rows.slice(1).every((r) => r[name] === '')).toBe(true);
  expect(recordTable(db, true)[1]?.[name]).not.toBe('');
  const file = recordFile(db, false);
  expect(Object.keys(file.dictionary)).toEqual(head);
  expect(JSON.stringify(file)).not.toContain(listSummaries(db)[0]?.name);
  const query = lastingQuery(db, new URLSearchParams('by=wood&kind=peeling&film=7'), NOW);
  expect(query).toMatchObject({ by: 'wood', kind: 'peeling', spell: 1 });
  expect((await lasting(db, query)).comparison.groups.length).toBeGreaterThan(2);
  expect(curvesTable(await lasting(db, query)).length).toBeGreaterThan(5);
});

it('a new finding changes the record with its fact, and what is shown with it', async () => {
  const query = lastingQuery(db, new URLSearchParams(), NOW);
  const before = await lasting(db, query);
  const mark = recordsMark(db);
  const [first] = records;
  const piece = first?.pieces.find(
    (p) => p.spells.length === 1 && p.spells[0]?.looks.at(-1)?.failure === null,
  );
  if (!first || !piece) throw new Error('no sound piece');
  recordFacts(db, first.job, [
    factOf(first.job, listWorkers(db)[0]?.id ?? '', NOW - 60_000, {
      kind: 'check.recorded',
      piece: piece.id,
      face: 'front',
      test: { method: 'visual', failure: 'peeling' },
      note: '',
    }),
  ]);
  expect(recordsMark(db)).not.toBe(mark);
  expect((await lasting(db, query)).counts.failures).toBe(before.counts.failures + 1);
});
