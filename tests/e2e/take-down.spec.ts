/** Labels, the label printer with its faults, taking one wall down on a phone, and finding a piece by its label. */
import { chromium, expect, test, type Page } from '@playwright/test';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launchOptions } from '../../scripts/parts/chromium.mjs';
import { labelVideo } from './label-video';
import { jobCalled, newJob, ready, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

const KITCHEN = 'wall North\nupper 30 : pair\nbase 18 : 3x drawer\nwall South\nupper 15 : door R';
const account = (page: Page) => page.locator('.account');

test('one wall comes down on a phone, and nothing is unaccounted for', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const job = await newJob(page, server.url, 'Phone', KITCHEN, 6);
  await page.goto(`${job}/take-down`);
  await ready(page);
  await expect(account(page)).toContainText(
    '6 on the walls · 0 labelled · 0 down · 0 missing · hinges of 0 of 3 doors bagged',
  );
  await page.getByRole('link', { name: 'North', exact: true }).click();
  const wall = page.getByRole('region', { name: 'North' });
  await expect(wall.getByRole('listitem')).toHaveCount(5);
  // Pairs and stacks say their order.
  await expect(wall.getByRole('listitem').nth(0)).toContainText('left of the pair');
  await expect(wall.getByRole('listitem').nth(1)).toContainText('right of the pair');
  await expect(wall.getByRole('listitem').nth(3)).toContainText('2 of 3 from the top');
  // Nothing can come down before it is labelled, on the page or past it.
  await expect(wall.getByRole('button', { name: 'Down', exact: true })).toHaveCount(0);
  const piece = (await wall.getByRole('link').first().getAttribute('href'))?.slice(3);
  const worker = await page.request.get(
    `${server.url}${new URL(job).pathname.replace('/jobs', '/api/jobs')}/facts`,
  );
  expect(worker.ok()).toBe(true);
  const refused = await page.request.post(`${job}/take-down?/fact`, {
    headers: { origin: server.url, accept: 'application/json' },
    form: { kind: 'piece.down', piece: piece ?? '', place: 'rack' },
  });
  expect(await refused.text()).toContain('has no label yet');

  await wall.getByRole('button', { name: 'Labels are on, all 5' }).click();
  await wall.getByRole('button', { name: 'code hidden, all 5' }).click();
  await wall.getByRole('button', { name: 'Bag the hinges' }).first().click();
  await expect(account(page)).toContainText('hinges of 1 of 3 doors bagged');
  await wall.getByRole('button', { name: 'Bag the hinges' }).click();
  await wall.getByRole('button', { name: 'bumpers off, all 5' }).click();
  await expect(wall.getByRole('button', { name: 'bumpers off, all 5' })).toHaveCount(0);
  await page.getByLabel('Pieces that come down go to').fill('garage shelf');
  await wall.getByRole('listitem').first().getByRole('button', { name: 'Down', exact: true }).click();
  await expect(wall.getByRole('listitem').first()).toContainText('down · garage shelf');
  await wall.getByRole('button', { name: '4 are down' }).click();
  await expect(account(page)).toContainText(
    '1 on the walls · 5 labelled · 5 down · 0 missing · hinges of 2 of 3 doors bagged',
  );
  await expect(account(page)).toContainText('Nothing unaccounted for.');

  await wall.getByRole('listitem').nth(2).getByRole('button', { name: 'Missing' }).click();
  await expect(account(page)).toContainText('4 down · 1 missing');
  await expect(account(page)).toContainText('Look for what is missing.');
  await wall.getByRole('button', { name: 'Found, at garage shelf' }).click();
  await expect(account(page)).toContainText('5 down · 0 missing');
  const low = await page
    .locator('main button:visible, main a.tool:visible')
    .evaluateAll((all) => all.filter((e) => e.getBoundingClientRect().height < 44).map((e) => e.textContent));
  expect(low).toEqual([]);
  // By pointing at the opening.
  await page.getByRole('link', { name: 'Piece 3, drawer' }).click();
  await expect(page.getByRole('heading', { name: 'Piece 3' })).toBeVisible();
  await expect(page.getByText('garage shelf')).toBeVisible();
});

test('the label printer runs dry and jams; what was lost is printed again, and only that', async ({
  page,
}) => {
  const job = await newJob(page, server.url, 'Labels', KITCHEN, 6);
  await page.goto(`${job}/take-down/labels`);
  await ready(page);
  await page.getByRole('radio', { name: 'Cabinet and place' }).check();
  await page.getByRole('button', { name: 'Use these rules' }).click();
  await expect(page.locator('.codes').first()).toContainText('1A 1C 2A 2C 2D 3A');
  await page.getByText('It is simulated').click();
  await page.getByRole('button', { name: 'Leave tape for two labels' }).click();
  await page.getByRole('button', { name: 'Print at the label printer' }).click();
  await expect(page.getByRole('alert')).toContainText('The tape ran out. The label in it is lost.');
  await expect(page.getByText('Lost: 2A')).toBeVisible();
  await expect(page.getByText('3 waiting')).toBeVisible();
  // What waits is not asked for twice.
  await page.getByRole('button', { name: 'Print at the label printer' }).click();
  await expect(page.getByText('These 2 labels are printed already')).toBeVisible();
  await page.getByRole('button', { name: 'A new tape is in' }).click();
  await expect(page.getByText('0 waiting')).toBeVisible();
  await page.getByRole('button', { name: 'Print the lost ones' }).click();
  await expect(page.getByText('Lost: 2A')).toHaveCount(0);
  await expect(page.getByText('6, 6 printed')).toBeVisible();
  // A second print says so, on the page and on the label.
  await page.getByLabel('also those that were printed').check();
  await page.getByText('It is simulated').click();
  await page.getByRole('button', { name: 'Print at the label printer' }).click();
  await expect(page.getByText('6 of them had been printed before and say so')).toBeVisible();
  await expect(
    page.getByRole('img', { name: 'Label 3A' }).first().getByText('printed again, 2.'),
  ).toBeVisible();
  // Codes on labels stay when a cabinet comes in front.
  await page.goto(`${job}/survey`);
  await ready(page);
  await page
    .getByLabel('One line a cabinet')
    .fill(KITCHEN.replace('upper 30', 'upper 12 : door L\nupper 30'));
  await page.getByRole('button', { name: 'Save the survey' }).click();
  await expect(page.getByText('saved, 7 pieces')).toBeVisible();
  await page.goto(`${job}/survey/pieces`);
  await expect(page.locator('table td.code a')).toHaveText(['4A', '1A', '1C', '2A', '2C', '2D', '3A']);
});

test('a printed label held before the camera opens its piece', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'anthem-label-'));
  const video = join(folder, 'label.y4m');
  const job = await jobCalled(server.url, 'Lanternhouse');
  const sheet = await fetch(`${job}/take-down/labels/sheet.pdf`, {
    method: 'POST',
    headers: { origin: server.url, 'content-type': 'application/x-www-form-urlencoded' },
    body: 'kind=piece&sheet=roll&wall=South',
  });
  expect(sheet.headers.get('content-type')).toBe('application/pdf');
  await labelVideo(new Uint8Array(await sheet.arrayBuffer()), 57, video);
  const browser = await chromium.launch({
    ...launchOptions,
    args: [
      ...launchOptions.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${video}`,
    ],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await page.goto(`${job}/scan`);
    await page.waitForURL('**/p/*', { timeout: 20_000 });
    // The first label of the south wall of Lanternhouse.
    await expect(page.getByRole('heading', { name: 'Piece 19' })).toBeVisible();
    // The bench has the camera too, and opens the piece where it is.
    await page.goto(`${job}/coat`);
    await ready(page);
    await page.getByText('Scan a label with the camera').click();
    await expect(page.getByRole('dialog', { name: /Piece 19/ })).toBeVisible();
  } finally {
    await browser.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
