/** What counts first in a plan, and the minutes that it reckons with in the house. */
import { expect, test } from '@playwright/test';
import { jobCalled, ready, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

test('minutes in the house are the company’s own, and what counts first is chosen with the set-up', async ({
  page,
}) => {
  await page.goto(`${server.url}/settings`);
  await ready(page);
  const figures = page.locator('section', {
    has: page.getByRole('heading', { name: 'Minutes in the house' }),
  });
  const arrive = figures.getByLabel('Arriving and protecting, min');
  await arrive.fill('long');
  await figures.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('alert')).toContainText('Write a number');
  await expect(arrive).toHaveValue('long');
  await arrive.fill('75');
  await figures.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Minutes in the house are set' })).toBeVisible();

  const job = await jobCalled(server.url, 'Orchard Row');
  await page.goto(`${job}/plan`);
  await ready(page);
  await expect(page.getByText('First counts the promised day, then an early hand-back')).toBeVisible();
  const days = async (): Promise<number> =>
    Number(/in the house on\s+(\d+)\s+days/.exec((await page.locator('.rest').textContent()) ?? '')?.[1]);
  const before = await days();
  await page.goto(`${job}/plan/set-up`);
  await ready(page);
  const goals = page.getByRole('group', { name: 'What counts, one after another' }).getByRole('listitem');
  await expect(goals).toContainText([
    'an early hand-back',
    'few days without fronts',
    'few days with people',
  ]);
  // By the keyboard: down and up again, each button keeps the focus while it can be used.
  await page.getByRole('button', { name: 'Down: few days without fronts' }).press('Enter');
  await expect(page.getByRole('button', { name: 'Down: few days without fronts' })).toBeFocused();
  await expect(goals).toContainText([
    'an early hand-back',
    'few days with people',
    'few days without fronts',
  ]);
  const up = page.getByRole('button', { name: 'Up: few days with people in the house' });
  await up.press('Enter');
  await expect(goals).toContainText([
    'few days with people',
    'an early hand-back',
    'few days without fronts',
  ]);
  await expect(up).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Down: few days with people in the house' })).toBeFocused();
  await page.getByRole('button', { name: 'Plan again' }).click();
  await page.waitForURL(`${job}/plan`, { timeout: 60_000 });
  await expect(
    page.getByText('First counts the promised day, then few days with people in the house, then an early'),
  ).toBeVisible();
  await expect.poll(days).toBeLessThan(before);
  // The kitchen is arrived in for an hour and a quarter.
  await expect(page.locator('table.days tr.act', { hasText: 'Arrive and protect' })).toContainText(
    '09:00–10:15',
  );
});
