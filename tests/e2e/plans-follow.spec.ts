/** Plans follow what happens: on the server's own account, while pages are read and nothing is written by reading. */
import { COMPANY_PAGES, JOB_FILES, JOB_PAGES } from './addresses';
import { expect, test, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { calm, jobCalled, ready, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

test('opening every page writes nothing', async ({ request }) => {
  const job = await jobCalled(server.url, 'Orchard Row');
  await calm(server.url);
  const watch = new Database(server.data, { readonly: true });
  const version = (): unknown => watch.pragma('data_version', { simple: true });
  const before = version();
  const addresses = [
    ...COMPANY_PAGES.map((p) => server.url + p),
    ...[...JOB_PAGES, ...JOB_FILES].map((p) => `${job}/${p}`),
  ];
  for (const address of addresses) {
    const answer = await request.get(address);
    expect(answer.status(), address).toBe(200);
    expect(version(), address).toBe(before);
  }
  watch.close();
});

const back = async (page: Page): Promise<string> =>
  (await page
    .getByRole('navigation', { name: 'Stages of the job' })
    .getByRole('link', { name: 'Plan' })
    .textContent()) ?? '';

test('an absence, and the heater of the tent, move plans without anybody asking', async ({ page }) => {
  const job = await jobCalled(server.url, 'Orchard Row');
  await calm(server.url);
  await page.goto(`${job}/plan`);
  await ready(page);
  const before = await back(page);
  await page.goto(`${server.url}/calendar`);
  await ready(page);
  await page.getByLabel('First day').fill('2026-03-13');
  await page.getByLabel('Last day').fill('2026-03-20');
  await page.getByLabel('Why').fill('Course');
  await page.getByRole('button', { name: 'Add these days' }).click();
  await expect(page.getByText('Kept. Plans keep clear of it')).toBeVisible();
  await page.goto(`${job}/plan`);
  await ready(page);
  await page.getByRole('button', { name: 'Compute the chances' }).click();
  // The page that was loaded with the last plan shows the new one by itself, and answers for it what was asked of the last.
  await expect.poll(() => back(page)).not.toBe(before);
  await expect(page.locator('.card', { hasText: 'How certain is the date' })).toContainText('Of 1000 runs');
  await calm(server.url);
  const kept = await back(page);

  await page.goto(`${server.url}/air`);
  await ready(page);
  const heater = page.getByRole('checkbox', { name: 'heater' });
  await heater.setChecked(!(await heater.isChecked()));
  await page.getByRole('button', { name: 'Save the places' }).click();
  await expect(page.getByText('The places are set.')).toBeVisible();
  await page.goto(`${job}/plan`);
  await ready(page);
  await expect.poll(() => back(page)).not.toBe(kept);
});
