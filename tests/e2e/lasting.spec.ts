/** What lasts: a kitchen looked at on a phone that loses its signal, a finding touched up and looked at again, and the curves after it. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test, type Page } from '@playwright/test';
import { ready, startServer, type TestServer } from './server';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let server: TestServer;
test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.end());

const open = async (page: Page, path: string): Promise<void> => {
  await page.goto(server.url + path);
  await ready(page);
};

/** A table as it is exported. */
async function table(path: string): Promise<Record<string, string>[]> {
  const text = await (await fetch(server.url + path)).text();
  const [head = [], ...rows] = text
    .replace(/^\uFEFF/, '')
    .trim()
    .split(/\r?\n/)
    .map((line) =>
      [...line.matchAll(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g)].map((m) => (m[1] ?? '').replace(/^"|"$/g, '')),
    );
  return rows.map((r) => Object.fromEntries(head.map((name, i) => [name, r[i] ?? ''])));
}

async function axeIn(page: Page): Promise<void> {
  await page.evaluate(axe);
  const found = await page.evaluate(async () => {
    const { violations } = await (
      window as unknown as {
        axe: { run: () => Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
      }
    ).axe.run();
    return violations.map((v) => `${v.id}: ${v.nodes[0]?.html ?? ''}`);
  });
  expect(found).toEqual([]);
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(wide).toBeLessThanOrEqual(0);
}

test('an owner reads which system lasts, by keyboard too, at every width', async ({ page }) => {
  await open(page, '/lasting');
  await expect(page.getByRole('region', { name: 'In a sentence' })).toContainText(/of 100 pieces/);
  await expect(page.getByRole('region', { name: 'Batches and days that stand out' })).toContainText('U-2207');
  await expect(page.locator('.chart svg')).toBeVisible();
  const field = page.getByLabel('Compare by');
  await field.focus();
  await field.selectOption('place');
  await expect(page).toHaveURL(/by=place/);
  await expect(page.getByRole('region', { name: 'Of 100 pieces' })).toContainText('at the sink');
  await expect(field).toBeFocused();
  await expect(page.getByRole('region', { name: 'What goes with failures' })).toContainText(
    'They go together',
  );
  for (const width of [320, 390, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await axeIn(page);
  }
  await page.getByRole('link', { name: 'All pieces with it' }).click();
  await expect(page.locator('main')).toContainText(/pieces in 3\s+kitchens/);
  await ready(page);
  for (const width of [320, 390, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await axeIn(page);
  }
});

test('a visit on a phone without signal: sound looks, a cross-cut that fails, its touch-up, and the curve after it', async ({
  browser,
}) => {
  const before = await table('/lasting/curves.csv');
  const looks = await table('/lasting/record.csv');
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const phone = await context.newPage();
  await open(phone, '/');
  const visit = phone.getByRole('region', { name: 'Visits due' }).locator('li a').last();
  const name = (await visit.textContent()) ?? '';
  await visit.click();
  await ready(phone);
  const card = phone.getByRole('region', { name: 'The next visit' });
  await expect(card).toContainText('Visit now');
  const job = /jobs\/([0-9a-f-]{36})/.exec(phone.url())?.[1] ?? '';
  await axeIn(phone);

  // The device keeps what it needs, then the signal goes.
  await phone.evaluate(() => navigator.serviceWorker.ready);
  await expect
    .poll(() => phone.evaluate(async () => (await indexedDB.databases()).map((d) => d.name)))
    .toContain('anthem');
  await phone.waitForTimeout(1500);
  const chosen = card.getByRole('link', { name: /^Check piece/ });
  const own = looks.filter((l) => l.job === job);
  const sound = (code: string): boolean =>
    own.some((l) => l.piece === code) &&
    own.filter((l) => l.piece === code).every((l) => l.failure === '' && l.spell === '1');
  const codes = (await chosen.evaluateAll((links) => links.map((a) => a.textContent?.trim() ?? ''))).filter(
    sound,
  );
  const [first = '', second = ''] = codes;
  const pick = (code: string) => card.getByRole('link', { name: `Check piece ${code}`, exact: true }).click();
  await pick(first);
  await expect(phone.getByRole('heading', { name: `Check ${first}` })).toBeVisible();
  await context.setOffline(true);
  await phone.getByRole('button', { name: 'Record the check' }).click();
  await expect(card.getByRole('link', { name: `Check piece ${first}, looked at` })).toBeVisible();
  await pick(second);
  await phone.getByLabel('How', { exact: true }).selectOption('cross-cut');
  await expect(phone.getByText('It leaves a mark.')).toBeVisible();
  for (const square of [
    [1, 1],
    [1, 2],
    [2, 1],
    [2, 2],
    [3, 3],
    [3, 4],
  ])
    await phone.getByLabel(`Square ${square[0] ?? 0}, ${square[1] ?? 0}`).check();
  await expect(phone.getByText('ISO 2409 class 3')).toBeVisible();
  await phone.getByRole('button', { name: 'Record the check' }).click();
  const touchUp = phone.locator('section', { hasText: `Touch-up ${second}: peeling` }).last();
  await expect(touchUp).toContainText('Safe from');
  await expect(touchUp).toContainText('mL');
  await touchUp.getByText('What it is likely from').click();
  await expect(touchUp.getByText(/^1\. /)).toBeVisible();
  await axeIn(phone);
  await context.setOffline(false);
  await expect
    .poll(async () => (await table('/lasting/record.csv')).filter((l) => l.job === job).length)
    .toBe(own.length + 2);

  // Independent of the application's own statistics: one failure more in its group, and a lower curve from there on.
  const system = own[0]?.system ?? '';
  const after = await table('/lasting/curves.csv');
  const of = (rows: typeof before) => rows.filter((r) => r.Group === system);
  const failed = (rows: typeof before) => Number(of(rows)[0]?.Failed);
  expect(failed(after)).toBe(failed(before) + 1);
  const survival = (rows: typeof before) => of(rows).map((r) => Number(r['Still sound']));
  const was = survival(before);
  const is = survival(after);
  expect(is.length).toBeGreaterThanOrEqual(was.length);
  expect(was.some((s, i) => (is[i] ?? 1) < s - 1e-6)).toBe(true);
  const others = (rows: typeof before) => rows.filter((r) => r.Group !== system);
  expect(others(after).map((r) => r.Failed)).toEqual(others(before).map((r) => r.Failed));

  await touchUp.getByLabel('Minutes it took').fill('25');
  await touchUp.getByLabel('Paint used, mL').fill('12');
  await touchUp.getByRole('button', { name: 'Close it' }).click();
  await expect(phone.getByText('Closed touch-ups, ', { exact: false })).toBeVisible();
  await phone.getByText('Closed touch-ups, ', { exact: false }).click();
  await expect(phone.getByText('Not looked at again yet').first()).toBeVisible();
  await phone.getByLabel('How', { exact: true }).selectOption('visual');
  await phone.getByRole('button', { name: 'Record the check' }).click();
  await expect(phone.getByText('looked at again: sound').first()).toBeVisible();
  await expect
    .poll(
      async () =>
        (await table('/lasting/record.csv')).filter(
          (l) => l.job === job && l.piece === second && l.spell === '2',
        ).length,
    )
    .toBe(1);
  expect(name).not.toBe('');
  await context.close();
});

test('what leaves a mark is not to be had for a face that shows', async ({ page }) => {
  await open(page, '/');
  await page.getByRole('region', { name: 'Visits due' }).locator('li a').first().click();
  await ready(page);
  await page
    .getByRole('link', { name: /^Check piece/ })
    .first()
    .click();
  await page.getByLabel('How', { exact: true }).selectOption('pencil');
  await expect(page.getByLabel('Where').locator('option')).toHaveText([
    'an agreed spot out of sight',
    'the sample panel',
  ]);
  await page.getByLabel('How', { exact: true }).selectOption('gloss');
  await page.getByLabel('At 60°').fill('30');
  await page.getByLabel('At 85°, if read').fill('41');
  await expect(page.getByText('MPI level G4')).toBeVisible();
  await page.getByLabel('How', { exact: true }).selectOption('chemical');
  await expect(page.getByText('never on the kitchen')).toBeVisible();
  for (const width of [320, 390, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await axeIn(page);
  }
});
