/** Every main page of the demo at both sizes: readable, nothing beyond the edge, and errors that help. */
import { COMPANY_PAGES, JOB_PAGES } from './addresses';
import { expect, test, type ConsoleMessage, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { jobCalled, ready, demoServer, type TestServer } from './server';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let server: TestServer;
let job: string;
test.beforeAll(async () => {
  server = await demoServer();
  job = (await jobCalled(server.url, 'Lanternhouse')).replace(server.url, '');
});
test.afterAll(() => server.end());

const PAGES = [...COMPANY_PAGES, ...JOB_PAGES];
const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];

/** What axe has against a page, each fault with the first places where it is. */
const faultsOf = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const { axe: run } = window as unknown as {
      axe: {
        run: (options: object) => Promise<{ violations: { id: string; nodes: { target: string[] }[] }[] }>;
      };
    };
    const { violations } = await run.run({
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
      resultTypes: ['violations'],
    });
    return violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .slice(0, 3)
          .map((n) => n.target.join(' '))
          .join(', ')}`,
    );
  });

test.describe('every page, at the size of a laptop and of a phone', () => {
  // They only read: all of them on one tab, which has the application loaded.
  let page: Page;
  test.beforeAll(async ({ browser }) => {
    page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  });
  test.afterAll(() => page.context().close());
  for (const path of PAGES)
    test(path, async () => {
      const faults: string[] = [];
      const onError = (e: Error): void => void faults.push(e.message);
      const onConsole = (m: ConsoleMessage): void => void (m.type() === 'error' && faults.push(m.text()));
      page.on('pageerror', onError);
      page.on('console', onConsole);
      for (const [i, size] of SIZES.entries()) {
        await page.setViewportSize(size);
        if (i === 0) {
          await page.goto(server.url + (path.startsWith('/') ? path : `${job}/${path}`));
          await ready(page);
          await page.evaluate(axe);
        }
        if (path === '/drying') await page.locator('.chart svg').nth(2).waitFor();
        expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
          size.width,
        );
        expect(await faultsOf(page), `at ${size.width}`).toEqual([]);
      }
      expect(faults).toEqual([]);
      page.off('pageerror', onError);
      page.off('console', onConsole);
    });
});

test('targets on the phone’s bench are at least 44 px', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}${job}/coat`);
  const low = await page
    .locator('main button:visible, main summary:visible')
    .evaluateAll((all) => all.filter((e) => e.getBoundingClientRect().height < 44).map((e) => e.textContent));
  expect(low).toEqual([]);
});

test('a fact can be recorded without scripts', async ({ browser }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`${server.url}${job}/coat`);
  const running = page.locator('.card.now').first();
  await expect(running).toBeVisible();
  const act = await running.getByRole('heading').textContent();
  await running.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('.fact').first()).toContainText(`Done: ${act ?? 'nothing'}`);
  await context.close();
});

test('pages that do not exist say what to do', async ({ page }) => {
  expect((await page.goto(`${server.url}/nowhere`))?.status()).toBe(404);
  await expect(page.getByText('Go back to Today')).toBeVisible();
  expect((await page.goto(`${server.url}/jobs/00000000-0000-7000-8000-000000000000/coat`))?.status()).toBe(
    404,
  );
  await expect(page.getByText('There is no such job')).toBeVisible();
  await page.goto(`${server.url}${job}/find?code=Z99`);
  await expect(page.getByText('There is no piece “Z99” in this job.')).toBeVisible();
  const sheet = await page.request.post(`${server.url}${job}/take-down/labels/sheet.pdf`, {
    headers: { origin: server.url },
    form: { kind: 'piece', first: '90' },
  });
  expect(sheet.status()).toBe(422);
});

test('a connection is kept for longer than whoever uses it again would', async ({ request }) => {
  // Sent on one that is just being closed, a fact or a question gets a reset; Node's own five seconds were seen to do so.
  const { 'keep-alive': kept } = (await request.get(server.url)).headers();
  expect(Number(/timeout=(\d+)/.exec(kept ?? '')?.[1])).toBeGreaterThan(75);
});

test('the planning service plans, explains and refuses', async ({ request }) => {
  const load = (file: string) => readFileSync(`tests/reference/data/planning/${file}`, 'utf8');
  const post = (data: string) =>
    request.post(`${server.url}/api/plan`, { headers: { 'content-type': 'application/json' }, data });
  const plan = await post(load('single-101.json'));
  expect(plan.status()).toBe(200);
  expect(await plan.json()).toMatchObject({ makespan: 4110 });
  const none = await post(load('impossible-302.json'));
  expect(none.status()).toBe(422);
  // Which rules clash is found where there is time for it; what went wrong at last is said in any case.
  expect((await none.json()).reason).toMatch(/cannot all be kept|must start within/);
  const wrong = await post('{"format":"anthem.planning-problem"}');
  expect(wrong.status()).toBe(400);
  expect((await wrong.json()).faults.join()).toContain('version');
});
