/** Links to a household's page, the gate before it, and what a household reports. The page itself is checked in tests/reference. */
import { DAY } from '$core/units/durations';
import { beforeEach, describe, expect, it } from 'vitest';
import { factOf } from '../../../../../tests/builders';
import { newDatabase, newJob } from '../../../../../tests/new-database';
import { refusal, refusalOf } from '../../../../../tests/refusal';
import type { Db } from '../../db/open';
import { listLinks, listReports, type CustomerLink } from '../../store/customers';
import { listPieces } from '../../store/pieces';
import { recordFacts } from '../bench/record-facts';
import { openJob } from '../job/open-job';
import { saveSurvey } from '../survey/save-survey';
import { gate, HEADERS } from './gate';
import { LINK_DAYS, makeLink, openLink, withdraw } from './links';
import { answer, takeReport } from './reports';
import { SlowDown } from './slow-down';

const NOW = Date.UTC(2026, 2, 11, 13, 20);
let db: Db;
let job: string;
let worker: string;
let token: string;
let piece: string;
beforeEach(() => {
  ({ db, job, worker } = newDatabase({ zone: 'America/Halifax' }, NOW));
  saveSurvey(db, job, 'wall North\nupper 30 : pair\n');
  token = makeLink(db, job, worker, NOW);
  piece = listPieces(db, job)[0]?.id ?? '';
});
const linkNow = (): CustomerLink => {
  const link = openLink(db, token, NOW);
  if (typeof link === 'string') throw new Error(link);
  return link;
};

describe('a link', () => {
  it('lasts its days to the millisecond', () => {
    expect(openLink(db, token, NOW + LINK_DAYS * DAY - 1)).toMatchObject({ job });
    expect(openLink(db, token, NOW + LINK_DAYS * DAY)).toBe('expired');
    const short = makeLink(db, job, worker, NOW, 1);
    expect(openLink(db, short, NOW + DAY)).toBe('expired');
    expect(openLink(db, makeLink(db, job, worker, NOW, 2000), NOW)).toMatchObject({ job });
  });
  it.each([0, -1, 1.5, 2001, NaN])('of %d days is refused', (days) => {
    expect(refusal(() => makeLink(db, job, worker, NOW, days))).toMatchObject({ status: 422, field: 'days' });
  });
  it('is made for a job that there is, and not without end', () => {
    expect(refusal(() => makeLink(db, 'none', worker, NOW)).status).toBe(404);
    while (listLinks(db, job).length < 200) makeLink(db, job, worker, NOW);
    expect(refusal(() => makeLink(db, job, worker, NOW)).status).toBe(409);
  });
  it('is withdrawn once, and through its own job', () => {
    const { id } = linkNow();
    expect(refusal(() => withdraw(db, newJob(db), id, NOW)).status).toBe(404);
    withdraw(db, job, id, NOW);
    expect(openLink(db, token, NOW)).toBe('withdrawn');
    expect(refusal(() => withdraw(db, job, id, NOW)).status).toBe(404);
  });
  it('that is none opens nothing', () => {
    for (const wrong of ['', 'x', `${token}x`, token.slice(1), token.replace(/.$/, '!')])
      expect(openLink(db, wrong, NOW)).toBe('unknown');
  });
});

describe('guessing', () => {
  it('is answered ever later, to a most, and forgiven after ten minutes', () => {
    const slow = new SlowDown();
    const waits = Array.from({ length: 8 }, () => slow.wrong('a', 0));
    expect(waits).toEqual([250, 500, 1000, 2000, 4000, 8000, 8000, 8000]);
    expect(slow.wrong('b', 0)).toBe(250);
    expect(slow.wrong('a', 10 * 60_000 - 1)).toBe(8000);
    expect(slow.wrong('a', 10 * 60_000)).toBe(250);
  });
  it('a link is opened so many times a minute', () => {
    const slow = new SlowDown();
    const opened = Array.from({ length: 121 }, () => slow.isTooMany('link', 0));
    expect(opened.filter(Boolean)).toHaveLength(1);
    expect(slow.isTooMany('link', 59_999)).toBe(true);
    expect(slow.isTooMany('link', 60_000)).toBe(false);
  });
  it('from thousands of addresses forgets the oldest', () => {
    const slow = new SlowDown();
    slow.wrong('first', 0);
    for (let i = 0; i < 5000; i++) slow.wrong(`address ${i}`, 1);
    expect(slow.wrong('first', 2)).toBe(250);
    expect(slow.wrong('address 4999', 2)).toBe(500);
  });
});

describe('the gate', () => {
  const visitor = (more: object = {}) => ({ token, address: '1.2.3.4', now: NOW, real: 0, ...more });
  it('lets a right link in, and tells everybody else one thing, later each time, without the link in the log', () => {
    const slow = new SlowDown();
    const log: string[] = [];
    const at = (more: object = {}) => gate(db, visitor(more), slow, (line) => log.push(line));
    expect(at()).toMatchObject({ link: { job }, answer: null, wait: 0 });
    expect(log).toEqual([]);
    const wrong = [at({ token: 'guess' }), at({ now: NOW + 401 * DAY })];
    expect(wrong.map((g) => [g.link, g.answer?.status, g.wait])).toEqual([
      [null, 404, 250],
      [null, 404, 500],
    ]);
    expect(log.join()).toContain('unknown, from 1.2.3.4');
    expect(log.join()).toContain('expired');
    expect(log.join()).not.toContain(token);
  });
  it('asks for a minute’s patience where a page is opened too often, by link or by address', async () => {
    const slow = new SlowDown();
    const at = (address: string) => gate(db, visitor({ address }), slow, () => undefined);
    for (let i = 0; i < 120; i++) expect(at(`address ${i}`).answer).toBeNull();
    const { answer: shut, wait } = at('another');
    expect([shut?.status, shut?.headers.get('retry-after'), wait]).toEqual([429, '60', 0]);
    expect(await shut?.text()).toContain('One moment');
    for (const [name, value] of Object.entries(HEADERS)) expect(shut?.headers.get(name)).toBe(value);
  });
});

describe('a report', () => {
  const form = (fields: Record<string, string>): FormData => {
    const data = new FormData();
    for (const [name, value] of Object.entries(fields)) data.set(name, value);
    return data;
  };
  const nick = { kind: 'nick', piece: '', words: 'A pan slipped' };
  const report = (fields: object = {}) => takeReport(db, linkNow(), form({ ...nick, ...fields }), NOW);
  it('is kept with its place, where a door and a point on it are named', async () => {
    await report({ piece, x: '0.25', y: '1' });
    await report({ x: '0.25', y: '1' });
    await report({ piece, x: '0.25', y: '' });
    expect(listReports(db, job).map((r) => [r.piece, r.x, r.y])).toEqual(
      expect.arrayContaining([
        [piece, 0.25, 1],
        [null, null, null],
        [piece, null, null],
      ]),
    );
  });
  it.each([
    [{ x: '1.01', y: '0' }, 422],
    [{ piece: 'none' }, 422],
    [{ kind: 'other', words: 'ab' }, 422],
    [{ kind: 'ghost' }, 422],
    [{ words: 'x'.repeat(2001) }, 422],
  ])('that cannot be is refused: %j', async (change, status) => {
    expect((await refusalOf(report(change))).status).toBe(status);
    expect(listReports(db, job)).toEqual([]);
  });
  it('of anything else needs three letters', async () => {
    await report({ kind: 'other', words: 'abc' });
    expect(listReports(db, job)).toHaveLength(1);
  });
  it('comes twenty times a day, and again the next', async () => {
    for (let i = 0; i < 20; i++) await report();
    expect((await refusalOf(report())).status).toBe(429);
    await takeReport(db, linkNow(), form(nick), NOW + DAY + 1);
    expect(listReports(db, job)).toHaveLength(21);
  });
  it('is answered, and goes to the touch-up list where a failure and a piece are named', async () => {
    recordFacts(db, job, [
      factOf(job, worker, NOW - 3000, { kind: 'piece.labelled', pieces: [piece] }),
      factOf(job, worker, NOW - 2000, { kind: 'piece.down', pieces: [piece], place: 'rack' }),
    ]);
    const [on, of] = [await report({ piece, x: '0.5', y: '0.5' }), await report()];
    const said = (more: object) => ({
      report: on,
      answer: 'We come.',
      day: '2026-03-20',
      closed: false,
      failure: '',
      ...more,
    });
    const give = (more: object) => answer(db, job, worker, 'office', said(more), NOW + 1);
    give({});
    expect(listReports(db, job).find((r) => r.id === on)).toMatchObject({
      answer: 'We come.',
      answerDay: '2026-03-20',
      closedAt: null,
    });
    expect(openJob(db, job).state.touchUps.size).toBe(0);
    expect(refusal(() => give({ report: of, failure: 'nick' })).status).toBe(422);
    expect(refusal(() => give({ report: 'none' })).status).toBe(404);
    expect(refusal(() => give({ answer: 'x' })).status).toBe(422);
    expect(refusal(() => give({ day: '20 March' })).status).toBe(422);
    give({ failure: 'nick' });
    expect([...openJob(db, job).state.touchUps.values()]).toMatchObject([{ piece, failure: 'nick' }]);
    const fact = openJob(db, job).facts.at(-1);
    expect(fact).toMatchObject({
      at: NOW,
      device: 'office',
      body: { kind: 'failure.reported', due: '2026-03-20', x: 0.5 },
    });
  });
});
