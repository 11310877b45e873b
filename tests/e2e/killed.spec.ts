/** A server killed while it records has, started again, every fact it confirmed, once. */
import { expect, test } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { jobCalled, ready, ownServer } from './server';

/** So often the server and a browser are killed; more in a trial by hand: ANTHEM_KILLS=200 npx playwright test killed. */
const ROUNDS = Number(process.env.ANTHEM_KILLS ?? 3);

test.use({ serviceWorkers: 'allow' });
test.setTimeout(360_000 + ROUNDS * 20_000);

test('nothing confirmed is lost, nothing is doubled', async () => {
  let server = await ownServer();
  const jobs = await (await fetch(`${server.url}/jobs`)).text();
  const job = /\/jobs\/([0-9a-f-]{36})\//.exec(jobs)?.[1] ?? '';
  const facts = async () =>
    (
      (await (await fetch(`${server.url}/api/jobs/${job}/facts`)).json()) as {
        facts: { id: string; worker: string; at: number }[];
      }
    ).facts;
  const before = await facts();
  const { worker, at } = before.at(-1) ?? { worker: '', at: 0 };
  const make = (i: number) => ({
    id: randomUUID(),
    job,
    at,
    worker,
    device: 'killed',
    body: { kind: 'air.read', place: 'tent', celsius: 15 + (i % 10), humidity: 0.5 },
  });
  const send = async (batch: unknown[]) => {
    const answer = await fetch(`${server.url}/api/jobs/${job}/facts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ facts: batch }),
    });
    if (!answer.ok) throw new Error(await answer.text());
    return ((await answer.json()) as { recorded: string[] }).recorded;
  };

  const sent: ReturnType<typeof make>[] = [];
  const confirmed = new Set<string>();
  for (let round = 0; round < ROUNDS; round++) {
    let alive = true;
    let batches = 0;
    while (alive) {
      // Four writers at once, so that the blow falls in the middle of something.
      const batch = Array.from({ length: 4 }, (_, i) => make(sent.length + i));
      sent.push(...batch);
      const answered = Promise.allSettled(batch.map((f) => send([f])));
      if (++batches === 5 + 7 * (round % 5)) server.process.kill('SIGKILL');
      const answers = await answered;
      for (const a of answers) {
        if (a.status === 'fulfilled') a.value.forEach((id) => confirmed.add(id));
        else alive = false;
      }
    }
    server = await server.restart();
    const stored = (await facts()).map((f) => f.id);
    expect(new Set(stored).size).toBe(stored.length);
    expect([...confirmed].filter((id) => !stored.includes(id))).toEqual([]);
  }
  expect(confirmed.size).toBeGreaterThan(5);

  // The device sends everything again, confirmed or not: each is there once.
  for (let i = 0; i < sent.length; i += 100) await send(sent.slice(i, i + 100));
  const stored = (await facts()).map((f) => f.id);
  expect(stored.length).toBe(before.length + sent.length);
  expect(new Set(stored).size).toBe(stored.length);
  server.end();
});

test('a browser that is killed while it sends to a server that is killed: what was shown as recorded is there, once', async ({
  browser,
}) => {
  let server = await ownServer();
  const job = await jobCalled(server.url, 'Lanternhouse');
  const api = () => `${server.url}/api${new URL(job).pathname}/facts`;
  const stored = async () => ((await (await fetch(api())).json()) as { facts: { id: string }[] }).facts;
  const before = (await stored()).length;
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  let page = await context.newPage();
  await page.goto(`${job}/coat`);
  await ready(page);
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  let shown = 0;
  for (let round = 0; round < ROUNDS; round++) {
    await page.goto(`${job}/coat`);
    await ready(page);
    await page.locator('#rack').evaluate((d: HTMLDetailsElement) => (d.open = true));
    const places = ['van', 'table', 'stack'];
    for (let i = 0; i < 4; i++) {
      const place = places[(round + i) % 3] ?? '';
      const code = String(((round * 4 + i) % 30) + 1);
      await page.locator('#rack .chip', { hasText: new RegExp(`^${code}$`) }).click();
      await page.locator('#rack').getByRole('button', { name: place, exact: true }).click();
      await page
        .locator('#rack')
        .getByRole('group', { name: place, exact: true })
        .locator('.chip', { hasText: new RegExp(`^${code}$`) })
        .waitFor();
      shown++;
      if (i === 2) server.process.kill('SIGKILL');
    }
    const session = await context.newCDPSession(page);
    const crashed = page.waitForEvent('crash');
    void session.send('Page.crash').catch(() => undefined);
    await crashed;
    await page.close();
    server = await server.restart();
    page = await context.newPage();
  }
  await page.goto(`${job}/coat`);
  await ready(page);
  await expect.poll(async () => (await stored()).length, { timeout: 120_000 }).toBe(before + shown);
  const ids = (await stored()).map((f) => f.id);
  expect(new Set(ids).size).toBe(ids.length);
  await context.close();
  server.end();
});
