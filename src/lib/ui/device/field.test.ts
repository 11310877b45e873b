/** What a device keeps of a job, where its storage opens late or has no room at first. */
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { OURS } from '$core/units/ours';
import { eventually } from '../../../../tests/eventually';

vi.mock('$app/environment', () => ({ browser: true }));

/** A page that was just opened on a device that keeps nothing yet. */
async function newPage() {
  vi.stubGlobal('indexedDB', new IDBFactory());
  vi.resetModules();
  const [{ keptField, loadField }, { pageIsLive }, { deviceStore }] = await Promise.all([
    import('./field'),
    import('./given'),
    import('./store'),
  ]);
  pageIsLive();
  return { keptField, loadField, deviceStore };
}

const TAG = 'tag';
/** A server that has one pack and no facts, and does not send again what the device has. */
const answering = ((path: string, init?: { headers?: Record<string, string> }) => {
  const has = init?.headers?.['if-none-match'] === `"${TAG}"`;
  const body = path.endsWith('pack')
    ? { pack: { pieces: [], route: [] }, walls: [], guarded: [], tag: TAG }
    : { facts: [], whole: true, now: 0 };
  return Promise.resolve(
    path.endsWith('pack') && has
      ? new Response(null, { status: 304, headers: { [OURS]: '1' } })
      : new Response(JSON.stringify(body), { headers: { [OURS]: '1' } }),
  );
}) as typeof fetch;

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'], shouldAdvanceTime: true });
  vi.stubGlobal('navigator', { onLine: true });
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

it('a job that is opened while the storage is held by another tab is kept once that tab lets go', async () => {
  const { keptField, loadField } = await newPage();
  // An older tab.
  const holder = await openDB('anthem', 2, {
    upgrade: (db) => {
      db.createObjectStore('facts', { keyPath: 'n', autoIncrement: true }).createIndex('job', 'job');
      db.createObjectStore('photos', { keyPath: 'id' }).createIndex('job', 'job');
    },
  });
  const loading = loadField(answering, 'held');
  await vi.advanceTimersByTimeAsync(10_000);
  expect((await loading).kept).toBe(false);
  await vi.advanceTimersByTimeAsync(60_000);
  holder.close();
  await eventually(async () => expect(await keptField('held')).not.toBeNull());
});

it('a pack that had no room is kept when the job is opened again', async () => {
  const { keptField, loadField, deviceStore } = await newPage();
  const full = vi
    .spyOn(await deviceStore(), 'put')
    .mockRejectedValue(new DOMException('No room', 'QuotaExceededError'));
  await loadField(answering, 'full');
  await eventually(() => expect(full).toHaveBeenCalled());
  expect(await keptField('full')).toBeNull();
  full.mockRestore();
  await loadField(answering, 'full');
  await eventually(async () => expect(await keptField('full')).not.toBeNull());
});
