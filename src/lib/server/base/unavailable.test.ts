/** A database that is held by another program, or has no room left: it is said, nothing is half-saved, and reading goes on. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as newId } from 'uuid';
import { describe, expect, it, vi } from 'vitest';
import { openDatabase, type Db } from '../db/open';
import { eventually } from '../../../../tests/eventually';
import { demoBytes } from '../../../../tests/demo-database';
import { DEMO_NOW } from '../demo/demo';
import { attachPhoto } from '../services/survey/attach-photo';
import { companyCalendar } from '../services/across/company-calendar';
import { makeCurrentPlan } from '../services/plan/make/make-plan';
import { openPlanned } from '../services/plan/open-planned';
import { openJob } from '../services/job/open-job';
import { recordSoon } from '../services/bench/record-soon';
import { wake } from '../standins/label-printer';
import { listOpenJobs } from '../store/jobs';
import { insertPrintJob, labelsIn } from '../store/prints';
import { listWorkers } from '../store/workers';
import { isHeld, storeIfPossible, unavailable } from './unavailable';

/** A demo in a file, and how another program opens it. */
function demo(): { db: Db; job: string; other: () => Db } {
  const path = join(mkdtempSync(join(tmpdir(), 'anthem-')), 'a.db');
  writeFileSync(path, demoBytes());
  const db = openDatabase(path);
  const job = listOpenJobs(db).find((j) => j.name === 'Orchard Row')?.id ?? '';
  return { db, job, other: () => openDatabase(path) };
}
const air = (db: Db, job: string) => ({
  id: newId(),
  job,
  at: DEMO_NOW,
  worker: listWorkers(db)[0]?.id ?? '',
  device: 'd',
  body: { kind: 'air.read', place: 'tent', celsius: 18, humidity: 0.5 },
});
const facts = (db: Db): unknown => db.prepare('SELECT count(*) FROM event').pluck().get();
/** Lets nothing more be written. */
const fill = (db: Db): void => {
  db.pragma(`max_page_count = ${String(db.pragma('page_count', { simple: true }))}`);
  db.pragma('wal_checkpoint(TRUNCATE)');
  const note = 'x'.repeat(500);
  const put = db.prepare('INSERT INTO setting (key, value) VALUES (?, json_quote(?))');
  try {
    for (;;) put.run(newId(), note);
  } catch (error) {
    if (unavailable(error) === null) throw error;
  }
};

describe('a disk that is full', () => {
  it('is said to who records, nothing is kept by halves, and everything can be read', async () => {
    const { db, job } = demo();
    fill(db);
    const before = facts(db);
    const many = Array.from({ length: 40 }, () => air(db, job));
    await expect(recordSoon(db, job, many)).rejects.toMatchObject({
      status: 503,
      message: /no room left on the disk/,
    });
    expect(facts(db)).toBe(before);
    const file = openJob(db, job);
    expect(file.faults).toEqual([]);
    // A plan that cannot be stored is made again later: the last one is shown meanwhile.
    const later = DEMO_NOW + 9 * 86_400_000;
    await expect(makeCurrentPlan(db, job, () => later)).rejects.toThrow(/full/);
    const opened = openPlanned(db, job, later);
    expect(opened.plan).not.toBeNull();
    expect(opened.planning?.why).toMatch(/should have begun|films dry otherwise/);
    expect(companyCalendar(db, [opened], later).spoilt).toEqual([]);
    const photo = { piece: null, bytes: new Uint8Array([1]), note: '', worker: '', now: 0 };
    await expect(attachPhoto(db, job, photo)).rejects.toThrow(/no photo/);
  }, 60_000);
});

describe('a database that another program holds', () => {
  it('is waited for without holding the thread, and what was recorded is stored when it is free', async () => {
    const { db, job, other } = demo();
    const holder = other();
    holder.exec('BEGIN IMMEDIATE');
    const before = facts(db);
    const recorded = recordSoon(db, job, [air(db, job)]);
    await eventually(() => expect(facts(db)).toBe(before));
    setTimeout(() => holder.exec('COMMIT'), 900);
    expect((await recorded).ids).toHaveLength(1);
    expect(facts(db)).toBe(Number(before) + 1);
  });

  it('lets the label printer go on when it is free, and never throws out of its timer', async () => {
    const { db, job, other } = demo();
    const [label] = [
      { key: 'k', kind: 'piece', piece: null, code: '1', lines: [], arrow: false, zone: null, hinges: null },
    ] as const;
    const worker = listWorkers(db)[0]?.id ?? '';
    insertPrintJob(db, { id: newId(), job, at: 0, worker, via: 'printer' }, [
      { label: { ...label, lines: [] }, again: 0, state: 'waiting' },
    ]);
    const holder = other();
    holder.exec('BEGIN IMMEDIATE');
    const said = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    wake(db, () => DEMO_NOW);
    await eventually(() =>
      expect(said).toHaveBeenCalledWith(expect.stringContaining('Another program holds')),
    );
    holder.exec('COMMIT');
    await eventually(() => expect(labelsIn(db, job, 'waiting')).toEqual([]));
    said.mockRestore();
  }, 30_000);
});

it('tells the two apart from every other error', () => {
  const coded = (code: string) => Object.assign(new Error('x'), { code });
  expect(unavailable(coded('SQLITE_FULL'))).toContain('no room left');
  expect(unavailable(coded('SQLITE_IOERR_WRITE'))).toContain('cannot be written');
  expect(unavailable(coded('SQLITE_CONSTRAINT_UNIQUE'))).toBeNull();
  expect(unavailable(new Error('x'))).toBeNull();
  expect([isHeld(coded('SQLITE_BUSY_SNAPSHOT')), isHeld(coded('SQLITE_FULL'))]).toEqual([true, false]);
  expect(() =>
    storeIfPossible(() => {
      throw new Error('a fault');
    }),
  ).toThrow('a fault');
});
