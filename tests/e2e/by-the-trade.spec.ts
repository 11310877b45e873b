/** A zone in a system of its own, what systems come to, layers of one's own, and records taken back together. */
import { expect, test, type Page } from '@playwright/test';
import { jobCalled, ready, setClock, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

const open = async (page: Page, address: string) => {
  await page.goto(address);
  await ready(page);
};

test('the island gets a system of its own: proposed for by itself, planned, coated on its walls, and changed back', async ({
  page,
}) => {
  const job = await jobCalled(server.url, 'Orchard Row');
  await open(page, `${job}/plan/system`);
  await page.getByRole('link', { name: 'Island, Slatewing' }).click();
  await expect(page.getByRole('link', { name: 'Island, Slatewing' })).toHaveAttribute('aria-current', 'page');
  const lacquer = page.getByRole('region', { name: 'Deglosser, self-priming paint, sealer' });
  await lacquer.getByRole('button', { name: 'Plan with it' }).click();
  await page.waitForURL(`${job}/plan`);
  await expect(
    page.getByRole('heading', {
      name: 'Shellac primer, waterborne urethane enamel · Deglosser, self-priming paint, sealer',
    }),
  ).toBeVisible();
  const response = await page.request.get(`${job}/plan/take-off/shopping.csv`);
  expect(await response.text()).toMatch(/Self-priming paint,Slatewing/);

  await page.getByText('Change the system, the people or the hours').click();
  await page.getByText('Another finish for a zone').click();
  const island = page.getByRole('group', { name: 'Island, Slatewing: finished with' });
  await expect(island.getByLabel('System')).toHaveValue('all-in-one');
  await island.getByLabel('System').selectOption('');
  await page.getByRole('button', { name: 'Plan again' }).click();
  await expect(
    page.getByRole('heading', { name: 'Shellac primer, waterborne urethane enamel', exact: true }),
  ).toBeVisible();
});

test('a primer under a self-priming paint wants a reason, and says so beside the form', async ({ page }) => {
  const job = await jobCalled(server.url, 'Weaver’s Yard');
  await open(page, `${job}/plan`);
  await page.getByText('Deglosser, self-priming paint, sealer').first().click();
  await page.getByText('Another finish for a zone').click();
  await page.getByLabel('Primer', { exact: true }).selectOption('shellac-primer');
  await page.getByRole('button', { name: 'Plan', exact: true }).click();
  await expect(page.getByRole('alert').first()).toContainText('A self-priming paint carries its own bond');
});

test('what each system comes to here is planned one after another, sorted, and stopped', async ({ page }) => {
  const job = await jobCalled(server.url, 'Weaver’s Yard');
  await open(page, `${job}/plan/system`);
  const here = page.getByRole('region', { name: 'What each comes to here' });
  await here.getByRole('button', { name: 'Plan each of them' }).click();
  const rows = here.locator('tbody tr');
  await expect(rows.nth(2)).toBeVisible();
  const stop = here.getByRole('button', { name: 'Stop' });
  if (await stop.isVisible()) await stop.click();
  await expect(here.getByRole('button', { name: 'Plan them again' })).toBeVisible();
  // Each day comes with the one by which it is likely.
  await expect(rows.first().locator('td').nth(1)).toContainText(/\w+ \d+ \w+/);
  await here.getByLabel('Sorted by').selectOption('solventNights');
  const nights = (await rows.locator('td:nth-of-type(4)').allInnerTexts()).map(Number);
  expect([...nights].sort((a, b) => a - b)).toEqual(nights);
});

test('the fixed work’s material is noted, and asks for a sealer first', async ({ page }) => {
  const job = await jobCalled(server.url, 'Orchard Row');
  await open(page, `${job}/survey/pieces`);
  const card = page.locator('section.card', { hasText: 'Fixed work is made of' });
  await card.getByLabel('end panels').selectOption('melamine');
  await card.getByRole('button', { name: 'Note it' }).click();
  await open(page, `${job}/plan/take-off`);
  await expect(page.getByText('Seal the slick end panels').first()).toBeVisible();
});

test('a layer is added to a system of the company, and its figures say who typed them', async ({ page }) => {
  await open(page, `${server.url}/systems/mineral-clear`);
  await page.getByRole('button', { name: 'Change the figures' }).click();
  await page.getByLabel('Product', { exact: true }).selectOption('bonding-primer');
  await page.getByRole('button', { name: /Save as version/ }).click();
  await expect(page.getByText('Saved as version 6.')).toBeVisible();
  const first = page.locator('ol li', { hasText: 'Prime with Waterborne bonding primer' });
  await expect(first).toContainText('(Ines)');
  await expect(first.locator('[title*="our own rule, typed by Ines"]').first()).toBeVisible();
});

test('what later records stand on is taken back with them, or not at all', async ({ page }) => {
  const job = await jobCalled(server.url, 'Lanternhouse');
  await open(page, `${job}/coat`);
  const fact = page.locator('.fact', { hasText: 'Started: Flip, lot B' }).first();
  await fact.getByRole('button', { name: 'Take back' }).click();
  await fact.getByLabel('Why').fill('another lot');
  await fact.getByRole('button', { name: 'Take it back' }).click();
  const stop = page.getByRole('alert');
  await expect(stop).toContainText(/stands on it: .*“Prime fronts”/);
  await stop.getByRole('button', { name: /Take all \d+ back together/ }).click();
  await expect(page.locator('.fact', { hasText: 'Started: Prime fronts, lot B' })).toHaveCount(0);
  await expect(page.locator('.card.ready', { hasText: 'Flip, lot B' })).toBeVisible();
});

test('grave cautions stand open on the bench; the rest folds out', async ({ page }) => {
  const job = await jobCalled(server.url, 'Lanternhouse');
  await open(page, `${job}/coat`);
  const card = page.locator('.card.ready').first();
  await expect(card).toBeVisible();
  await expect(page.getByLabel('Beware').first()).toContainText('▲');
});

test('pieces that stood over days are wiped with a tap before they are coated', async ({ page }) => {
  const job = await jobCalled(server.url, 'Lanternhouse');
  await open(page, `${job}/coat`);
  await setClock(page, server.url, '2026-03-16T09:00');
  const card = page.locator('.card.ready', { hasText: 'First wipe the dust off' }).first();
  await expect(card).toContainText('stood since');
  const act = (await card.getByRole('heading').innerText()).trim();
  await card.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('alert').first()).toContainText(
    'wipe the dust off with a tack cloth, and say so',
  );
  await card.getByRole('button', { name: 'Wiped' }).click();
  await expect(page.locator('.fact', { hasText: 'Wiped the dust off' }).first()).toBeVisible();
  await expect(page.locator('.card.ready', { hasText: act })).not.toContainText('First wipe');
});
