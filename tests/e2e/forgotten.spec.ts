/** A Done that was forgotten: the bench asks when it was, and records that. */
import { expect, test } from '@playwright/test';
import { demoServer, jobCalled, ready, setClock } from './server';

test('work that ran for days is asked when it was done', async ({ page }) => {
  const server = await demoServer();
  const job = await jobCalled(server.url, 'Lanternhouse');
  await setClock(page, server.url, '2026-03-15T09:00');
  await page.goto(`${job}/coat`);
  await ready(page);
  const now = page.locator('.card.now');
  await expect(now).toContainText('When was it done?');
  await expect(now).toContainText('Wed 11 Mar');
  // A letter ends nothing that nobody believes.
  await page.keyboard.press('d');
  const field = now.getByLabel('Done at');
  await expect(field).toHaveValue(/^2026-03-11T/);
  await field.fill('2026-03-11T11:05');
  await now.getByRole('button', { name: 'Done then' }).click();
  await expect(now).toHaveCount(0);
  await expect(page.locator('.fact').filter({ hasText: 'Done' }).first()).toContainText('11:05');
});
