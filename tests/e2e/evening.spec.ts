/** Before the night and before the day, on the demo: what Today says, and the private calendar. */
import { expect, test } from '@playwright/test';
import ICAL from 'ical.js';
import { calm, jobCalled, ready, setClock, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

test('the evening says what is late and what everyone begins with; the middle of a day says nothing', async ({
  page,
}) => {
  await page.goto(server.url);
  await ready(page);
  await expect(page.getByRole('heading', { name: /^Today/ })).toBeVisible();
  await expect(page.getByRole('region', { name: /Before the/ })).toHaveCount(0);

  await setClock(page, server.url, '2026-03-11T18:10');
  await calm(server.url);
  await page.goto(server.url);
  await ready(page);
  const look = page.getByRole('region', { name: 'Before the night' });
  await expect(look).toContainText('was planned for');
  await expect(look).toContainText('First hour');
  await expect(look).toContainText(/Thu 12 Mar\s+0[89]:00/);

  // The same stands in the job's calendar, and nowhere else.
  const job = await jobCalled(server.url, 'Lanternhouse');
  const text = await (await page.request.get(`${job}/plan/calendar.ics`)).text();
  const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');
  const summaries = events.map((e) => String(e.getFirstPropertyValue('summary')));
  expect(summaries.filter((s) => s.startsWith('Before the night'))).toHaveLength(1);
  const customer = await (await page.request.get(`${job}/plan/customer.ics`)).text();
  expect(customer).not.toContain('Before the night');

  await setClock(page, server.url, '2026-03-12T06:30');
  await calm(server.url);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(server.url);
  await ready(page);
  await expect(page.getByRole('region', { name: 'Before the day' })).toContainText('First hour');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
