/** Recording: once, whole or not at all, and never changed; every refusal says what and which. */
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { v7 as newId } from 'uuid';
import { factOf } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import { refusal } from '../../../../../tests/refusal';
import type { Db } from '$server/db/open';
import { rebuildSummaries } from '$server/services/job/summaries';
import { openJob } from '$server/services/job/open-job';
import { saveSurvey } from '$server/services/survey/save-survey';
import { listPieces } from '$server/store/pieces';
import { listSummaries } from '$server/store/summaries';
import { KNEW_NOTHING } from '$core/bench/log/apart';
import { forgetLog } from '$server/store/facts';
import { contestedOf } from './contested';
import { newsSince } from './news';
import { recordFacts } from './record-facts';

const TEXT = 'wall North\nupper 30 : pair\nbase 18 : 3x drawer\n';
const NOW = Date.UTC(2026, 2, 9, 12);
let [db, job, worker]: [Db, string, string] = [undefined as never, '', ''];
beforeEach(() => {
  ({ db, job, worker } = newDatabase({}, NOW));
});

/** What a device sends, unchecked. */
const send = (body: unknown, at = NOW) => ({ id: newId(), job, at, worker, device: 'test', body });
const ids = () => listPieces(db, job).map((p) => p.id);

describe('recording', () => {
  beforeEach(() => void saveSurvey(db, job, TEXT));

  it('stores a fact once, however often it is sent', () => {
    const one = send({ kind: 'piece.labelled', pieces: ids() });
    for (let i = 0; i < 3; i++) expect(recordFacts(db, job, [one])).toEqual({ ids: [one.id], contested: [] });
    expect(openJob(db, job).facts).toHaveLength(1);
    const other = { ...one, body: { kind: 'piece.labelled', pieces: ids().slice(0, 2) } };
    expect(refusal(() => recordFacts(db, job, [other]))).toMatchObject({ status: 409, field: 'id' });
  });

  it('of a right device is kept though the server’s own clock was put back', () => {
    const real = Date.now();
    recordFacts(db, job, [send({ kind: 'piece.labelled', pieces: ids().slice(0, 1) }, real)]);
    const wall = vi.spyOn(Date, 'now').mockReturnValue(real - 3_600_000);
    try {
      const one = send({ kind: 'piece.labelled', pieces: ids().slice(1, 2) }, real + 60_000);
      expect(recordFacts(db, job, [one]).ids).toEqual([one.id]);
      expect(openJob(db, job).facts.at(-1)?.at).toBe(real + 60_000);
      const far = send({ kind: 'piece.labelled', pieces: ids().slice(2, 3) }, real + 2 * 86_400_000);
      expect(refusal(() => recordFacts(db, job, [far])).message).toMatch(/in the future/);
    } finally {
      wall.mockRestore();
    }
    // Where nothing proves that, a device that is ahead is told.
    const ahead = send({ kind: 'piece.labelled', pieces: ids().slice(2, 3) }, Date.now() + 3_600_000);
    expect(refusal(() => recordFacts(db, job, [ahead])).message).toMatch(/in the future/);
  });

  it('records all of a batch or none', () => {
    const batch = [
      send({ kind: 'piece.labelled', pieces: ids() }),
      send({ kind: 'piece.labelled', pieces: ids() }),
    ];
    expect(refusal(() => recordFacts(db, job, batch)).status).toBe(409);
    expect(openJob(db, job).facts).toEqual([]);
    expect(listSummaries(db)[0]?.labelled).toBe(0);
  });

  it.each([
    [{ kind: 'piece.labelled', pieces: [] }, /at least one piece/],
    [{ kind: 'air.read', place: 'tent', celsius: 20, humidity: 0 }, /above 0/],
    [{ kind: 'varnished' }, /invalid/i],
    [{ kind: 'void', fact: 'x', reason: 'because' }, /UUID/],
  ])('says what is wrong with %j', (body, message) => {
    const one = refusal(() => recordFacts(db, job, [send(body)]));
    expect(one.message).toMatch(message);
    expect(one.detail.path?.[0]).toBe('body');
    // Among several it is said which.
    const second = refusal(() => recordFacts(db, job, [send({ kind: 'job.handed-over' }), send(body)]));
    expect(second.message).toMatch(/^Fact 2, body/);
  });

  it('refuses a fact of the future and one of another job', () => {
    const late = send({ kind: 'piece.labelled', pieces: ids() }, Date.now() + 600_000);
    expect(refusal(() => recordFacts(db, job, [late]))).toMatchObject({ status: 422, field: 'at' });
    expect(
      refusal(() =>
        recordFacts(db, job, [{ ...send({ kind: 'piece.labelled', pieces: ids() }), job: newId() }]),
      ).field,
    ).toBe('job');
    expect(
      refusal(() =>
        recordFacts(db, job, [{ ...send({ kind: 'piece.labelled', pieces: ids() }), worker: 'nobody' }]),
      ).field,
    ).toBe('worker');
    expect(refusal(() => openJob(db, newId())).status).toBe(404);
  });

  it('lets nobody change or delete a fact, not even by SQL', () => {
    recordFacts(db, job, [send({ kind: 'piece.labelled', pieces: ids() })]);
    expect(() => db.exec("UPDATE event SET body = '{}'")).toThrow(/never changed/);
    expect(() => db.exec('DELETE FROM event')).toThrow(/never deleted/);
  });

  it('rebuilds the summaries from the log', () => {
    recordFacts(db, job, [send({ kind: 'piece.labelled', pieces: ids() })]);
    const kept = listSummaries(db);
    db.exec('DELETE FROM job_summary');
    expect(rebuildSummaries(db)).toBe(1);
    expect(listSummaries(db)).toEqual(kept);
  });
});

describe('what guards refuse', () => {
  beforeEach(() => void saveSurvey(db, job, TEXT));

  it('is stored with its reason when that is given, and only then', () => {
    const all = ids();
    const labelled = factOf(job, worker, NOW, { kind: 'piece.labelled', pieces: all });
    const down = factOf(job, worker, NOW, { kind: 'piece.down', pieces: all, place: 'rack 1' });
    expect(refusal(() => recordFacts(db, job, [down])).detail.refusals?.[0]?.rule).toBe('not-labelled');
    recordFacts(db, job, [labelled, down]);
    expect(openJob(db, job).facts.map((f) => f.body.kind)).toEqual(['piece.labelled', 'piece.down']);
  });

  it('is stored as contested where its device could not have known', () => {
    const [one] = ids();
    const pieces = one ? [one] : [];
    const [labelled, first] = [
      factOf(job, worker, NOW, { kind: 'piece.labelled', pieces }),
      factOf(job, worker, NOW + 1, { kind: 'piece.down', pieces, place: 'table' }),
    ];
    recordFacts(db, job, [labelled, first]);
    // Another device had the label, and not yet that it came down.
    const second = factOf(
      job,
      worker,
      NOW + 2,
      { kind: 'piece.down', pieces, place: 'van' },
      { device: 'other', knew: labelled.id },
    );
    const { ids: stored, contested } = recordFacts(db, job, [second]);
    expect(stored).toEqual([second.id]);
    expect(contested).toHaveLength(1);
    // One that had both is told what is against it.
    const third = factOf(
      job,
      worker,
      NOW + 3,
      { kind: 'piece.down', pieces, place: 'van' },
      { device: 'other', knew: second.id },
    );
    expect(refusal(() => recordFacts(db, job, [third])).status).toBe(409);
  });
});

describe('what devices send', () => {
  beforeEach(() => void saveSurvey(db, job, TEXT));
  /** A piece that comes down with no label: a guard of the log refuses it. */
  const labelled = (pieces: string[], more: object = {}) => ({
    ...factOf(job, worker, NOW, { kind: 'piece.labelled', pieces }),
    ...more,
  });

  it('while its painter waits is refused with the news; what was recorded away is kept and looked at', () => {
    const [one = '', two = ''] = ids();
    const first = labelled([one]);
    recordFacts(db, job, [first]);
    const down = factOf(
      job,
      worker,
      NOW + 5,
      { kind: 'piece.down', pieces: [one], place: 'table' },
      { device: 'a', knew: first.id },
    );
    recordFacts(db, job, [down]);
    const stale = factOf(
      job,
      worker,
      NOW + 6,
      { kind: 'piece.down', pieces: [one], place: 'van' },
      { device: 'b', knew: first.id },
    );
    const live = refusal(() => recordFacts(db, job, [stale], { live: [stale.id] }));
    expect(live.detail.refusals?.[0]?.rule).toBe('done-already');
    expect(openJob(db, job).facts).toHaveLength(2);
    expect(recordFacts(db, job, [stale]).contested).toMatchObject([{ rule: 'two-places', other: down.id }]);
    expect(contestedOf(db, openJob(db, job))[0]?.answers).toHaveLength(3);
    // Said again by a device that could not know, it is nobody's question.
    const again = labelled([one], { device: 'c', knew: KNEW_NOTHING });
    expect(recordFacts(db, job, [again]).contested).toEqual([]);
    expect(two).not.toBe('');
  });

  it('under an older plan is kept and looked at; under the same one it is refused', () => {
    const all = ids();
    const set = labelled(all);
    recordFacts(db, job, [set]);
    const down = factOf(job, worker, NOW + 1, { kind: 'piece.down', pieces: all, place: 'table' });
    recordFacts(db, job, [down]);
    const begun = factOf(
      job,
      worker,
      NOW + 2,
      { kind: 'work.started', step: 'of.another.system', lot: 'L', pieces: all },
      { device: 'a', knew: down.id },
    );
    const sent = (tag: string) => ({ under: { [begun.id]: tag }, tag: () => 'now' });
    expect(refusal(() => recordFacts(db, job, [begun], sent('now'))).detail.refusals?.[0]?.rule).toBe(
      'no-such-step',
    );
    expect(refusal(() => recordFacts(db, job, [begun])).status).toBe(409);
    expect(recordFacts(db, job, [begun], sent('before')).contested).toMatchObject([{ rule: 'no-such-step' }]);
    // It is under way all the same, and can be ended.
    expect(openJob(db, job).state.works.get(begun.id)?.end).toBeNull();
    expect(contestedOf(db, openJob(db, job))).toHaveLength(1);
  });

  it('is not stored twice where the stored one cannot be read any more', () => {
    const one = labelled(ids());
    recordFacts(db, job, [one]);
    for (const { name } of db
      .prepare<[], { name: string }>("SELECT name FROM sqlite_master WHERE type = 'trigger'")
      .all())
      db.exec(`DROP TRIGGER ${name}`);
    db.exec(`UPDATE event SET body = '{"kind":"varnished"}' WHERE id = '${one.id}'`);
    forgetLog(db, job);
    expect(recordFacts(db, job, [one]).ids).toEqual([one.id]);
  });

  it('says how far its time may be off, and the log keeps it', () => {
    const one = { ...labelled(ids()), doubt: 3_600_000 };
    recordFacts(db, job, [one]);
    expect(openJob(db, job).facts[0]?.doubt).toBe(3_600_000);
    for (const doubt of [-1, 0.5, 400 * 86_400_000])
      expect(refusal(() => recordFacts(db, job, [{ ...labelled(ids()), id: newId(), doubt }])).field).toBe(
        'doubt',
      );
  });
});

describe('news', () => {
  beforeEach(() => void saveSurvey(db, job, TEXT));
  it('tells which job and which device, once', () => {
    const { mark } = newsSince(db, '');
    const one = factOf(job, worker, NOW, { kind: 'piece.labelled', pieces: ids() }, { device: 'a' });
    recordFacts(db, job, [one]);
    const news = newsSince(db, mark);
    expect(news.jobs).toEqual([{ job, devices: ['a'] }]);
    expect(newsSince(db, news.mark)).toEqual({ mark: news.mark, jobs: [] });
    expect(newsSince(db, 'nonsense').jobs).toEqual([]);
  });
});
