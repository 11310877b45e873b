/** The air of the places, and how a product dries in it. */
import { expect, test } from '@playwright/test';
import { ready, startServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await startServer();
});
test.afterAll(() => server.end());

test('readings change what may be coated; a logger’s file comes in whole or not at all', async ({ page }) => {
  await page.goto(`${server.url}/air`);
  await ready(page);
  const shop = page.getByRole('region', { name: 'Shop' });
  await expect(shop.locator('.verdict')).toHaveText('Go');
  await shop.getByText('Readings').click();
  await shop.getByLabel('Air, °C').fill('11');
  await shop.getByLabel('Humidity, %').fill('96');
  await shop.getByRole('button', { name: 'Keep the reading' }).click();
  await expect(page.getByText('The reading is kept.')).toBeVisible();
  await expect(shop.locator('.verdict')).toHaveText('Wait');
  await expect(shop).toContainText(/Wait until .*above the dew point/);

  const house = page.getByRole('region', { name: 'House' });
  await house.getByText('Readings').click();
  const csv = (rows: string) => ({
    name: 'logger.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`time,temperature C,humidity\n${rows}`),
  });
  await house.getByLabel('A data logger’s CSV').setInputFiles(csv('2026-03-10 08:00,19,40\nsoon,19,40\n'));
  await house.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByRole('alert')).toContainText('Row 3: “soon” is no date and time');
  await house
    .getByLabel('A data logger’s CSV')
    .setInputFiles(csv('2026-03-10 08:00,19,40\n2026-03-10 09:00,19.5,41\n'));
  await house.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('2 readings came in.')).toBeVisible();
  await expect(page.getByRole('row', { name: /heater and dehumidifier/ })).toContainText('°C');
});

test('the drying page: ready times, three charts, other hours; a touch test teaches and is forgotten', async ({
  page,
}) => {
  await page.goto(`${server.url}/drying?product=enamel&place=shop`);
  await ready(page);
  await expect(page.locator('.chart svg')).toHaveCount(3);
  const recoat = () =>
    page
      .getByRole('row', { name: /^recoat/ })
      .locator('b')
      .textContent();
  const before = await recoat();
  await expect(page.getByText('As the sheet says; no touch tests yet.')).toBeVisible();
  await page.getByLabel('Felt for').selectOption('recoat');
  await page.getByLabel('Coat laid', { exact: true }).fill('2026-03-10T09:00');
  await page.getByLabel('Not ready yet at').fill('2026-03-10T23:00');
  await page.getByRole('button', { name: 'Keep the touch test' }).click();
  await expect(page.getByText(/Learnt here: \d+ % slower than the sheet, from 1 test/)).toBeVisible();
  expect(await recoat()).not.toBe(before);
  await page.getByRole('button', { name: 'Forget them' }).click();
  await expect(page.getByText('the sheet stands again')).toBeVisible();
  expect(await recoat()).toBe(before);
  // More film, later.
  await page.getByLabel('Wet film').fill('150');
  await page.getByRole('button', { name: 'Show' }).click();
  await expect(async () => expect(await recoat()).not.toBe(before)).toPass();
});

test('on a phone the air and the shopping list fit', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}/air`);
  await ready(page);
  await expect(page.locator('.verdict')).toHaveCount(3);
  const small = await page
    .locator('main button:visible, main a.tool:visible')
    .evaluateAll((all) => all.filter((e) => e.getBoundingClientRect().height < 44).map((e) => e.textContent));
  expect(small).toEqual([]);
});
