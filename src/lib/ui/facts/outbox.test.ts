/** The outbox of a device against a server that answers as servers and networks do: sent means stored, nothing is dropped. */
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fact, uuid } from '../../../../tests/bench-builders';
import { jobsKept, Outbox } from './outbox.svelte';

const JOB = uuid(0);
type Handler = (path: string, body: { facts: { id: string }[] } | null) => Response | null;

let answer: Handler;
let asked: string[];
let serial = 0;
let job = JOB;
const labelled = () => fact(1, { kind: 'piece.labelled', pieces: [uuid(1)] }, { job });
const json = (status: number, body: object) => new Response(JSON.stringify(body), { status });
/** Takes everything. */
const takesAll: Handler = (path, body) =>
  path.startsWith('photos')
    ? json(200, { attached: new URLSearchParams(path.split('?')[1]).get('id') })
    : json(200, { recorded: body?.facts.map((f) => f.id) });

beforeEach(() => {
  job = `job ${serial++}`;
  asked = [];
  answer = takesAll;
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  const kept = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  });
  vi.stubGlobal('navigator', { onLine: true });
  vi.stubGlobal('fetch', async (url: string, init?: { body?: unknown }) => {
    if (url === '/api/clock') return json(200, { now: Date.now(), running: true });
    const path = decodeURIComponent(url).replace(`/api/jobs/${job}/`, '');
    asked.push(path.split('?')[0] ?? '');
    const body = typeof init?.body === 'string' ? JSON.parse(init.body) : null;
    const said = answer(path, body);
    if (!said) throw new TypeError('Failed to fetch');
    return said;
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const opened = async (emptied = () => undefined): Promise<Outbox> => {
  const box = new Outbox(job, emptied);
  await box.open(Date.now());
  await box.flush();
  return box;
};

describe('what a device recorded', () => {
  it('is sent once the server names it, and counts from the start', async () => {
    const box = await opened();
    const one = labelled();
    await box.add(one);
    expect(box.facts).toEqual([one]);
    await box.flush();
    expect(box.waiting).toEqual([]);
    expect(await jobsKept()).not.toContain(job);
  });

  it('waits where nothing answers, is there in the next tab, and goes when it can', async () => {
    answer = () => null;
    const box = await opened();
    void box.add(labelled());
    await vi.waitFor(() => expect(box.waiting).toHaveLength(1));
    await box.flush();
    expect(box.away).toBe(true);
    expect(await jobsKept()).toContain(job);
    answer = takesAll;
    const next = await opened();
    expect(next.waiting).toEqual([]);
    expect(next.facts).toHaveLength(1);
  });

  it.each([
    ['a sign-in page of a network', 200, '<html>Sign in</html>', /in its place/],
    ['an answer that names nothing', 200, '{"recorded":[]}', /in its place/],
    ['a server that is busy', 503, '{"error":"The database is held."}', /cannot take it now/],
    ['a server that lets nobody in', 401, '{}', /does not let this device in/],
  ])('is not taken as sent by %s', async (_, status, body, why) => {
    answer = () => new Response(body, { status });
    const box = await opened();
    void box.add(labelled());
    await vi.waitFor(() => expect(box.waiting).toHaveLength(1));
    await box.flush();
    expect(box.waiting).toHaveLength(1);
    expect(box.reason).toMatch(why);
  });

  it('stays in sight with its reason when a rule refuses it, and the others go', async () => {
    const box = await opened();
    const [bad, good] = [labelled(), labelled()];
    answer = (_, body) =>
      body?.facts.some((f) => f.id === bad.id)
        ? json(409, {
            error: 'Labelled already.',
            refusals: [{ rule: 'done-already', message: 'Labelled already.' }],
          })
        : takesAll('facts', body);
    const slow = answer;
    answer = () => null;
    for (const one of [bad, good]) void box.add(one);
    await vi.waitFor(() => expect(box.waiting).toHaveLength(2));
    answer = slow;
    await vi.waitFor(async () => {
      await box.flush();
      expect(box.waiting).toEqual([]);
    });
    expect(box.refused.map((k) => [k.fact.id, k.why])).toEqual([[bad.id, 'Labelled already.']]);
    expect(box.refused[0]?.refusals?.[0]?.rule).toBe('done-already');
    expect(box.facts).toEqual([good]);
    await box.discard(box.refused[0]?.n ?? -1);
    expect((await opened()).refused).toEqual([]);
  });

  it('is tried alone where the server breaks on one of several: the others are stored', async () => {
    const box = await opened();
    const facts = [labelled(), labelled(), labelled()];
    answer = () => null;
    for (const one of facts) void box.add(one);
    await vi.waitFor(() => expect(box.waiting).toHaveLength(3));
    answer = (path, body) =>
      body?.facts.some((f) => f.id === facts[1]?.id)
        ? new Response('', { status: 500 })
        : takesAll(path, body);
    await vi.waitFor(async () => {
      await box.flush();
      expect(box.waiting).toHaveLength(1);
    });
    expect(box.waiting[0]?.fact.id).toBe(facts[1]?.id);
    expect(box.waiting[0]?.why).toMatch(/broke on it/);
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
    expect(asked.filter((what) => what !== 'clock')).toEqual(['facts', 'photos']);
    expect(box.photos).toEqual([]);
  });

  it('waits with a fact that was refused', async () => {
    const box = await opened();
    answer = () => json(422, { error: 'Not so.' });
    const one = labelled();
    await box.add(one, photo('p2', one.id));
    await box.flush();
    expect(box.refused).toHaveLength(1);
    expect(asked).not.toContain('photos');
    expect(box.photos.map((p) => p.id)).toEqual(['p2']);
  });
});
