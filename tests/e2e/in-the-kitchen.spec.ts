/** Work in the kitchen has all that work on doors has: pauses, more hands, touch tests, flaws with photos, and a look afterwards. */
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { begunInKitchen } from '../bench-builders';
import { demoServer, jobCalled, ready, setClock } from './server';

test('a run on a face frame is pointed at, photographed, mended by two people, felt and looked at', async ({
  page,
}) => {
  const server = await demoServer();
  const job = await jobCalled(server.url, 'Lanternhouse');
  await page.goto(`${job}/coat`);
  await ready(page);
  const kitchen = page.locator('.card', { has: page.getByRole('heading', { name: 'In the kitchen' }) });

  await test.step('pointed at, with a photo', async () => {
    await kitchen.getByText('A flaw on a frame, an end or a moulding').click();
    await kitchen.getByLabel('On which').selectOption({ label: 'face frame 1, North, around 1 2' });
    await kitchen.getByRole('button', { name: 'A flaw on the face frame 1, North' }).click();
    await kitchen.getByLabel('What is it, on the face frame 1, North').selectOption('run');
    const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a87' } })
      .jpeg()
      .toBuffer();
    await kitchen
      .locator('input[type=file]')
      .setInputFiles({ name: 'run.jpg', mimeType: 'image/jpeg', buffer: picture });
    await kitchen.getByRole('button', { name: 'Note the flaw' }).click();
    await expect(kitchen.locator('.flaws')).toContainText('face frame 1, North');
    await expect(kitchen.locator('.flaws img')).toHaveCount(1);
  });

  const act = (words: string | RegExp) => kitchen.locator('.site').filter({ hasText: words });
  const now = page.locator('.card.now').filter({ hasText: 'face frame 1, North' });
  await test.step('begun, paused, joined and done', async () => {
    // A run is hard after two days; what was done on it since Tuesday, on Thursday.
    await expect(act('Sand out, face frame 1, North')).toContainText('from Thu 12 Mar');
    await setClock(page, server.url, '2026-03-12T10:20');
    await act('Sand out, face frame 1, North').getByRole('button', { name: 'Start' }).click();
    await expect(now).toContainText('Under way since 10:20 · Ines');
    await now.getByRole('button', { name: 'Pause' }).click();
    await expect(now).toContainText('Paused; begun 10:20');
    await setClock(page, server.url, '2026-03-12T10:22');
    await now.getByRole('button', { name: 'Go on' }).click();
    await expect(now).toContainText('Under way since 10:20 · Ines');
    await setClock(page, server.url, '2026-03-12T10:24');
    await now.getByText('Another person').click();
    await now.locator('.row', { hasText: 'Tobin' }).getByRole('button', { name: 'joins' }).click();
    await expect(now).toContainText('Ines and Tobin');
    await setClock(page, server.url, '2026-03-12T10:30');
    await now.getByRole('button', { name: 'Done' }).click();
    await expect(now).toHaveCount(0);
  });

  await test.step('coated again, and looked at', async () => {
    const again = act('Coat again, face frame 1, North');
    const holds = again.getByRole('button', { name: /^It holds/ });
    if (await holds.count()) await holds.click();
    await again.getByRole('button', { name: 'Start' }).click();
    await setClock(page, server.url, '2026-03-12T10:50');
    await now.getByRole('button', { name: 'Done' }).click();
    const look = page.locator('.card', { hasText: 'Inspect: Coat again, face frame 1, North' });
    await look.getByText('What was inspected').click();
    await look.getByRole('button', { name: 'Inspected' }).click();
    await expect(look).toHaveCount(0);
    await expect(kitchen.locator('.flaws')).toHaveCount(0);
  });
  // What is said of it reads as one of the acts of the day.
  await expect(page.locator('.fact', { hasText: /Done: Coat again, face frame 1, North/ })).toBeVisible();
});

test('a film in the kitchen that a finger finds wet is not gone on with', async ({ page }) => {
  const server = await demoServer();
  const job = await jobCalled(server.url, 'Orchard Row');
  await setClock(page, server.url, '2026-03-12T08:00');
  const api = job.replace('/jobs/', '/api/jobs/');
  const { pack } = (await (await page.request.get(`${api}/pack`)).json()) as {
    pack: { site: { key: string; kind: string; act: string }[]; people: { id: string }[] };
  };
  const worker = pack.people[0]?.id ?? '';
  const send = async (at: number, body: object): Promise<string> => {
    const id = crypto.randomUUID();
    const fact = { id, job: job.split('/').at(-1), at, worker, device: 'test', body };
    const answer = await page.request.post(`${api}/facts`, { data: { facts: [fact] } });
    expect(answer.ok(), await answer.text()).toBe(true);
    return id;
  };
  // Everything up to the first coat on the walls, each an hour, with reasons for what comes too soon.
  const first = pack.site.findIndex((s) => s.kind === 'coat');
  const override = ['skipped-step', 'too-early', 'stood', 'finding', 'gun-unknown', 'air'].map((rule) => ({
    rule,
    reason: 'as agreed',
  }));
  const from = Date.parse('2026-03-11T08:00-03:00');
  for (const [i, step] of pack.site.slice(0, first + 1).entries()) {
    const work = await send(from + i * 3_600_000, { ...begunInKitchen(step.key), override });
    await send(from + i * 3_600_000 + 1_200_000, { kind: 'work.finished', work, leftOut: [] });
  }
  const laid = from + first * 3_600_000 + 1_200_000;
  const clock = new Date(laid + 600_000 - 3 * 3_600_000).toISOString().slice(0, 16);
  await setClock(page, server.url, clock);
  await page.goto(`${job}/coat`);
  await ready(page);
  const kitchen = page.locator('.card', { has: page.getByRole('heading', { name: 'In the kitchen' }) });
  const waiting = kitchen.locator('.site').filter({ hasText: 'Touch test' }).first();
  await waiting.getByText('Touch test').click();
  await waiting.getByRole('button', { name: 'wet', exact: true }).click();
  await expect(page.locator('.fact', { hasText: 'Felt wet: the kitchen' })).toBeVisible();
});
