/** Devices on networks that fail in every way: what happened is what is kept, once, and pages in a house work on. */
import { copyFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { expect, test, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { factSchema, type Fact } from '$core/bench/log/events';
import { keepsApplication, keysOf } from './device';
import { startProxy, type Fate, type Proxy } from './proxy';
import { demoServer, jobCalled, ownServer, ready, type TestServer } from './server';

test.use({ serviceWorkers: 'allow' });

const PHONE = { viewport: { width: 390, height: 844 } };
let server: TestServer;
let proxy: Proxy;
test.beforeEach(async () => {
  server = await demoServer();
  proxy = await startProxy(server.url);
});
test.afterEach(() => {
  proxy.end();
  server.end();
});

const factsOf = async (job: string): Promise<Fact[]> => {
  const answer = await fetch(`${server.url}/api${new URL(job).pathname}/facts`);
  return ((await answer.json()) as { facts: unknown[] }).facts.map((f) => factSchema.parse(f));
};
const jobAt = async (name: string, url = proxy.url): Promise<string> =>
  url + new URL(await jobCalled(server.url, name)).pathname;

/** A phone with the application on it. */
async function phone(browser: Browser, path: string): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  await page.goto(path);
  await ready(page);
  await keepsApplication(page);
  // From the first page that it controls on, the device answers for itself.
  await page.reload();
  await ready(page);
  return { context, page };
}

/** Moves a piece by touch on the rack. */
async function move(page: Page, code: string, place: string): Promise<void> {
  await page.locator('#rack').evaluate((d: HTMLDetailsElement) => (d.open = true));
  await page.locator('#rack .chip', { hasText: new RegExp(`^${code}$`) }).click();
  await page.locator('#rack').getByRole('button', { name: place, exact: true }).click();
  await expect(
    page
      .locator('#rack')
      .getByRole('group', { name: place, exact: true })
      .locator('.chip', { hasText: new RegExp(`^${code}$`) }),
  ).toBeVisible();
}
const facts = (fate: Fate) => (asked: { method: string; path: string }) =>
  asked.method === 'POST' && asked.path.endsWith('/facts') ? fate : 'pass';

/** What else may answer is tried in the outbox's own tests. */
const FATES: [name: string, fate: Fate][] = [
  ['its answer is lost', 'deaf'],
  ['it is sent twice', 'twice'],
  ['a sign-in page answers', { status: 200, body: '<form>Sign in</form>' }],
];
test('a tap is kept, shown and stored once, whatever becomes of it on its way', async ({ browser }) => {
  const job = await jobAt('Lanternhouse');
  const { context, page } = await phone(browser, `${job}/coat`);
  const before = await factsOf(job);
  // Nobody but the device knows what is not sent: a page says nothing of it before that was looked at.
  expect(await (await fetch(`${job}/coat`)).text()).not.toContain('Everything is sent');
  for (const [k, [name, fate]] of FATES.entries()) {
    proxy.decide = facts(fate);
    await move(page, String(5 + k), 'van');
    if (fate !== 'twice') await expect(page.locator('.unsent'), name).toContainText('1 not sent yet');
    proxy.decide = () => 'pass';
    await page.reload();
    await ready(page);
    await expect(page.locator('.line'), name).toContainText('Everything is sent');
    await expect.poll(async () => (await factsOf(job)).length, name).toBe(before.length + k + 1);
  }
  await context.close();
});

test('an answer that never comes holds neither the button nor the page, and the tap is stored once', async ({
  browser,
}) => {
  const job = await jobAt('Lanternhouse');
  const { context, page } = await phone(browser, `${job}/coat`);
  const before = await factsOf(job);
  proxy.decide = facts('hang');
  await move(page, '5', 'van');
  await move(page, '6', 'table');
  await expect(page.locator('.unsent')).toContainText('2 not sent yet');
  // Nothing answers at all: the page comes from the device.
  proxy.decide = () => 'hang';
  await page.goto(`${job}/coat`, { waitUntil: 'commit' });
  await ready(page);
  await expect(page.locator('.line')).toContainText('2 not sent yet');
  await expect(page.locator('.line')).toContainText('Shown as of');
  await move(page, '7', 'van');
  proxy.decide = () => 'pass';
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect.poll(async () => (await factsOf(job)).length).toBe(before.length + 3);
  await expect(page.locator('.line')).toContainText('Everything is sent');
  await context.close();
});

test('whatever answers in the server’s place, the page is ours and what is kept stays', async ({
  browser,
}) => {
  const job = await jobAt('Lanternhouse');
  const { context, page } = await phone(browser, `${job}/coat`);
  for (const fate of [
    { status: 502, body: '<h1>Bad gateway</h1>' },
    { status: 200, body: '<h1>Sign in</h1>' },
    { status: 200, type: 'application/json', body: '{"facts":[],"whole":true}' },
    'cut',
  ] satisfies Fate[]) {
    proxy.decide = () => fate;
    await page.goto(`${job}/coat`);
    await ready(page);
    await expect(page.getByRole('heading', { name: 'In the gun' })).toBeVisible();
    await expect(page.locator('.line')).toContainText('Shown as of');
    await expect(page.locator('.unsent')).toHaveCount(1);
  }
  proxy.decide = () => 'pass';
  // It finds back by itself.
  await expect(page.locator('.line')).toContainText('Everything is sent');
  await context.close();
});

test('a build is kept whole or not at all', async ({ browser }) => {
  const job = await jobAt('Lanternhouse');
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  let spoilt = 0;
  proxy.decide = ({ path }) => {
    if (!path.endsWith('.woff2')) return 'pass';
    spoilt++;
    return { status: 200, body: '<h1>Sign in</h1>' };
  };
  const begun = context.waitForEvent('serviceworker');
  await page.goto(`${job}/coat`);
  await ready(page);
  await expect.poll(() => spoilt).toBeGreaterThan(0);
  // What would keep it was begun, and is given up.
  await begun;
  await expect
    .poll(() => page.evaluate(async () => (await navigator.serviceWorker.getRegistration()) === undefined))
    .toBe(true);
  proxy.decide = () => 'pass';
  await page.reload();
  await keepsApplication(page);
  const kept = await page.evaluate(async () => {
    const [name] = (await caches.keys()).filter((n) => n.startsWith('build '));
    const urls = (await (await caches.open(name ?? '')).keys()).map((r) => new URL(r.url).pathname);
    return { shell: urls.includes('/shell'), fonts: urls.filter((u) => u.endsWith('.woff2')).length };
  });
  expect(kept.shell).toBe(true);
  expect(kept.fonts).toBeGreaterThan(0);
  await context.close();
});

test('a server set back to an older copy is given again what it had', async ({ browser }) => {
  server = await ownServer();
  proxy.to(server.url);
  const job = await jobAt('Lanternhouse');
  const folder = mkdtempSync(join(tmpdir(), 'anthem-copy-'));
  const { context, page } = await phone(browser, `${job}/coat`);
  const before = await factsOf(job);
  cpSync(dirname(server.data), folder, { recursive: true });
  await move(page, '5', 'van');
  await move(page, '6', 'table');
  await expect.poll(async () => (await factsOf(job)).length).toBe(before.length + 2);
  const stored = (await factsOf(job)).slice(-2).map((f) => f.id);
  server.process.kill('SIGKILL');
  for (const file of ['anthem.db', 'anthem.db-wal', 'anthem.db-shm'])
    copyFileSync(join(folder, file), join(dirname(server.data), file));
  server = await server.restart();
  proxy.to(server.url);
  await page.reload();
  await ready(page);
  await expect.poll(async () => (await factsOf(job)).slice(before.length).map((f) => f.id)).toEqual(stored);
  rmSync(folder, { recursive: true, force: true });
  await context.close();
});

test('pages in a house work without signal, each with its facts, and say how old they are', async ({
  browser,
}) => {
  const [lantern, orchard] = [await jobAt('Lanternhouse'), await jobAt('Orchard Row')];
  const { context, page } = await phone(browser, `${lantern}/coat`);
  await page.goto(`${orchard}/take-down`);
  await ready(page);
  await page.goto(proxy.url);
  await ready(page);
  const before = { lantern: await factsOf(lantern), orchard: await factsOf(orchard) };
  const pieces = before.orchard.length;
  await context.setOffline(true);

  await test.step('Today', async () => {
    await page.goto(proxy.url);
    await ready(page);
    await expect(page.getByRole('link', { name: 'Lanternhouse' }).first()).toBeVisible();
    await expect(page.getByText(/Shown as of/)).toBeVisible();
  });
  await test.step('take down', async () => {
    await page.goto(`${orchard}/take-down`);
    await ready(page);
    await page
      .getByRole('button', { name: /^Labels are on, all/ })
      .first()
      .click();
    await expect(page.locator('.account')).not.toContainText('· 0 labelled');
    await page
      .getByRole('button', { name: /are down$/ })
      .first()
      .click();
    await expect(page.locator('.account')).not.toContainText('· 0 down');
  });
  await test.step('a piece, by its label', async () => {
    const href = await page.locator('a[href^="/p/"]').first().getAttribute('href');
    await page.goto(proxy.url + (href ?? ''));
    await ready(page);
    await expect(page.getByRole('heading', { name: /^Piece/ })).toBeVisible();
  });
  await test.step('hang, after all that stands against it is overruled', async () => {
    await page.goto(`${lantern}/hang`);
    await ready(page);
    const code = (await page.locator('.big').innerText()).trim();
    await page.getByLabel('Code on the piece in your hand').fill(code);
    await page.getByRole('button', { name: 'Hung' }).click();
    const stop = page.getByRole('alert');
    await expect(stop).toContainText('Stop.');
    for (const reason of await stop.getByRole('textbox').all()) await reason.fill('as agreed with them');
    await stop.getByRole('button', { name: 'Do it anyway' }).click();
    await expect(page.getByText('1 of 34 home')).toBeVisible();
  });
  await test.step('hand over', async () => {
    await page.goto(`${lantern}/hand-over`);
    await ready(page);
    await expect(page.getByText('33 not home yet')).toBeVisible();
  });
  await test.step('check', async () => {
    await page.goto(`${lantern}/check`);
    await ready(page);
    await page
      .getByRole('link', { name: /^Check piece/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Record the check' }).click();
    await expect(page.getByRole('table', { name: 'Checks' }).locator('tbody tr')).toHaveCount(1);
  });
  await test.step('mix and scan', async () => {
    await page.goto(`${lantern}/plan/mix`);
    await ready(page);
    await expect(page.getByRole('heading', { name: 'Cups' })).toBeVisible();
    await page.goto(`${lantern}/scan`);
    await ready(page);
    await expect(page.getByRole('heading', { name: 'Scan a label' })).toBeVisible();
  });
  await context.setOffline(false);
  await expect.poll(async () => (await factsOf(orchard)).length, { timeout: 90_000 }).toBe(pieces + 2);
  await expect.poll(async () => (await factsOf(lantern)).length).toBe(before.lantern.length + 2);
  expect((await factsOf(lantern)).slice(-2).map((f) => f.body.kind)).toEqual([
    'piece.hung',
    'check.recorded',
  ]);
  await context.close();
});

test('the plan and the survey can be read without signal, and what is typed on the survey is kept', async ({
  browser,
}) => {
  const job = await jobAt('Orchard Row');
  const { context, page } = await phone(browser, `${job}/plan`);
  await page.goto(`${job}/survey`);
  await ready(page);
  const editor = page.getByLabel('One line a cabinet');
  const saved = await editor.inputValue();
  await context.setOffline(true);
  await editor.fill(`${saved}\nwall Pantry\nbase 30 : pair`);
  await page.getByRole('button', { name: 'Save the survey' }).click();
  await expect(page.getByText(/the server does not answer/)).toBeVisible();
  await expect.poll(() => keysOf(page, 'answers')).toContain(`draft ${new URL(job).pathname}/survey`);
  page.on('dialog', (dialog) => void dialog.accept());
  await page.goto(`${job}/plan`);
  await expect(page.getByText('It can be read, not changed.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Time board' })).toBeVisible();
  await context.setOffline(false);
  await page.goto(`${job}/survey`);
  await ready(page);
  await expect(editor).toHaveValue(`${saved}\nwall Pantry\nbase 30 : pair`);
  await page.getByRole('button', { name: 'Save the survey' }).click();
  await expect(page.getByText(/saved, \d+ pieces/)).toBeVisible();

  // Somebody else saves meanwhile: neither text is lost.
  await editor.fill(`${saved}\nwall Mine\nbase 30 : pair`);
  await page.request.post(`${server.url}${new URL(job).pathname}/survey?/save`, {
    headers: { origin: server.url },
    form: { notation: `${saved}\nwall Theirs\nbase 30 : pair`, base: '' },
  });
  await page.getByRole('button', { name: 'Save the survey' }).click();
  await expect(page.getByText(/saved by somebody else since/)).toBeVisible();
  await expect(editor).toHaveValue(`${saved}\nwall Mine\nbase 30 : pair`);
  await page.getByText('Save mine in its place').click();
  await page.getByRole('button', { name: 'Save the survey' }).click();
  await expect(page.getByText(/saved, \d+ pieces/)).toBeVisible();
  await context.close();
});

test('a page that stands open learns what others recorded, and a stale tap is told the news', async ({
  browser,
}) => {
  // One hears nothing of others until it asks; one is told at once.
  const stale = await phone(browser, `${await jobAt('Lanternhouse')}/coat`);
  proxy.decide = ({ path }) => (path.startsWith('/api/news') ? { status: 503, body: '' } : 'pass');
  const direct = await jobAt('Lanternhouse', server.url);
  const [told, other] = [await phone(browser, `${direct}/coat`), await phone(browser, `${direct}/coat`)];
  const before = await factsOf(direct);
  const done = (page: Page) => page.locator('.card.now').first().getByRole('button', { name: 'Done' });
  const running = await other.page.locator('.card.now').count();
  await done(other.page).click();
  await expect(other.page.locator('.card.now')).toHaveCount(running - 1);
  await expect(told.page.locator('.card.now')).toHaveCount(running - 1, { timeout: 15_000 });
  // The stale page still shows it: its tap is refused with the news, and nothing is recorded as apart.
  await stale.page.evaluate(() => {
    const seen = (): void => {
      const alerts = document.querySelectorAll('[role="alert"]').length;
      document.documentElement.dataset.alerts = String(
        Math.max(alerts, Number(document.documentElement.dataset.alerts ?? 0)),
      );
    };
    new MutationObserver(seen).observe(document.body, { childList: true, subtree: true });
  });
  await done(stale.page).click();
  await expect(stale.page.getByRole('alert').filter({ hasText: 'Stop.' })).toContainText('finished already');
  // It is said once, not twice for a moment.
  await expect(stale.page.locator('html')).toHaveAttribute('data-alerts', '1');
  await expect(stale.page.locator('.card.now')).toHaveCount(running - 1);
  expect(await factsOf(direct)).toHaveLength(before.length + 1);
  for (const { context } of [stale, told, other]) await context.close();
});
