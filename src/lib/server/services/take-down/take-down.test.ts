/** The labels of a job: which are wanted, what was printed, what the printer lost; and what is done at the printer. */
import { beforeEach, describe, expect, it } from 'vitest';
import { newDatabase } from '../../../../../tests/new-database';
import { refusal } from '../../../../../tests/refusal';
import type { Db } from '../../db/open';
import { labelsIn, printCounts, readPrinter, writePrinter, writePrintState } from '../../store/prints';
import { openJob } from '../job/open-job';
import { saveSurvey } from '../survey/save-survey';
import { readLabelRequest } from './label-form';
import { dropWaiting, jobLabels, notePrint, reprintLost, wantedLabels, type LabelRequest } from './labels';
import { attendPrinter } from './printer';

const NOW = Date.UTC(2026, 2, 9, 12);
let db: Db;
let job: string;
let worker: string;
beforeEach(() => {
  ({ db, job, worker } = newDatabase({}, NOW));
  saveSurvey(db, job, 'wall North\nupper 30 : pair\nwall South\nbase 18 : 3x drawer\n');
});
const file = () => openJob(db, job);
const asked = (more: Partial<LabelRequest> = {}): LabelRequest => ({
  kinds: ['piece'],
  wall: null,
  again: false,
  ...more,
});
const wanted = (more: Partial<LabelRequest> = {}) => wantedLabels(db, file(), asked(more));
const print = (via: 'sheet' | 'printer', more: Partial<LabelRequest> = {}) =>
  notePrint(db, file(), worker, NOW, via, wanted(more));
const codes = (list: ReturnType<typeof wanted>) => list.map((l) => l.label.code);

describe('wanted labels', () => {
  it('are those of every piece, each with its zone', () => {
    expect(codes(wanted())).toEqual(['1', '2', '3', '4', '5']);
    expect(jobLabels(file(), 'piece').map((l) => l.piece)).toEqual(file().pieces.map((p) => p.id));
  });
  it('are those of one wall where one is asked for', () => {
    expect(codes(wanted({ wall: 'South' }))).toEqual(['3', '4', '5']);
    expect(refusal(() => wanted({ wall: 'West' }))).toMatchObject({ status: 409, field: 'kinds' });
  });
  it('leave out what came out before, unless it is wanted again', () => {
    print('sheet', { wall: 'North' });
    expect(codes(wanted())).toEqual(['3', '4', '5']);
    expect(wanted({ again: true }).map((l) => l.again)).toEqual([1, 1, 0, 0, 0]);
    print('sheet');
    expect(refusal(() => wanted()).message).toMatch(/These 5 labels are printed already/);
    print('sheet', { again: true });
    expect(wanted({ again: true }).every((l) => l.again === 2)).toBe(true);
  });
  it('leave out what waits in the printer or was lost there', () => {
    print('printer', { wall: 'North' });
    expect(codes(wanted({ again: true }))).toEqual(['3', '4', '5']);
    print('printer', { wall: 'South' });
    expect(refusal(() => wanted({ again: true })).message).toMatch(/waits in the printer or was lost/);
    const [first] = labelsIn(db, job, 'waiting');
    writePrintState(db, first?.seq ?? NaN, 'lost', NOW);
    expect(refusal(() => wanted({ again: true })).status).toBe(409);
  });
  it('are none where there is no survey', () => {
    const bare = newDatabase({}, NOW);
    const act = () => wantedLabels(bare.db, openJob(bare.db, bare.job), asked());
    expect(refusal(act).message).toMatch(/Enter the survey first/);
  });
});

describe('the queue of the printer', () => {
  it('is what was asked for; a sheet counts as printed at once', () => {
    print('printer', { wall: 'North' });
    print('sheet', { wall: 'South' });
    expect(labelsIn(db, job, 'waiting').map((l) => l.label.code)).toEqual(['1', '2']);
    expect([...printCounts(db, job).values()]).toEqual([1, 1, 1]);
  });
  it('is emptied: what waited can be asked for again', () => {
    print('printer');
    expect(dropWaiting(db, job, NOW)).toBe(5);
    expect(dropWaiting(db, job, NOW)).toBe(0);
    expect(wanted()).toHaveLength(5);
  });
  it('takes what was lost a second time, and nothing else', () => {
    expect(refusal(() => reprintLost(db, job, worker, NOW)).message).toMatch(/lost nothing/);
    print('printer');
    for (const l of labelsIn(db, job, 'waiting').slice(0, 2)) writePrintState(db, l.seq, 'lost', NOW);
    expect(reprintLost(db, job, worker, NOW)).toBe(2);
    expect(labelsIn(db, job, 'lost')).toEqual([]);
    expect(
      labelsIn(db, job, 'waiting')
        .map((l) => l.label.code)
        .sort(),
    ).toEqual(['1', '2', '3', '4', '5']);
  });
});

it('a form asks for kinds, a wall and whether again', () => {
  const form = (fields: [string, string][]) => {
    const data = new FormData();
    for (const [name, value] of fields) data.append(name, value);
    return data;
  };
  expect(
    readLabelRequest(
      form([
        ['kind', 'piece'],
        ['kind', 'bag'],
        ['wall', 'North'],
        ['again', 'yes'],
      ]),
    ),
  ).toEqual({
    kinds: ['piece', 'bag'],
    wall: 'North',
    again: true,
  });
  expect(
    readLabelRequest(
      form([
        ['kind', 'piece'],
        ['wall', ''],
      ]),
    ),
  ).toEqual(asked());
  expect(refusal(() => readLabelRequest(form([]))).message).toMatch(/Choose what to label/);
  expect(refusal(() => readLabelRequest(form([['kind', 'moon']]))).status).toBe(422);
});

it('at the printer a fault is put right, or one is tried; anything else is refused', () => {
  writePrinter(db, { ...readPrinter(db), fault: 'jam' });
  expect(attendPrinter(db, 'new-tape')).toBe('new-tape');
  expect(readPrinter(db).fault).toBe('jam');
  attendPrinter(db, 'clear-jam');
  expect(readPrinter(db).fault).toBeNull();
  attendPrinter(db, 'make-jam');
  expect(readPrinter(db).jamNext).toBe(1);
  attendPrinter(db, 'short-tape');
  expect(readPrinter(db).tapeMm).toBeLessThan(200);
  expect(refusal(() => attendPrinter(db, 'kick it')).status).toBe(422);
});
