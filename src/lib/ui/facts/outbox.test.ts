/** The outbox of a device against a server that answers as servers and networks do: sent means stored, nothing is dropped. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { eventually } from '../../../../tests/eventually';
import { fact, uuid } from '../../../../tests/bench-builders';
import { OURS } from '$core/units/ours';
import { UNKNOWN_DOUBT } from '../device/clock.svelte';
import { deviceStore } from '../device/store';
import { jobsKept, Outbox, sentSince } from './outbox.svelte';

const JOB = uuid(0);
type Handler = (path: string, body: { facts: { id: string }[]; live: string[] } | null) => Response | null;

let answer: Handler;
let clock: () => Response | null;
let asked: { what: string; ids: string[]; live: string[] }[];
let serial = 0;
let job = JOB;
const labelled = () => fact(1, { kind: 'piece.labelled', pieces: [uuid(1)] }, { job });
const json = (status: number, body: object) =>
  new Response(JSON.stringify(body), { status, headers: { [OURS]: '1' } });
/** Takes everything. */
const takesAll: Handler = (path, body) =>
  path.startsWith('photos')
    ? json(200, { attached: new URLSearchParams(path.split('?')[1]).get('id') })
    : json(200, { recorded: body?.facts.map((f) => f.id) });

beforeEach(() => {
  job = `job ${serial++}`;
  asked = [];
  answer = takesAll;
  clock = () => json(200, { now: Date.now(), running: true });
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'], shouldAdvanceTime: true });
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  });
  vi.stubGlobal('navigator', { onLine: true });
  vi.stubGlobal('fetch', async (url: string, init?: { body?: unknown; signal?: AbortSignal }) => {
    const said = url === '/api/clock' ? clock() : answerTo(url, init?.body);
    if (!said) throw new TypeError('Failed to fetch');
    return said;
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

function answerTo(url: string, sent: unknown): Response | null {
  const path = decodeURIComponent(url).replace(`/api/jobs/${job}/`, '');
  const body = typeof sent === 'string' ? JSON.parse(sent) : null;
  asked.push({
    what: path.split('?')[0] ?? '',
    ids: (body?.facts ?? []).map((f: { id: string }) => f.id),
    live: body?.live ?? [],
  });
  return answer(path, body);
}

const opened = async (emptied = () => undefined): Promise<Outbox> => {
  const box = new Outbox(job, emptied);
  await box.open({ now: Date.now(), running: true });
  await box.flush();
  return box;
};
/** Facts that wait, kept while nothing answers. */
async function waitingIn(box: Outbox, facts: ReturnType<typeof labelled>[]): Promise<void> {
  answer = () => null;
  for (const one of facts) void box.add(one);
  await eventually(() => expect(box.waiting).toHaveLength(facts.length));
  await box.flush();
}
const flushed = (box: Outbox, wanted: () => void): Promise<unknown> =>
  eventually(async () => {
    await box.flush();
    wanted();
  });

describe('what a device recorded', () => {
  it('is sent once the server names it, and counts from the start', async () => {
    const box = await opened();
    const before = performance.timeOrigin + performance.now();
    const one = labelled();
    await box.add(one);
    expect(box.facts).toEqual([one]);
    await box.flush();
    expect(box.waiting).toEqual([]);
    expect(await jobsKept()).not.toContain(job);
    // A page that was asked for before it was stored can tell.
    expect(await sentSince(before)).toBe(true);
    expect(await sentSince(performance.timeOrigin + performance.now() + 1)).toBe(false);
    // Its painter waited for the answer.
    expect(asked.at(-1)?.live).toEqual([one.id]);
  });

  it('is not known before the device has looked', async () => {
    await waitingIn(await opened(), [labelled()]);
    const box = new Outbox(job);
    const opening = box.open({ now: Date.now(), running: true });
    expect([box.looked, box.unsent]).toEqual([false, '']);
    await opening;
    expect([box.looked, box.unsent]).toEqual([true, '1']);
    await eventually(() => expect(box.nextTry).not.toBeNull());
  });

  it('waits where nothing answers, is there in the next tab, and goes when it can', async () => {
    const box = await opened();
    await waitingIn(box, [labelled()]);
    expect(box.away).toBe(true);
    expect(await jobsKept()).toContain(job);
    answer = takesAll;
    const next = await opened();
    expect(next.waiting).toEqual([]);
    expect(next.facts).toHaveLength(1);
    // Nobody waits there for an answer any more.
    expect(asked.at(-1)?.live).toEqual([]);
  });

  it.each([
    ['a sign-in page of a network', 200, '<html>Sign in</html>', /in its place/],
    ['an answer that names nothing', 200, '{"recorded":[]}', /in its place/],
    ['a server that is busy', 503, '{"error":"The database is held."}', /cannot take it now/],
    ['a server that lets nobody in', 401, '{}', /does not let this device in/],
    ['a server that lets this one not in', 403, '{"error":"No."}', /does not let this device in/],
    ['a server that knows no such job', 404, '{"error":"No."}', /does not know this job/],
    ['a server that waited too long', 408, '{}', /cannot take it now/],
    ['a way that takes no more at once', 413, '', /larger than the way/],
    ['a server that wants a pause', 429, '{}', /cannot take it now \(429\)/],
    ['a gateway without its server', 502, '<h1>Bad gateway</h1>', /cannot take it now/],
  ])('is not taken as sent, nor as refused, by %s', async (_, status, body, why) => {
    const box = await opened();
    answer = () => new Response(body, { status, headers: { [OURS]: '1' } });
    void box.add(labelled());
    await eventually(() => expect(box.waiting).toHaveLength(1));
    await box.flush();
    expect(box.waiting).toHaveLength(1);
    expect(box.refused).toEqual([]);
    expect(box.reason).toMatch(why);
    expect(box.nextTry).not.toBeNull();
  });

  it('is tried again no sooner than the server asked for', async () => {
    const box = await opened();
    answer = () => new Response('{}', { status: 429, headers: { [OURS]: '1', 'retry-after': '120' } });
    void box.add(labelled());
    await eventually(() => expect(box.nextTry ?? 0).toBeGreaterThan(Date.now() + 100_000));
  });

  it('stays in sight with its reason when a rule refuses it, and the others go', async () => {
    const box = await opened();
    const [bad, good] = [labelled(), labelled()];
    await waitingIn(box, [bad, good]);
    answer = (_, body) =>
      body?.facts.some((f) => f.id === bad.id)
        ? json(409, {
            error: 'Labelled already.',
            refusals: [{ rule: 'done-already', message: 'Labelled already.' }],
          })
        : takesAll('facts', body);
    await flushed(box, () => expect(box.waiting).toEqual([]));
    expect(box.refused.map((k) => [k.fact.id, k.why])).toEqual([[bad.id, 'Labelled already.']]);
    expect(box.refused[0]?.refusals?.[0]?.rule).toBe('done-already');
    expect(box.facts).toEqual([good]);
    await box.discard(box.refused[0]?.n ?? -1);
    expect((await opened()).refused).toEqual([]);
  });

  it('is sent again under its own id and time, with the reason that overrules', async () => {
    const box = await opened();
    const one = labelled();
    answer = () =>
      json(409, { error: 'Too early.', refusals: [{ rule: 'too-early', message: 'Too early.' }] });
    await box.add(one);
    await box.flush();
    expect(box.refused).toHaveLength(1);
    answer = takesAll;
    const body = { ...one.body, note: 'as agreed' } as typeof one.body;
    await box.sendAgain(box.refused[0]?.n ?? -1, { body });
    await box.flush();
    expect(box.refused).toEqual([]);
    expect(box.facts).toEqual([{ ...one, body }]);
    expect(asked.at(-1)?.ids).toEqual([one.id]);
  });

  it('is found by halves where the server breaks on one of many: the others are stored, and nothing that rests on it is tried', async () => {
    const box = await opened();
    const facts = Array.from({ length: 16 }, labelled);
    const bad = facts[5]?.id ?? '';
    const rests = fact(2, { kind: 'void', fact: bad, reason: 'wrong tap' }, { job });
    await waitingIn(box, [...facts, rests]);
    asked = [];
    answer = (path, body) =>
      body?.facts.some((f) => f.id === bad) ? new Response('', { status: 500 }) : takesAll(path, body);
    await flushed(box, () => expect(box.waiting).toHaveLength(2));
    expect(box.waiting.map((k) => k.fact.id)).toEqual([bad, rests.id]);
    expect(box.waiting[0]?.why).toMatch(/broke on it/);
    expect(box.reason).toMatch(/broke on it/);
    expect(asked.length).toBeLessThan(16);
    expect(asked.every((a) => !(a.ids.length === 1 && a.ids[0] === rests.id))).toBe(true);
  });

  it('that the server had and has no more is sent again; a list that was asked for before says nothing', async () => {
    const box = await opened();
    const one = labelled();
    const before = performance.timeOrigin + performance.now();
    await box.add(one);
    await box.flush();
    asked = [];
    await box.compare(() => false, before);
    await box.compare(() => true, performance.timeOrigin + performance.now() + 1);
    expect(asked).toEqual([]);
    await box.compare(() => false, performance.timeOrigin + performance.now() + 1);
    await flushed(box, () => expect(asked.flatMap((a) => a.ids)).toEqual([one.id]));
    expect(box.facts).toEqual([one]);
  });
});

describe('a device that stores nothing', () => {
  beforeEach(async () => {
    const db = await deviceStore();
    vi.spyOn(db, 'transaction').mockImplementation(() => {
      throw new DOMException('No room', 'QuotaExceededError');
    });
  });

  it('sends straight on with signal, and says why it keeps nothing', async () => {
    const box = await opened();
    const one = labelled();
    await box.add(one);
    await box.flush();
    expect(box.storage).toBe('full');
    expect(box.heldByPage).toBe(0);
    expect(asked.flatMap((a) => a.ids)).toEqual([one.id]);
  });

  it('holds it in the page without signal, says so, and sends it when there is one', async () => {
    const box = await opened();
    await waitingIn(box, [labelled()]);
    expect(box.heldByPage).toBe(1);
    answer = takesAll;
    await flushed(box, () => expect(box.waiting).toEqual([]));
    expect(box.heldByPage).toBe(0);
  });
});

describe('the time of a fact', () => {
  it('is in doubt on a device that never learnt the server’s, and is put right once it does', async () => {
    clock = () => null;
    const box = new Outbox(job);
    await box.open();
    expect(box.doubt()).toBe(UNKNOWN_DOUBT);
    answer = () => null;
    await box.add({ ...labelled(), at: box.now(), doubt: box.doubt() });
    const ahead = 4 * 3_600_000;
    clock = () => json(200, { now: Date.now() + ahead, running: true });
    await box.readClock();
    expect(box.doubt()).toBeUndefined();
    const [kept] = box.waiting;
    expect(kept?.fact.doubt).toBeUndefined();
    expect((kept?.fact.at ?? 0) - (Date.now() + ahead)).toBeGreaterThan(-5000);
  });

  it('of a device whose clock was set back while it was closed is no earlier than what it had seen, and in doubt', async () => {
    const box = await opened();
    await box.readClock();
    const before = box.now();
    const wall = vi.spyOn(Date, 'now');
    const real = performance.timeOrigin + performance.now();
    // Open for half an hour more, as far as it knows; then closed, and set back by three hours.
    wall.mockReturnValue(real + 1_800_000);
    const last = box.now();
    box.close();
    wall.mockReturnValue(real - 3 * 3_600_000);
    clock = () => null;
    const again = new Outbox(job);
    await again.open();
    expect(last).toBeGreaterThan(before);
    expect(again.now()).toBeGreaterThanOrEqual(last - 5_000);
    expect(again.doubt()).toBe(UNKNOWN_DOUBT);
    // Once the server answers, its time is known again.
    clock = () => json(200, { now: real + 2_000_000, running: true });
    await again.readClock();
    expect(again.doubt()).toBeUndefined();
    expect(Math.abs(again.now() - (real + 2_000_000))).toBeLessThan(60_000);
  });

  it('never runs back, whatever is set on the device meanwhile', async () => {
    const box = await opened();
    const before = box.now();
    const wall = vi.spyOn(Date, 'now');
    const real = performance.timeOrigin + performance.now();
    wall.mockReturnValue(real - 3_600_000);
    expect(box.now()).toBeGreaterThanOrEqual(before);
    expect(box.now() - before).toBeLessThan(60_000);
    expect(box.doubt()).toBeUndefined();
    // Set forward, or slept: nobody can tell, and it is said.
    wall.mockReturnValue(real + 3_600_000);
    expect(box.now()).toBeGreaterThan(before + 3_500_000);
    expect(box.doubt()).toBeGreaterThan(3_500_000);
  });
});

describe('a photo', () => {
  const photo = (id: string, of: string | null) => ({
    id,
    job,
    piece: uuid(1),
    of,
    picture: new Blob(['x']),
    why: '',
  });

  it('goes after the fact that it shows', async () => {
    const box = await opened();
    const one = labelled();
    await box.add(one, photo('p1', one.id));
    await box.flush();
    expect(asked.map((a) => a.what)).toEqual(['facts', 'photos']);
    expect(box.photos).toEqual([]);
  });

  it('waits with a fact that was refused', async () => {
    const box = await opened();
    answer = () => json(422, { error: 'Not so.' });
    const one = labelled();
    await box.add(one, photo('p2', one.id));
    await box.flush();
    expect(box.refused).toHaveLength(1);
    expect(asked.map((a) => a.what)).not.toContain('photos');
    expect(box.photos.map((p) => p.id)).toEqual(['p2']);
  });
});
