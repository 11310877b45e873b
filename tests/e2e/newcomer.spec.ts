/** Someone new opens a surveyed kitchen, answers the questions, takes what is proposed and tries another school. */
import { expect, test, type Page } from '@playwright/test';
import { jobCalled, newJob, ready, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

const changed = (page: Page, what: string) =>
  page.getByLabel('What changed').locator('div').filter({ hasText: what });
/** Plans again and waits until the form has closed over what it changed. */
async function planAgain(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Plan again' }).click();
  await expect(page.getByRole('button', { name: 'Plan again' })).toBeHidden();
}
/** A row of the strip as before and after. */
const beforeAndAfter = async (page: Page, what: string) => [
  await changed(page, what).locator('s').textContent(),
  await changed(page, what).locator('b').textContent(),
];

test('Weaver’s Yard: melamine is proposed with its reasons; another school changes hours, litres and dates', async ({
  page,
}) => {
  const job = await jobCalled(server.url, 'Weaver’s Yard');
  await test.step('the questions', async () => {
    await page.goto(`${server.url}/jobs`);
    await page.getByRole('link', { name: /Weaver’s Yard/ }).click();
    await page.getByRole('link', { name: /^Plan/ }).click();
    await page.getByRole('link', { name: 'System', exact: true }).click();
    await ready(page);
    await expect(page.getByText('These are the usual answers.')).toBeVisible();
    await expect(page.getByText('mostly melamine or printed film')).toBeVisible();
    await page.getByLabel('Is there an infant').selectOption('yes');
    await page.getByLabel('Can the rooms be aired').selectOption('no');
    await page.getByLabel('What lays the paint?').selectOption('brush and roller');
    await page.getByRole('button', { name: 'Propose' }).click();
    await expect(page.getByText('These are the usual answers.')).toHaveCount(0);
  });

  await test.step('the proposal, with reasons, hard stops and what would change it', async () => {
    const first = page.locator('section.best');
    await expect(first.getByRole('heading')).toHaveText('1. Surface sealer, waterborne enamel');
    await expect(first).toContainText('Made for melamine and printed film');
    await expect(first).toContainText('gentle in a house with an infant');
    await expect(
      page.getByText('No solvent by an infant, or someone pregnant, where it cannot be aired.').first(),
    ).toBeVisible();
    await expect(page.getByText('Wax by the stove').first()).toBeVisible();
    await expect(page.getByRole('heading', { name: 'What would change the answer' })).toBeVisible();
    await first.getByRole('button', { name: 'Plan with it' }).click();
  });

  await test.step('the plan in this air', async () => {
    await page.waitForURL(`${job}/plan`);
    await ready(page);
    await expect(page.locator('.back .big')).toHaveText(/\w{3} \d+ Mar, \d\d:\d\d/);
    await expect(page.getByText('Waits in the air of the tent')).toBeVisible();
  });

  await test.step('another way of turning, and days on the rack: other hours, another date', async () => {
    await page.getByText('Change the system').click();
    await page.getByText('Methods: where painters disagree').click();
    await page.getByRole('radio', { name: /Hung on hooks/ }).check();
    await page.getByLabel('Days on the rack').fill('7');
    await planAgain(page);
    const [was, is] = await beforeAndAfter(page, 'Hand back');
    expect(was).toMatch(/Mar/);
    expect(is).toMatch(/Mar|Apr/);
    expect(is).not.toBe(was);
    const [more, less] = await beforeAndAfter(page, 'Hands');
    expect(more).not.toBe(less);
  });

  await test.step('thin coats: less paint, and the take-off says the same', async () => {
    await page.getByText('Change the system').click();
    const thin = page.getByRole('radio', { name: /thin coats/ });
    if (!(await thin.isVisible())) await page.getByText('Methods: where painters disagree').click();
    await thin.check();
    await planAgain(page);
    await expect(changed(page, 'Paint').locator('s')).toBeVisible();
    const [was, is] = (await beforeAndAfter(page, 'Paint')).map((t) => Number.parseFloat(t ?? ''));
    expect(is).toBeLessThan(was ?? 0);
    await page.getByRole('link', { name: 'Take-off' }).click();
    await ready(page);
    await expect(page.getByRole('heading', { name: 'To buy, by day of need' })).toBeVisible();
    const volumes = await page
      .locator('section', { hasText: 'Where the paint goes' })
      .locator('td b')
      .allTextContents();
    const sum = volumes.reduce((total, t) => total + Number.parseFloat(t), 0);
    expect(Math.abs(sum - (is ?? 0))).toBeLessThan(0.03);
    await expect(page.getByText(/CAD \d+\.\d\d/).first()).toBeVisible();
  });

  await test.step('the list goes out as PDF and CSV', async () => {
    const pdf = await page.request.get(`${job}/plan/take-off/shopping.pdf`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
    const csv = await (await page.request.get(`${job}/plan/take-off/shopping.csv`)).text();
    expect(csv).toContain('Day of need,Product,Colour,Needed,Buy,Price');
    expect(csv.trim().split('\n')).toHaveLength(3);
  });
});

test('the mix bench: parts, cups, comb, and a label for the cup', async ({ page }) => {
  const job = await newJob(
    page,
    server.url,
    'Mixing',
    'wall North\nupper 18 : door L\nbase 18 : 2x drawer',
    3,
  );
  await page.goto(`${job}/plan`);
  await ready(page);
  await page.getByText('Two-pack enamel').first().click();
  await page.getByRole('button', { name: 'Plan', exact: true }).click();
  await expect(page.locator('.back .big')).toBeVisible();
  await page.getByRole('link', { name: 'Mix bench' }).click();
  await ready(page);
  await page.getByLabel('How much, mL').fill('1000');
  // 7 : 1 and 10 % of both make 8.8 parts.
  const amounts = page.getByLabel('What goes in').getByRole('row');
  await expect(amounts.nth(1)).toContainText('795 mL');
  await expect(amounts.nth(2)).toContainText('114 mL');
  await expect(amounts.nth(3)).toContainText('90.9 mL');
  await page.getByLabel('How much, mL').fill('a lot');
  await expect(page.getByRole('alert')).toContainText('Write how much is wanted');
  await page.getByLabel('How much, mL').fill('880');
  await page.getByLabel('Batch').fill('7A');
  await page.getByRole('button', { name: 'Mixed now' }).click();
  await expect(page.getByText(/reacting until \d\d:\d\d/)).toBeVisible();
  await page.getByLabel('Batch').fill('7a');
  await page.getByRole('button', { name: 'Mixed now' }).click();
  await expect(page.getByText('Batch 7a is mixed already.')).toBeVisible();
  const label = await page.getByRole('link', { name: 'Label' }).getAttribute('href');
  const pdf = await page.request.get(server.url + (label ?? ''));
  expect(pdf.headers()['content-type']).toBe('application/pdf');

  await page.getByLabel('Seconds', { exact: true }).fill('30');
  await expect(page.getByText('98.2 cSt')).toBeVisible();
  await page.getByLabel('Seconds', { exact: true }).fill('12');
  await expect(page.getByText('take a cup with a smaller hole').first()).toBeVisible();
  await page.getByLabel('Last wet tooth').fill('100');
  await page.getByLabel('First dry tooth').fill('120');
  // 50 µm dry at half solids and a tenth thinner: 110 µm wet.
  await expect(page.getByText('100 % of the target')).toBeVisible();
});

test('a system’s figures are changed, with their basis, and a wrong one is named', async ({ page }) => {
  await page.goto(`${server.url}/systems`);
  await ready(page);
  await page.getByLabel('Look for').fill('wax');
  await expect(page.locator('li a.system')).toHaveCount(2);
  await page.getByLabel('Look for').fill('lacquer');
  await page.getByRole('link', { name: /clear lacquer/ }).click();
  await ready(page);
  await expect(page.getByText('butyl acetate').first()).toBeVisible();
  await page.getByRole('button', { name: 'Change the figures' }).click();
  const recoat = page.locator('input[name="clear-lacquer.recoat"]');
  await recoat.fill('a while');
  await page.getByRole('button', { name: /Save as version/ }).click();
  await expect(page.getByRole('alert')).toContainText('Clear lacquer');
  await recoat.fill('2 h');
  await page.getByRole('button', { name: /Save as version/ }).click();
  await expect(page.getByText('Saved as version 6.')).toBeVisible();
  await expect(page.locator('section section', { hasText: 'Clear lacquer' }).getByText('2 hs')).toBeVisible();
});
