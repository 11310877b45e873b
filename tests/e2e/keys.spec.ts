/** Single keys: they do what they name while nothing has the focus, and nothing at all otherwise. */
import { expect, test, type Page } from '@playwright/test';
import { demoServer, jobCalled, ready } from './server';

/** Presses a key, and says whether the page took it as one of its own. */
async function isTaken(page: Page, key: string): Promise<boolean> {
  const taken = page.evaluate(
    () =>
      new Promise<boolean>((done) =>
        addEventListener('keydown', (event) => setTimeout(() => done(event.defaultPrevented)), {
          once: true,
        }),
      ),
  );
  await page.evaluate(() => undefined);
  await page.keyboard.press(key);
  return taken;
}

test('a reason that is typed ends no work; what opens has the focus', async ({ page }) => {
  const server = await demoServer();
  await page.goto(`${await jobCalled(server.url, 'Lanternhouse')}/coat`);
  await ready(page);
  const underWay = page.locator('.card.now');
  await expect(underWay).toHaveCount(1);
  const back = page.getByRole('button', { name: 'Take back' }).first();
  await back.click();
  const why = page.getByLabel('Why', { exact: true });
  await expect(why).toBeFocused();
  await page.keyboard.type('said dry', { delay: 100 });
  await expect(why).toHaveValue('said dry');
  await expect(underWay).toHaveCount(1);
  // Nor does a letter while a button has the focus, or a tick.
  await back.focus();
  for (const key of ['s', 'd', 'g', 'n', '?', '/']) expect(await isTaken(page, key), key).toBe(false);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(underWay).toHaveCount(1);
  await back.evaluate((button) => button.blur());
  expect(await isTaken(page, 'd')).toBe(true);
  await expect(underWay).toHaveCount(0);
});
