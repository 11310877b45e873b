/** One browser with many pages, and a painter who goes on before the server has answered. */
import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { demoServer, jobCalled, ready } from './server';

test('eight pages of one browser open and hear of each other', async ({ context }) => {
  const server = await demoServer();
  const job = await jobCalled(server.url, 'Lanternhouse');
  const pages = [];
  for (let i = 0; i < 8; i++) {
    const page = await context.newPage();
    await page.goto(i % 2 ? `${job}/coat` : `${server.url}/air`);
    await ready(page);
    pages.push(page);
  }
  const [, first, , second] = pages;
  if (!first || !second) throw new Error('eight pages');
  await first.bringToFront();
  await first.locator('.card.now').getByRole('button', { name: 'Done' }).click();
  await expect(first.locator('.card.now')).toHaveCount(0);
  // Another device tells the server; every page of this browser hears it, whichever of them listens.
  const answer = await first.request.get(`${server.url}/api/news?since=`);
  expect(answer.ok()).toBe(true);
  await second.bringToFront();
  await second.reload();
  await ready(second);
  await expect(second.locator('.card.now')).toHaveCount(0);
});

test('what the server refuses of a painter who has gone on is not gone', async ({ page }) => {
  const server = await demoServer();
  const job = await jobCalled(server.url, 'Lanternhouse');
  await page.goto(`${job}/coat`);
  await ready(page);
  let gone: () => void = () => undefined;
  const left = new Promise<void>((done) => (gone = done));
  let sent = '';
  await page.route('**/api/jobs/*/facts', async (route) => {
    const request = route.request();
    if (request.method() !== 'POST') return route.continue();
    const { facts } = request.postDataJSON() as { facts: Record<string, unknown>[] };
    if (!sent) {
      sent = String(facts[0]?.id);
      // Somebody else was quicker.
      const others = facts.map((f) => ({ ...f, id: randomUUID(), device: 'another phone', knew: undefined }));
      await page.request.post(request.url(), { data: { facts: others }, headers: { origin: server.url } });
      await left;
    }
    return route.continue();
  });
  await page.locator('.card.now').getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await page.waitForURL(`${server.url}/`);
  const refused = page.waitForResponse((r) => r.url().endsWith('/facts') && r.status() === 409);
  gone();
  await refused;
  // It is at the server, for a person to look at, or on the device, which says so: it is not gone.
  const isThere = async (): Promise<boolean> => {
    const answer = await page.request.get(`${server.url}/api${new URL(job).pathname}/facts`);
    const { facts } = (await answer.json()) as { facts: { id: string }[] };
    const isSaid = await page.getByText(/refused by the server/).isVisible();
    return isSaid || facts.some((f) => f.id === sent);
  };
  await expect.poll(isThere).toBe(true);
});
