/** The air of the places, and how a product dries in it. */
import { expect, test } from '@playwright/test';
import { jobCalled, ready, setClock, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
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
  await shop.getByRole('button', { name: 'Save the reading' }).click();
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
  await house.getByRole('button', { name: 'Import it' }).click();
  await expect(page.getByRole('alert')).toContainText('Row 3: “soon” is no date and time');
  await house
    .getByLabel('A data logger’s CSV')
    .setInputFiles(csv('2026-03-10 08:00,19,40\n2026-03-10 09:00,19.5,41\n'));
  await house.getByRole('button', { name: 'Import it' }).click();
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
  await page.getByLabel('Tested for').selectOption('recoat');
  await page.getByLabel('Coat applied', { exact: true }).fill('2026-03-10T09:00');
  await page.getByLabel('Not ready yet at').fill('2026-03-10T23:00');
  await page.getByRole('button', { name: 'Save the touch test' }).click();
  await expect(page.getByText(/Learnt here: \d+ % slower than the sheet, from 1 test/)).toBeVisible();
  expect(await recoat()).not.toBe(before);
  await page.getByText('Forget them').first().click();
  await expect(page.getByText(/^Forget \d+ touch tests? of/)).toBeVisible();
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

test('the sensor is switched, gets a battery, and readings follow the clock', async ({ page }) => {
  await page.goto(`${server.url}/air`);
  await ready(page);
  const house = page.getByRole('region', { name: 'House' });
  await house.getByText('Readings').click();
  await house.getByRole('button', { name: 'Switch the simulated sensor on' }).click();
  await expect(house.getByText('Sensor on, battery 100 %')).toBeVisible();
  await setClock(page, server.url, '2026-03-11T13:40');
  await page.goto(`${server.url}/air`);
  await ready(page);
  await expect(house.getByText(/last 13:\d\d \(sensor\)/)).toBeVisible();
  // Two months on it is flat, and says so.
  await setClock(page, server.url, '2026-05-20T13:40');
  await page.goto(`${server.url}/air`);
  await ready(page);
  await house.getByText('Readings').click();
  await expect(house.getByText('battery 0 %: flat, it sends nothing')).toBeVisible();
  await house.getByRole('button', { name: 'New battery' }).click();
  await expect(house.getByText('battery 100 %')).toBeVisible();
  await house.getByRole('button', { name: 'Switch off' }).click();
  await expect(house.getByRole('button', { name: 'Switch the simulated sensor on' })).toBeVisible();
  await setClock(page, server.url, '2026-03-11T10:20');
});

test('what is half written stays when the page is given newer data', async ({ page }) => {
  await page.goto(`${server.url}/air`);
  await ready(page);
  const day = page.getByLabel('House by day');
  const place = page.getByLabel('Tent is in');
  const fan = page.getByLabel('fan on');
  await day.fill('18,5');
  await place.selectOption({ label: 'the house' });
  await fan.check();
  // Somebody else saves a reading: every page that shows the air is given it.
  const loaded = page.waitForResponse(/__data\.json/);
  const answer = await page.request.post(`${server.url}/air?/reading`, {
    headers: { origin: server.url },
    form: { place: 'tent', temperature: '15.5', humidity: '41' },
  });
  expect(answer.ok()).toBe(true);
  await loaded;
  await expect(page.getByRole('region', { name: 'Tent' }).locator('.big')).toContainText('15.5 °C · 41 %');
  await expect(day).toHaveValue('18,5');
  await expect(place).toHaveValue('house');
  await expect(fan).toBeChecked();
});

test('in US measures: Fahrenheit, feet, fluid ounces, gallons, mils, there and back', async ({ page }) => {
  const measures = async (name: string) => {
    await page.goto(`${server.url}/settings`);
    await ready(page);
    await page.getByLabel(name).check();
    await page.locator('form', { hasText: 'litres' }).getByRole('button', { name: 'Save' }).click();
    await expect(page.getByText('Measures are set.')).toBeVisible();
  };
  await measures('gallons');
  await page.goto(`${server.url}/air`);
  await ready(page);
  await expect(page.locator('.big').first()).toHaveText(/^\d\d °F · \d+ %$/);
  // 16 °C and 4.6 m, as they are shipped.
  await expect(page.getByLabel('Shop by day, °F')).toHaveValue('60.8');
  await expect(page.getByLabel('Length, ft')).toHaveValue('15.1');
  await page.getByLabel('Shop by day, °F').fill('68');
  await page.getByRole('button', { name: 'Save the places' }).click();
  await expect(page.getByText('The places are set.')).toBeVisible();

  await page.goto(`${server.url}/systems/spray-pro`);
  await ready(page);
  await page.getByRole('button', { name: 'Change the figures' }).click();
  await expect(page.locator('input[name="enamel.dryFilm"]')).toHaveValue('1.496');
  await expect(page.locator('input[name="enamel.minC"]')).toHaveValue('50');

  const lantern = await jobCalled(server.url, 'Lanternhouse');
  await page.goto(`${lantern}/plan/take-off`);
  await expect(page.getByText(/\d\.\d\d gal needed/).first()).toBeVisible();
  await page.goto(`${lantern}/plan/mix`);
  await expect(page.getByLabel('How much, fl oz')).toBeVisible();
  await expect(page.getByLabel('Last wet tooth, mil')).toBeVisible();

  await measures('litres');
  await page.goto(`${server.url}/air`);
  await expect(page.getByLabel('Shop by day, °C')).toHaveValue('20');
});

test('a touch test begins at the bench, beside the film that dries', async ({ page }) => {
  const lantern = await jobCalled(server.url, 'Lanternhouse');
  await page.goto(`${lantern}/coat`);
  await ready(page);
  const wait = page.locator('.wait').first();
  await wait.getByText('Touch test').click();
  await wait.getByRole('button', { name: 'tacky' }).click();
  await expect(page.locator('.fact', { hasText: 'Felt tacky' })).toBeVisible();
  await page.getByText('How it is done').first().click();
  await expect(page.getByText('Look for:').first()).toBeVisible();
});
