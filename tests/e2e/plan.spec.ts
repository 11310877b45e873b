/** The plan through the interface, on the demo: what-ifs, risk, what cannot be, calendars, longer searches. */
import { begunInKitchen } from '../bench-builders';
import { expect, test, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import { calm, jobCalled, ready, setClock, demoServer, ownServer, type TestServer } from './server';

let server: TestServer;
test.beforeEach(async () => {
  server = await demoServer();
});

const plan = async (page: Page, name: string): Promise<string> => {
  const job = await jobCalled(server.url, name);
  await page.goto(`${job}/plan`);
  await ready(page);
  return job;
};
const handBack = (page: Page) => page.locator('.back .big');

test('what-ifs are computed and ranked, and the date is weighed, while the page goes on answering', async ({
  page,
}) => {
  await plan(page, 'Orchard Row');
  await page.getByRole('button', { name: 'Find what would save time' }).click();
  const list = page.locator('.card', { hasText: 'What would save time' }).getByRole('listitem');
  await expect(list.first()).toContainText(/sooner/);
  expect(await list.count()).toBeGreaterThanOrEqual(8);
  await expect(list.filter({ hasText: 'Start a day later' })).toContainText(/later|the same/);
  await expect(list.filter({ hasText: 'Bring more rack' })).toContainText('sooner');
  // Each day that is said comes with the one that is likely.
  await expect(list.filter({ hasText: 'Bring more rack' })).toContainText(/8 in 10\s+by \w+ \d+ \w+/);

  // A promise is weighed unasked, in few runs; in more when it is asked.
  await expect(page.locator('.back')).toContainText(/\d+ % sure of the promised Fri 3 Apr/);
  await page.getByRole('button', { name: 'Compute the chances' }).click();
  // Pressed while it computes: the page answers.
  await page.getByRole('button', { name: 'Hours' }).click();
  await expect(page.getByRole('button', { name: 'Hours' })).toHaveAttribute('aria-pressed', 'true');
  const card = page.locator('.card', { hasText: 'How certain is the date' });
  await expect(card.getByText('80 % sure by')).toBeVisible();
  await expect(card).toContainText(/\d+ % sure of the promised Fri 3 Apr/);
  await expect(card).toContainText('Of 1000 runs');

  await page.locator('summary', { hasText: 'What sets the date' }).click();
  await expect(page.locator('.chain li').last()).toContainText('Walk through the kitchen');
  await expect(page.locator('.chain')).toContainText('for the film of');
});

test('how long fronts are away and what people are paid for is said, and a plan that takes less of it is a tap away', async ({
  page,
}) => {
  // As good as plans are for people: only then is what is shown always what is planned.
  server = await ownServer({ ANTHEM_EFFORT: '' });
  await plan(page, 'Orchard Row');
  await expect(page.locator('.back')).toContainText(/Without fronts for \d+ days/);
  await expect(page.locator('.back')).toContainText('Next: ');
  const named = (name: string) => page.locator('.card', { has: page.getByRole('heading', { name }) });
  await expect(named('Without fronts')).toContainText(
    /A front is away \d+\.\d days on\s+average\. Somebody is in the house on \d+ days/,
  );
  await expect(named('People’s days')).toContainText(/\d+ h.* paid, CAD [\d.]+/);
  const other = named('Other plans');
  await other.getByRole('button', { name: 'Compare with other plans' }).click();
  const rows = other.locator('form[action="?/instead"]');
  await expect(rows.first()).toContainText(/days without fronts · \d+ h paid, CAD [\d.]+/, {
    timeout: 120_000,
  });
  await expect(rows.first()).toContainText(/\d+ % sure of Fri 3 Apr/);
  await expect(other.getByRole('img', { name: /plans by the day they are handed back/ })).toBeVisible();
  // The one with the fewest paid hours.
  const texts = await rows.allInnerTexts();
  const hours = texts.map((text) => Number(/· (\d+) h paid/.exec(text)?.[1]));
  const least = rows.nth(hours.indexOf(Math.min(...hours)));
  const said = await least.innerText();
  const back = /Without a delay (.*?)\./.exec(said)?.[1] ?? '';
  await least.getByRole('button', { name: 'Plan it so' }).click();
  await expect(handBack(page)).toHaveText(back, { timeout: 200_000 });
  const [, h = '', m = '0'] =
    /(\d+) h(?: (\d+) min)? paid/.exec(await named('People’s days').innerText()) ?? [];
  expect(Math.round(Number(h) + Number(m) / 60)).toBe(Math.min(...hours));
  // What was chosen there is said, and let go of.
  await expect(other).toContainText('Planned as chosen here: few');
  await other.getByRole('button', { name: 'Plan by the order of the set-up' }).click();
  await expect(other).not.toContainText('Planned as chosen here', { timeout: 60_000 });
  server.end();
});

test('a plan that cannot be is explained', async ({ page }) => {
  await plan(page, 'Orchard Row');
  await page.getByText('Change the system, the people or the hours').click();
  const house = page.getByRole('group', { name: 'Kitchen is open to us' });
  await house.getByLabel('Kitchen is open to us until').first().fill('09:05');
  await page.getByRole('button', { name: 'Plan again' }).click();
  await expect(page.getByRole('alert')).toContainText('No plan can be right');
  await expect(page.getByRole('alert')).toContainText('in the kitchen takes');
  await page.getByText('Change the system, the people or the hours').click();
  await house.getByLabel('Kitchen is open to us until').first().fill('17:00');
  await page.getByRole('button', { name: 'Plan again' }).click();
  await expect(handBack(page)).toBeVisible();
});

test('calendars are read, kept clear of, and given out', async ({ page, request }) => {
  await page.goto(`${server.url}/calendar`);
  await ready(page);
  const text = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//holidays//EN',
    'BEGIN:VEVENT',
    'UID:one',
    'DTSTART;VALUE=DATE:20260316',
    'DTEND;VALUE=DATE:20260318',
    'SUMMARY:Harbour days',
    'END:VEVENT',
    'END:VCALENDAR',
  ].join('\r\n');
  await page
    .getByLabel('Calendar file')
    .setInputFiles({ name: 'x.ics', mimeType: 'text/calendar', buffer: Buffer.from('no calendar') });
  await page.getByRole('button', { name: 'Import it' }).click();
  await expect(page.getByRole('alert')).toContainText('not an iCalendar file');
  await page
    .getByLabel('Calendar file')
    .setInputFiles({ name: 'holidays.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) });
  await page.getByRole('button', { name: 'Import it' }).click();
  await expect(page.getByText('1 stretch read from holidays.ics')).toBeVisible();
  await expect(page.getByRole('row', { name: /everybody.*Harbour days/ })).toBeVisible();
  await expect(page.locator('td.away').first()).toBeVisible();

  // Planned again, nobody works in those days.
  const job = await plan(page, 'Orchard Row');
  await page.getByText('Change the system, the people or the hours').click();
  const again = page.getByRole('button', { name: 'Plan again' });
  await again.click();
  await expect(again).toBeHidden();
  await expect(page.locator('table.days caption', { hasText: 'Mon 16 Mar' })).toBeHidden();
  const crew = new ICAL.Component(
    ICAL.parse(await (await request.get(`${job}/plan/calendar.ics`)).text()) as unknown[],
  );
  const starts = crew
    .getAllSubcomponents('vevent')
    .map((e) => new ICAL.Event(e).startDate.toJSDate().toISOString().slice(0, 10));
  expect(starts.length).toBeGreaterThan(40);
  expect(starts).not.toContain('2026-03-16');
  expect(starts).not.toContain('2026-03-17');

  await page.getByRole('button', { name: 'Customer’s private address' }).click();
  const address = await page.getByLabel('Private address').inputValue();
  const customer = await request.get(address);
  expect(customer.headers()['content-type']).toContain('text/calendar');
  expect(await customer.text()).toContain('The kitchen is handed back');
  const order = await request.get(`${job}/plan/work-order.pdf`);
  expect((await order.body()).subarray(0, 5).toString()).toBe('%PDF-');
  const data = await (await request.get(`${job}/plan/plan.json`)).json();
  expect(data.result.makespan).toBeGreaterThan(0);
});

test('all jobs are planned together, in a thread of the server, and taken over', async ({ page }) => {
  await page.goto(`${server.url}/calendar`);
  await ready(page);
  await page.getByRole('button', { name: 'When could one start?' }).click();
  await expect(page.getByText(/40 pieces, worked as Lanternhouse: start/)).toBeVisible();
  await calm(server.url);
  await page.getByRole('button', { name: 'Plan all jobs together' }).click();
  const card = page.locator('.card', { hasText: 'All jobs together' });
  await expect(card.getByRole('row', { name: /Orchard Row/ })).toBeVisible();
  await card.getByRole('button', { name: 'Use these plans' }).click();
  await expect(page.getByText('The jobs are planned together now.')).toBeVisible();
});

test('fixed work is begun and ended on the bench, out of order is stopped', async ({ page }) => {
  await setClock(page, server.url, '2026-03-12T08:00');
  const job = await jobCalled(server.url, 'Orchard Row');
  await page.goto(`${job}/coat`);
  await ready(page);
  const card = page.locator('.card', { has: page.getByRole('heading', { name: 'In the kitchen' }) });
  const row = (act: string) => card.locator('.site', { has: page.getByText(act, { exact: true }) });
  // What is ticked piece by piece elsewhere is not started here.
  await expect(card.getByRole('link', { name: 'Record it under Take down' }).first()).toBeVisible();
  await row('Arrive and protect').getByRole('button', { name: 'Start' }).click();
  await expect(row('Arrive and protect')).toHaveCount(0);
  const underWay = (act: string) =>
    page.locator('.card', { has: page.getByRole('heading', { name: act, exact: true }) });
  await underWay('Arrive and protect').getByRole('button', { name: 'Done' }).click();
  await expect(card.getByRole('button', { name: 'Start' })).toHaveCount(1);
  await row('Protect').getByRole('button', { name: 'Start' }).click();
  await expect(underWay('Protect')).toContainText('Under way since 08:00');
  await expect(page.locator('.fact', { hasText: 'Started: Protect, kitchen' })).toBeVisible();
  await setClock(page, server.url, '2026-03-12T09:40');
  await page.goto(`${job}/coat`);
  await ready(page);
  await underWay('Protect').getByRole('button', { name: 'Done' }).click();
  await expect(card).toContainText('Clean: the fixed work');
  await page.goto(`${job}/plan`);
  await ready(page);
  await expect(page.locator('g[aria-label*="Protect"]')).toHaveAttribute(
    'aria-label',
    /Kitchen: Protect, Thu 12 Mar, 08:00 to 09:40/,
  );
  // Someone who records a later step first is told what comes before it.
  const facts = await (await page.request.get(`${job.replace('/jobs/', '/api/jobs/')}/facts`)).json();
  const last = facts.facts.at(-1);
  const refused = await page.request.post(`${job.replace('/jobs/', '/api/jobs/')}/facts`, {
    data: { facts: [{ ...last, id: crypto.randomUUID(), body: begunInKitchen('unmask') }] },
  });
  expect(refused.status()).toBe(409);
  expect(JSON.stringify(await refused.json())).toContain('The fixed work: ');
});

test('a plan is looked for longer, in a thread of the server, and can be stopped', async ({ page }) => {
  const job = await plan(page, 'Orchard Row');
  const begun = await page.request.post(`${job}/plan/search`, { headers: { origin: server.url } });
  expect((await begun.json()).state).toBe('running');
  // The server answers while it looks.
  expect((await page.request.get(`${server.url}/jobs`)).status()).toBe(200);
  await page.request.delete(`${job}/plan/search`, { headers: { origin: server.url } });
  await expect
    .poll(async () => (await (await page.request.get(`${job}/plan/search`)).json()).state, {
      timeout: 30_000,
    })
    .toBe('done');
});

test('better lots and turning are looked for with progress, stopped, let go on, and planned so', async ({
  page,
}) => {
  await plan(page, 'Orchard Row');
  const card = page.locator('.card', { has: page.getByRole('heading', { name: 'Lots and turning' }) });
  await card.getByRole('button', { name: 'Find better lots and turning' }).click();
  await expect(card.getByLabel('Ways looked at')).toBeVisible();
  await card.getByRole('button', { name: 'Look twice as hard' }).waitFor({ timeout: 90_000 });
  await expect(card).toContainText(/\d+ lots? of up to \d+ pieces?, [a-z ,]+\.\s+\w/);
  // What is said is what is planned.
  const said = await card.textContent();
  const lots = /(\d+) lots? of/.exec(said ?? '')?.[1] ?? '';
  const better = card.getByRole('button', { name: 'Plan it so' });
  if (!(await better.isVisible())) {
    await expect(card).toContainText('no better than the plan');
    return;
  }
  const was = await handBack(page).textContent();
  await better.click();
  await expect(handBack(page)).not.toHaveText(was ?? '', { timeout: 30_000 });
  // Each lot is hung once.
  await expect(page.locator('g[data-operation$=":hang"]')).toHaveCount(Number(lots), { timeout: 30_000 });
});
