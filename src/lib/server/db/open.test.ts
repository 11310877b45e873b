import { noPlan } from '$core/planning/model/infeasible';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { findPlan, newestPlan, insertPlan, type StoredPlan } from '../store/plans';
import { insertJob } from '../store/jobs';
import { readSetting, writeSetting } from '../store/settings';
import { isDemo, now, setClock } from '../services/company/clock';
import { DatabaseFault, migrate, openDatabase } from './open';

describe('statements', () => {
  it('are prepared once, and come back as they were made', () => {
    const db = openDatabase(':memory:');
    const text = 'SELECT 1 AS one, 2 AS two';
    expect(db.prepare(text).pluck().get()).toBe(1);
    expect(db.prepare(text).get()).toEqual({ one: 1, two: 2 });
    expect(db.prepare(text)).toBe(db.prepare(text));
    const walk = db.prepare(text).iterate();
    walk.next();
    expect(db.prepare(text).get()).toEqual({ one: 1, two: 2 });
    walk.return?.();
  });
});

describe('migrations', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'migrations-'));
    writeFileSync(join(folder, '0001_doors.sql'), 'CREATE TABLE door (id INTEGER) STRICT;');
    writeFileSync(join(folder, 'notes.txt'), 'not a migration');
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  it('are applied in order, each once', () => {
    const db = new Database(':memory:');
    writeFileSync(join(folder, '0002_drawers.sql'), 'ALTER TABLE door ADD COLUMN drawer TEXT;');
    migrate(db, folder);
    migrate(db, folder);
    expect(db.prepare('SELECT name FROM migration ORDER BY name').pluck().all()).toEqual([
      '0001_doors.sql',
      '0002_drawers.sql',
    ]);
    expect(() => db.exec("INSERT INTO door VALUES (1, 'top')")).not.toThrow();
  });

  it('leave nothing behind when one breaks half-way', () => {
    const db = new Database(':memory:');
    writeFileSync(join(folder, '0002_broken.sql'), 'CREATE TABLE half (id INTEGER) STRICT; CREATE NONSENSE;');
    expect(() => migrate(db, folder)).toThrow(/NONSENSE/);
    expect(db.prepare('SELECT name FROM migration').pluck().all()).toEqual(['0001_doors.sql']);
    expect(db.prepare("SELECT count(*) FROM sqlite_schema WHERE name = 'half'").pluck().get()).toBe(0);
  });
});

describe('the database', () => {
  it('writes through to the disk and keeps its references', () => {
    const folder = mkdtempSync(join(tmpdir(), 'anthem-'));
    const db = openDatabase(join(folder, 'deep', 'a.db'));
    expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
    // 2 is FULL: a confirmed fact survives the loss of power.
    expect(db.pragma('synchronous', { simple: true })).toBe(2);
    expect(() =>
      db.exec("INSERT INTO lot (id, job_id, name, position) VALUES ('l', 'no such job', 'A', 0)"),
    ).toThrow(/FOREIGN KEY/);
    db.close();
    rmSync(folder, { recursive: true });
  });

  it('refuses values that are not what a column holds', () => {
    const db = openDatabase(':memory:');
    expect(() => db.exec("INSERT INTO setting (key, value) VALUES ('clock', 'not json')")).toThrow(/CHECK/);
    expect(() =>
      db.exec("INSERT INTO worker (id, name, role, position) VALUES ('w', 'Ines', 'lead', 'first')"),
    ).toThrow(/TEXT value in INTEGER/);
  });

  it('keeps the thirty newest versions of a plan', () => {
    const db = openDatabase(':memory:');
    insertJob(db, {
      id: 'j',
      name: 'J',
      place: '',
      houseYear: null,
      zone: 'Etc/UTC',
      unit: 'in',
      createdAt: 0,
      notation: '',
      surveyed: '',
      choice: null,
      answers: null,
      scheme: 'number',
      leaveOutUnsafe: false,
      way: 'lying',
      materials: {},
    });
    const problem: StoredPlan['problem'] = {
      format: 'anthem.planning-problem',
      version: 1,
      name: 'J',
      horizon: 1440,
      calendars: [],
      workers: [],
      stations: [],
      racks: [],
      operations: [
        {
          id: 'o',
          lot: 'A',
          pieces: 1,
          minutes: 5,
          skill: 's',
          pausable: true,
          station: null,
          material: null,
          lockedStart: null,
        },
      ],
      links: [],
      holds: [],
      finish: [{ operation: 'o', tail: 0 }],
    };
    const result = noPlan(true, { code: 'waits for itself', operation: 'o' });
    for (let i = 0; i < 35; i++)
      insertPlan(db, 'j', {
        id: `p${i}`,
        madeAt: i,
        t0: 0,
        choice: '{}',
        problem,
        result,
        stamp: null,
        before: i > 3 ? 'p3' : null,
      });
    expect(newestPlan(db, 'j')).toMatchObject({ id: 'p34', madeAt: 34, result });
    // The newest thirty, and the one that moves are told against.
    expect(db.prepare('SELECT count(*) FROM plan').pluck().get()).toBe(31);
    expect(findPlan(db, 'p3')).toMatchObject({ madeAt: 3 });
    db.exec("UPDATE plan SET problem = '{}'");
    // What cannot be read is no plan: another one is made.
    expect(newestPlan(db, 'j')).toBeUndefined();
  });
});

describe('settings and the clock', () => {
  afterEach(() => {
    delete process.env.ANTHEM_DEMO;
  });

  it('are read back through their schema', () => {
    const db = openDatabase(':memory:');
    expect(readSetting(db, 'measures')).toBeNull();
    writeSetting(db, 'measures', 'us');
    expect(readSetting(db, 'measures')).toBe('us');
    writeSetting(db, 'measures', null);
    expect(readSetting(db, 'measures')).toBeNull();
    db.exec(`INSERT INTO setting (key, value) VALUES ('measures', '"furlongs"')`);
    // What cannot be read counts as not set.
    expect(readSetting(db, 'measures')).toBeNull();
  });

  it('stand still or run on in the demo, and are the real time otherwise', () => {
    const db = openDatabase(':memory:');
    setClock(db, 1000);
    expect(isDemo()).toBe(false);
    expect(now(db)).toBeGreaterThan(1e12);
    process.env.ANTHEM_DEMO = '1';
    expect(now(db)).toBe(1000);
    setClock(db, 1000, true);
    expect(now(db)).toBeGreaterThanOrEqual(1000);
    expect(now(db)).toBeLessThan(60_000);
    setClock(db, null);
    expect(now(db)).toBeGreaterThan(1e12);
  });
});

describe('a file that must not be used as it is', () => {
  let folder: string;
  let file: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'unsound-'));
    file = join(folder, 'anthem.db');
    const db = openDatabase(file);
    for (let i = 0; i < 200; i++)
      writeSetting(db, 'company', {
        name: `${i} ${'x'.repeat(900)}`,
        town: '',
        contact: '',
        warranty: '',
        warrantyMonths: 12,
      });
    db.pragma('wal_checkpoint(TRUNCATE)');
    db.close();
  });
  afterEach(() => rmSync(folder, { recursive: true }));
  const faultOf = (): string => {
    const before = readFileSync(file);
    try {
      openDatabase(file).close();
    } catch (error) {
      expect(error).toBeInstanceOf(DatabaseFault);
      expect(readFileSync(file).equals(before)).toBe(true);
      return error instanceof Error ? error.message : '';
    }
    return '';
  };

  it('is opened where nothing is wrong with it', () => expect(faultOf()).toBe(''));
  it('is empty: no new company begins in silence', () => {
    writeFileSync(file, '');
    expect(faultOf()).toMatch(/is empty: .*Put your last copy back.*or delete it/);
  });
  it('is half of one, garbage, or has a damaged page: what to do is said', () => {
    const whole = readFileSync(file);
    const damaged = Buffer.from(whole);
    damaged.fill(0xff, 4096 * 2, 4096 * 3);
    for (const bytes of [
      whole.subarray(0, Math.floor(whole.length / 2)),
      Buffer.from('no database'.repeat(999)),
      damaged,
    ]) {
      writeFileSync(file, bytes);
      expect(faultOf()).toMatch(/is damaged.*put your last copy back/s);
    }
  });
  it('was written by a newer Anthem', () => {
    const db = new Database(file);
    db.prepare("INSERT INTO migration VALUES ('9999_later.sql', datetime('now'))").run();
    db.close();
    expect(faultOf()).toMatch(/newer Anthem \(9999_later.sql\)\. Update this one/);
  });
});
