/** How the bench does on a phone: its first load, on a slow connection, and with 2,000 records that wait to be sent. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Browser, type Page } from '@playwright/test';
import type { Fact } from '../src/lib/core/bench/log/events';
import { printRows, type Row } from './bench-plan';
import { launchOptions } from './parts/chromium.mjs';
import { build, serve } from './parts/prepare.mjs';

const PHONE = { viewport: { width: 390, height: 844 } };
const WAITING = 2000;
const TAPS = 20;
/** The slow 3G that browsers’ own tools emulate: 2 s to each answer, 400 kbit/s. */
const SLOW_3G = { offline: false, latency: 2000, downloadThroughput: 50_000, uploadThroughput: 50_000 };

const ready = (page: Page) => page.locator('html[data-ready]').waitFor({ state: 'attached' });
const median = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? NaN;
const ms = (n: number): string => `${n.toFixed(0)} ms`;

/** Bytes that came for the bench until it had what it needs. */
async function firstLoad(browser: Browser, bench: string): Promise<Row[]> {
  const context = await browser.newContext({ ...PHONE, serviceWorkers: 'block' });
  const page = await context.newPage();
  const cdp = await context.newCDPSession(page);
  await cdp.send('Network.enable');
  let [bytes, files] = [0, 0];
  cdp.on('Network.loadingFinished', (e) => {
    bytes += e.encodedDataLength;
    files++;
  });
  await page.goto(bench);
  await ready(page);
  await page.waitForTimeout(3000);
  await context.close();
  return [
    ['bench, first load, in all', `${Math.round(bytes / 1000)} kB in ${files} files`, 'at most 200 kB'],
  ];
}

async function onSlow3G(browser: Browser, bench: string): Promise<Row[]> {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  const cdp = await context.newCDPSession(page);
  await cdp.send('Network.enable');
  await cdp.send('Network.emulateNetworkConditions', SLOW_3G);
  const from = performance.now();
  await page.goto(bench, { waitUntil: 'commit' });
  await page.getByRole('heading', { name: 'In the gun' }).waitFor();
  const content = performance.now() - from;
  await ready(page);
  const usable = performance.now() - from;
  await context.close();
  const s = (n: number): string => `${(n / 1000).toFixed(1)} s`;
  return [
    ['bench on slow 3G, its content', s(content), ''],
    ['bench on slow 3G, answers to taps', s(usable), 'at most 8 s'],
  ];
}

/** Facts that a phone recorded without signal: pieces moved about. */
async function put(page: Page, bench: string): Promise<void> {
  const { origin, pathname } = new URL(bench);
  const api = `${origin}/api${pathname.replace(/\/coat$/, '')}/facts`;
  const { facts } = (await (await fetch(api)).json()) as { facts: Fact[] };
  const first = facts.find((f) => f.body.kind === 'piece.down');
  const last = facts.at(-1);
  if (first?.body.kind !== 'piece.down' || !last) throw new Error('pieces that are down');
  const { pieces } = first.body;
  await page.evaluate(
    ({ made, job }) =>
      new Promise((done, fail) => {
        const open = indexedDB.open('anthem');
        open.onerror = () => fail(new Error('no database'));
        open.onsuccess = () => {
          const tx = open.result.transaction('facts', 'readwrite');
          for (const fact of made)
            tx.objectStore('facts').add({ job, keptAt: Date.now(), fact, state: 'waiting', why: '' });
          tx.oncomplete = () => {
            open.result.close();
            done(null);
          };
        };
      }),
    {
      job: last.job,
      made: Array.from({ length: WAITING }, (_, i) => ({
        ...last,
        id: crypto.randomUUID(),
        at: last.at + i + 1,
        device: 'phone',
        knew: last.id,
        body: { kind: 'piece.placed', pieces: [pieces[i % pieces.length]], place: `spot ${i % 9}` },
      })),
    },
  );
}

/** As text: it runs in the page. Taps, and waits until what the tap changes is painted. */
const TAP = `(async () => {
  const took = [];
  const button = () => [...document.querySelectorAll('button')].find((b) => /^(Pause|Go on)$/.test(b.textContent.trim()));
  for (let i = 0; i < TAPS; i++) {
    const before = button().textContent.trim();
    const from = performance.now();
    button().click();
    while (button()?.textContent.trim() === before && performance.now() - from < 5000) await new Promise((r) => requestAnimationFrame(r));
    await new Promise((r) => requestAnimationFrame(() => setTimeout(r)));
    took.push(performance.now() - from);
    await new Promise((r) => setTimeout(r, 600));
  }
  return took;
})()`;

async function withMuchWaiting(browser: Browser, bench: string): Promise<Row[]> {
  const context = await browser.newContext({ ...PHONE, serviceWorkers: 'block' });
  const page = await context.newPage();
  // Two taps are not at one moment.
  await page.goto(`${new URL(bench).origin}/settings`);
  await ready(page);
  await page.getByLabel('keeps running').check();
  await page.getByRole('button', { name: 'Set it' }).click();
  await page.getByText('The clock is set.').waitFor();
  await page.goto(bench);
  await ready(page);
  // Nothing is taken until the taps are measured.
  await page.route('**/api/jobs/*/facts', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await put(page, bench);
  await page.reload();
  await ready(page);
  await page.getByText(`${WAITING} not sent yet`).waitFor();
  const cdp = await context.newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const taps = (await page.evaluate(TAP.replace('TAPS', String(TAPS)))) as number[];
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await page.unroute('**/api/jobs/*/facts');
  await page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
      entryTypes: ['longtask'],
    });
  });
  const posts: string[] = [];
  page.on('request', (r) => r.method() === 'POST' && r.url().endsWith('/facts') && posts.push(r.url()));
  const from = performance.now();
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await page.getByText('Everything is sent').waitFor({ timeout: 240_000 });
  const sent = performance.now() - from;
  await page.waitForTimeout(2500);
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
  await context.close();
  const longest = Math.max(0, ...tasks);
  return [
    [`tap to screen, ${WAITING} waiting, CPU slowed 4 times`, ms(median(taps)), 'at most 100 ms (median)'],
    [`sending ${WAITING} + ${TAPS}`, `${(sent / 1000).toFixed(1)} s in ${posts.length} requests`, ''],
    ['longest task of the page meanwhile', ms(longest), 'at most 200 ms'],
  ];
}

export async function phoneRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'anthem-phone-'));
  const { server, url } = await serve(
    { ANTHEM_DEMO: '1', ANTHEM_DATA: join(folder, 'a.db') },
    4900,
    'ignore',
  );
  const browser = await chromium.launch(launchOptions);
  try {
    const jobs = await (await fetch(`${url}/jobs`)).text();
    const bench = `${url}${/(\/jobs\/[0-9a-f-]{36})[^<]*<b>Lanternhouse</.exec(jobs)?.[1] ?? ''}/coat`;
    return [
      ...(await firstLoad(browser, bench)),
      ...(await onSlow3G(browser, bench)),
      ...(await withMuchWaiting(browser, bench)),
    ];
  } finally {
    await browser.close();
    server.kill('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  build();
  printRows(await phoneRows());
}
