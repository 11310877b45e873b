/** The bench without signal: nothing recorded is lost, doubled or out of order, whatever is killed on the way. */
import sharp from 'sharp';
import { expect, test, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { fold } from '$core/bench/log/fold';
import type { JobState } from '$core/bench/state/state';
import { factSchema, type Fact } from '$core/bench/log/events';
import { SITE } from '$core/takeoff/site-route';
import { deviceFacts, keptHere } from './device';
import { demoServer, jobCalled, ownServer, ready, type TestServer } from './server';

test.use({ serviceWorkers: 'allow' });

const PLACES = ['table', 'van', 'hanger', 'stack'];

/** A phone with the bench of Lanternhouse on it, kept for when there is no signal. */
async function phoneAtBench(server: TestServer, browser: Browser) {
  const job = await jobCalled(server.url, 'Lanternhouse');
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.goto(`${job}/coat`);
  await ready(page);
  await keptHere(page, job);
  return { job, context, page };
}

/** A picture of 3000 by 2000 pixels as a camera gives one. */
const photo = (): Promise<Buffer> =>
  sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#8a7' } })
    .jpeg()
    .toBuffer();

test('a flaw is photographed without signal, and its photo comes after it', async ({ browser }) => {
  const server = await demoServer();
  const { job, context, page } = await phoneAtBench(server, browser);
  await context.setOffline(true);
  const before = await serverFacts(job);
  const open = async () => {
    await page
      .locator('.walls')
      .getByRole('button', { name: /^Piece 7,/ })
      .click();
    return page.getByRole('dialog');
  };
  const panel = await open();
  await panel.getByRole('button', { name: 'A flaw on the front' }).click();
  await panel
    .locator('input[name=photo]')
    .setInputFiles({ name: 'run.jpg', mimeType: 'image/jpeg', buffer: await photo() });
  await panel.getByRole('button', { name: 'Note the flaw' }).click();
  const flaw = panel.locator('.flaws');
  await expect(flaw.getByRole('img', { name: 'not sent yet' })).toBeVisible();
  await panel
    .getByLabel('Add a photo')
    .setInputFiles({ name: 'whole.jpg', mimeType: 'image/jpeg', buffer: await photo() });
  await expect(panel.getByRole('img', { name: 'not sent yet' })).toHaveCount(3);
  await panel.getByRole('button', { name: 'Close' }).click();
  await expect(page.locator('.unsent')).toContainText('1 and 2 photos not sent yet');

  // Kept through a lost tab.
  await page.reload();
  await ready(page);
  await expect(page.locator('.unsent')).toContainText('1 and 2 photos not sent yet');
  await context.setOffline(false);
  await expect(page.locator('.unsent')).toHaveCount(0);
  const again = await open();
  const sent = again.locator('.flaws').getByRole('img');
  await expect(sent).toHaveAttribute('src', /^\/photos\//);
  await expect.poll(() => sent.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBe(240);
  await expect(again.locator('.photo')).toHaveCount(3);
  expect((await serverFacts(job)).slice(before.length).map((f) => f.body.kind)).toEqual(['defect.found']);

  // A fact that is kept while a photo is on its way goes right after it.
  let arrive = (): void => undefined;
  const arrived = new Promise<void>((done) => (arrive = done));
  await page.route('**/photos?*', async (route) => {
    await arrived;
    await route.continue();
  });
  await again
    .getByLabel('Add a photo')
    .setInputFiles({ name: 'edge.jpg', mimeType: 'image/jpeg', buffer: await photo() });
  await expect(again.getByRole('img', { name: 'not sent yet' })).toBeVisible();
  await again.getByLabel('Move it to').fill('table');
  await again.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(page.locator('.fact', { hasText: '7 now at table' })).toBeVisible();
  expect(await serverFacts(job)).toHaveLength(before.length + 1);
  arrive();
  await expect.poll(() => serverFacts(job)).toHaveLength(before.length + 2);
  await expect(again.getByRole('img', { name: 'not sent yet' })).toHaveCount(0);
  await context.close();
  server.end();
});

/** A state that can be compared: maps and sets as lists. */
const plain = (state: JobState): unknown =>
  JSON.parse(
    JSON.stringify(state, (_, v: unknown) => (v instanceof Map || v instanceof Set ? [...v].sort() : v)),
  );

const serverFacts = async (job: string): Promise<Fact[]> => {
  const url = new URL(job);
  const answer = await fetch(`${url.origin}/api${url.pathname}/facts`);
  return ((await answer.json()) as { facts: unknown[] }).facts.map((f) => factSchema.parse(f));
};

test('what a bench left unsent is sent from any other page', async ({ browser }) => {
  const server = await demoServer();
  const { job, context, page } = await phoneAtBench(server, browser);
  await page.goto(server.url);
  await ready(page);
  await page.goto(`${job}/coat`);
  await ready(page);
  const before = await serverFacts(job);
  await context.setOffline(true);
  await move(page, 0, 2);
  await page.goto(server.url);
  await ready(page);
  await expect(page.getByText('2 not sent yet')).toBeVisible();
  expect(await serverFacts(job)).toHaveLength(before.length);
  await context.setOffline(false);
  await expect(page.getByText('not sent yet')).toHaveCount(0);
  await expect.poll(() => serverFacts(job)).toHaveLength(before.length + 2);
  await page.goto(`${job}/coat`);
  await ready(page);
  await expect(page.locator('.unsent')).toHaveCount(0);
  await context.close();
  server.end();
});

test('a page that would load its data again without signal stays, and does so when there is one', async ({
  browser,
}) => {
  const server = await demoServer();
  const { job, context, page } = await phoneAtBench(server, browser);
  await page.goto(`${server.url}/air`);
  await ready(page);
  // The stream tells of a reading, and the signal goes before its data can be had.
  await page.route('**/air/__data.json*', (route) => route.abort());
  await page.route('**/api/clock', (route) => route.abort());
  const read = (celsius: string) =>
    fetch(`${server.url}/air?/reading`, {
      method: 'POST',
      headers: { origin: server.url, 'content-type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams({ place: 'tent', temperature: celsius, humidity: '41' }),
    });
  const asked = page.waitForRequest('**/api/clock');
  expect((await read('15.5')).ok).toBe(true);
  await asked;
  await expect(page.getByRole('heading', { name: 'Air', exact: true })).toBeVisible();
  await page.unroute('**/air/__data.json*');
  await page.unroute('**/api/clock');
  await expect(page.getByRole('region', { name: 'Tent' }).locator('.big')).toContainText('15.5 °C');
  expect(job).toContain(server.url);
  await context.close();
  server.end();
});

test('many facts of many pieces go too', async ({ browser }) => {
  const server = await demoServer();
  const { job, context, page } = await phoneAtBench(server, browser);
  const before = await serverFacts(job);
  const [first] = before;
  if (!first) throw new Error('Lanternhouse has facts');
  const pieces = [...fold(before).pieces.keys()].filter((id) => id !== SITE);
  const facts = Array.from({ length: 60 }, (_, i) => ({
    ...first,
    id: crypto.randomUUID(),
    at: (before.at(-1)?.at ?? 0) + i + 1,
    body: { kind: 'piece.placed', pieces, place: PLACES[i % 2] },
  }));
  // A batch of these is larger than what a page that is left may go on sending.
  expect(JSON.stringify(facts.slice(0, 50)).length).toBeGreaterThan(64 * 1024);
  await page.evaluate(
    (all) =>
      new Promise((resolve, reject) => {
        const open = indexedDB.open('anthem');
        open.onerror = () => reject(new Error('no database'));
        open.onsuccess = () => {
          const tx = open.result.transaction('facts', 'readwrite');
          for (const fact of all)
            tx.objectStore('facts').add({
              job: fact.job,
              keptAt: Date.now(),
              fact,
              state: 'waiting',
              why: '',
              rule: null,
              canOverride: false,
            });
          tx.oncomplete = () => {
            open.result.close();
            resolve(null);
          };
        };
      }),
    facts,
  );
  await page.reload();
  await expect.poll(() => serverFacts(job)).toHaveLength(before.length + 60);
  expect((await serverFacts(job)).slice(before.length).map((f) => f.id)).toEqual(facts.map((f) => f.id));
  await context.close();
  server.end();
});

test('a device whose clock is wrong says so, and records by the server’s, without signal too', async ({
  browser,
}) => {
  const server = await demoServer();
  const setting = await browser.newPage();
  await setting.goto(`${server.url}/settings`);
  await ready(setting);
  await setting.getByLabel('keeps running').check();
  await setting.getByRole('button', { name: 'Set it' }).click();
  await setting.getByText('The clock is set.').waitFor();
  // The demo’s clock goes on in March 2026; the device’s is right, which is months off.
  const { job, context, page } = await phoneAtBench(server, browser);
  await expect(page.getByText(/This device’s clock is \d+ d[\s\S]*fast\./)).toBeVisible();
  const serverNow = async () =>
    ((await (await fetch(`${server.url}/api/clock`)).json()) as { now: number }).now;
  await context.setOffline(true);
  const before = await serverNow();
  await move(page, 0, 1);
  const after = await serverNow();
  await context.setOffline(false);
  await expect(page.locator('.unsent')).toHaveCount(0);
  const at = (await serverFacts(job)).at(-1)?.at ?? 0;
  expect(at).toBeGreaterThan(before - 2000);
  expect(at).toBeLessThan(after + 2000);
  await context.close();
  server.end();
});

/** Moves pieces by touch on the rack: piece in hand, then the place. */
async function move(page: Page, from: number, to: number): Promise<void> {
  await page.locator('#rack').evaluate((d: HTMLDetailsElement) => (d.open = true));
  for (let i = from; i < to; i++) {
    const place = PLACES[Math.floor(i / 34) % PLACES.length] ?? '';
    const code = String((i % 34) + 1);
    await page.locator('#rack .chip', { hasText: new RegExp(`^${code}$`) }).click();
    await page.locator('#rack').getByRole('button', { name: place, exact: true }).click();
    await expect(page.locator('.unsent')).toContainText(`${i + 1} not sent yet`);
  }
}

async function kill(context: BrowserContext, page: Page): Promise<Page> {
  const session = await context.newCDPSession(page);
  // A crashed tab never answers.
  const crashed = page.waitForEvent('crash');
  void session.send('Page.crash').catch(() => undefined);
  await crashed;
  await page.close();
  return context.newPage();
}

test('80 facts without signal, the tab killed twice, the server killed while it is sent to', async ({
  browser,
}) => {
  let server = await ownServer();
  const job = await jobCalled(server.url, 'Lanternhouse');
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  let page = await context.newPage();
  const before = await serverFacts(job);
  await page.goto(`${job}/coat`);
  await ready(page);
  await keptHere(page, job);

  await context.setOffline(true);
  await move(page, 0, 40);
  for (const [from, to] of [
    [40, 60],
    [60, 80],
  ] as const) {
    page = await kill(context, page);
    await page.goto(`${job}/coat`);
    await ready(page);
    await expect(page.locator('.unsent')).toContainText(`${from} not sent yet`);
    await move(page, from, to);
  }
  await page.goto(`${job}/coat`);
  await ready(page);
  await page
    .locator('.walls')
    .getByRole('button', { name: /^Piece 7,/ })
    .click();
  await expect(page.getByRole('dialog')).toContainText('What it has had');
  await expect(page.getByRole('dialog')).toContainText('Where: hanger');
  expect(await serverFacts(job)).toHaveLength(before.length);

  // The first batch, of fifty, is answered; the blow falls on the second.
  const first = page.waitForResponse((r) => r.url().endsWith('/facts') && r.request().method() === 'POST');
  await context.setOffline(false);
  await first;
  server.process.kill('SIGKILL');
  server = await server.restart();
  // While it is sent in time, nothing is said of it: what the device keeps tells when it is through.
  await expect
    .poll(async () => (await deviceFacts(page)).filter((k) => k.state !== 'sent').length, {
      timeout: 120_000,
    })
    .toBe(0);
  await expect(page.locator('.unsent')).toHaveCount(0);

  const stored = await serverFacts(job);
  const kept = (await deviceFacts(page)).sort((a, b) => a.n - b.n);
  expect(kept).toHaveLength(80);
  expect(kept.every((k) => k.state === 'sent')).toBe(true);
  const added = stored.slice(before.length);
  expect(added.map((f) => f.id)).toEqual(kept.map((k) => k.fact.id));
  expect(new Set(stored.map((f) => f.id)).size).toBe(before.length + 80);
  expect(plain(fold(stored))).toEqual(plain(fold([...before, ...kept.map((k) => k.fact)])));
  // What the page shows is that state.
  await page.reload();
  await ready(page);
  await page.locator('#rack').evaluate((d: HTMLDetailsElement) => (d.open = true));
  const state = fold(stored);
  for (const place of PLACES) {
    const there = [...state.pieces.values()].filter((p) => p.place === place).length;
    await expect(
      page.locator('#rack').getByRole('group', { name: place, exact: true }).locator('.chip'),
    ).toHaveCount(there);
  }
  await context.close();
  server.end();
});
