/** Facts of many devices at once: stored together, each request all or none, on logs that are gone on from only while they are right. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { v7 as newId } from 'uuid';
import { factOf } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import type { Fact, FactBody } from '$core/bench/log/events';
import { fold } from '$core/bench/log/fold';
import { openDatabase, type Db } from '../../db/open';
import { listFacts } from '../../store/facts';
import { listPieces } from '../../store/pieces';
import { listSummaries } from '../../store/summaries';
import { createJob } from '../job/create-job';
import { openJob } from '../job/open-job';
import { recordFacts, recordTogether } from './record-facts';
import { recordSoon } from './record-soon';
import { Refused } from '../../base/refused';
import { saveSurvey } from '../survey/save-survey';

const TEXT = 'wall North\nupper 30 : pair\nbase 36 : drawer / pair\n';
const NOW = Date.UTC(2026, 2, 9, 12);

let [db, job, worker]: [Db, string, string] = [undefined as never, '', ''];
let folder = '';
const fact = (body: FactBody, of = job, at = NOW): Fact => factOf(of, worker, at, body);
const labelled = (pieces: string[], of = job, at = NOW) => fact({ kind: 'piece.labelled', pieces }, of, at);
const ids = (of = job) => listPieces(db, of).map((p) => p.id);
const summaryOf = (of = job) => listSummaries(db, of)[0];

beforeEach(() => {
  ({ db, job, worker } = newDatabase({}, NOW));
  saveSurvey(db, job, TEXT);
});
afterEach(() => {
  if (folder) rmSync(folder, { recursive: true });
  folder = '';
});

describe('facts sent at once', () => {
  it('are stored together; what is refused of one request does not touch the others', async () => {
    const [a = '', b = '', c = ''] = ids();
    const twice = [labelled([b]), labelled([b])];
    const asked = [[labelled([a])], twice, [labelled([b])], [{ nonsense: 1 }], [labelled([c])]];
    const answers = await Promise.allSettled(asked.map((facts) => recordSoon(db, job, facts)));
    expect(answers.map((x) => x.status)).toEqual([
      'fulfilled',
      'rejected',
      'fulfilled',
      'rejected',
      'fulfilled',
    ]);
    expect(answers[1]).toMatchObject({ reason: { status: 409 } });
    expect(answers[3]).toMatchObject({ reason: { status: 422 } });
    expect(listFacts(db, job).map((f) => f.body)).toEqual(
      [[a], [b], [c]].map((pieces) => ({ kind: 'piece.labelled', pieces })),
    );
    expect(summaryOf()).toMatchObject({ labelled: 3 });
  });

  it('of several jobs, and of a job that is not there, each get their own answer', () => {
    const other = createJob(
      db,
      {
        name: 'Other',
        place: '',
        houseYear: null,
        zone: 'Etc/UTC',
        unit: 'in',
        colour: 'Oatcloth',
        hex: '#DCCFA9',
        sheen: 'satin',
      },
      NOW,
    );
    saveSurvey(db, other, TEXT);
    const nowhere = newId();
    const answers = recordTogether(db, [
      { job, inputs: [labelled(ids())] },
      { job: nowhere, inputs: [labelled(ids(), nowhere)] },
      { job: other, inputs: [labelled(ids(other), other)] },
      { job: other, inputs: [labelled(ids(), job)] },
    ]);
    expect(answers.map((a) => (a instanceof Refused ? a.status : 'stored'))).toEqual([
      'stored',
      404,
      'stored',
      422,
    ]);
    expect([summaryOf()?.labelled, summaryOf(other)?.labelled]).toEqual([5, 5]);
  });

  it('go on from the log as the last recording left it, to the same state as the log folded anew', () => {
    const [a = '', b = ''] = ids();
    recordFacts(db, job, [labelled([a])]);
    recordFacts(db, job, [fact({ kind: 'piece.down', pieces: [a], place: 'table' })]);
    for (const place of ['rack 1', 'rack 2', 'van'])
      recordFacts(db, job, [fact({ kind: 'piece.placed', pieces: [a], place })]);
    // Late, then taken back: both want the whole log folded anew.
    const late = labelled([b], job, NOW - 60_000);
    recordFacts(db, job, [late]);
    recordFacts(db, job, [fact({ kind: 'void', fact: late.id, reason: 'not yet' })]);
    expect(() =>
      recordFacts(db, job, [
        fact({ kind: 'piece.placed', pieces: [a], place: 'table' }),
        labelled([b]),
        labelled([b]),
      ]),
    ).toThrow(/label/);
    recordFacts(db, job, [labelled([b])]);
    expect(openJob(db, job).state).toEqual(fold(listFacts(db, job)));
    expect(openJob(db, job).state.pieces.get(a)).toMatchObject({ place: 'van', labelled: true });
    expect(summaryOf()).toMatchObject({ labelled: 2, down: 1 });
  });
});

describe('a log that was gone on from', () => {
  it('is read anew when another process wrote to it', () => {
    folder = mkdtempSync(join(tmpdir(), 'anthem-two-'));
    const path = join(folder, 'a.db');
    db.prepare('VACUUM INTO ?').run(path);
    const [one, two] = [openDatabase(path), openDatabase(path)];
    const [a = ''] = ids();
    recordFacts(one, job, [labelled([a])]);
    const there = fact({ kind: 'piece.labelled', pieces: ids().slice(1) });
    recordFacts(two, job, [there]);
    expect(() => recordFacts(one, job, [labelled(ids().slice(1))])).toThrow(/label/);
    recordFacts(one, job, [fact({ kind: 'void', fact: there.id, reason: 'not there' })]);
    recordFacts(two, job, [labelled(ids().slice(1))]);
    expect(listSummaries(one, job)[0]).toMatchObject({ labelled: 5 });
    one.close();
    two.close();
  });

  it('is read anew when the survey changed', () => {
    recordFacts(db, job, [labelled(ids())]);
    saveSurvey(db, job, `${TEXT}upper 12 : door R\n`);
    recordFacts(db, job, [labelled(ids().slice(-1))]);
    expect(summaryOf()).toMatchObject({ pieces: 6, labelled: 6 });
  });

  it('is not gone on from when nothing could be stored', () => {
    recordFacts(db, job, [labelled(ids().slice(0, 1))]);
    db.exec(
      `CREATE TRIGGER full BEFORE INSERT ON job_summary BEGIN SELECT RAISE(ABORT, 'the disk is full'); END`,
    );
    expect(() => recordFacts(db, job, [labelled(ids().slice(1))])).toThrow(/disk is full/);
    db.exec('DROP TRIGGER full');
    recordFacts(db, job, [labelled(ids().slice(1, 2))]);
    expect(summaryOf()).toMatchObject({ labelled: 2 });
    expect(listFacts(db, job)).toHaveLength(2);
  });
});
