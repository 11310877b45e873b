/** In and out: tables with a preview, whole jobs as JSON, walls as SVG. */
import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { jobCalled, newJob, ready, demoServer, ownServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

test('a table comes in after a look at it, or not at all', async ({ page }) => {
  const job = await newJob(page, server.url, 'Table', 'wall North\nupper 30 : pair', 2);
  await page.goto(`${job}/survey/files`);
  await ready(page);
  const table = page.getByLabel('or paste it here');
  await table.fill('Run;Kind;Wide;Tall\nEast;door;15;30\nEast;drawer;nine;6\n');
  await page.getByRole('button', { name: 'Preview', exact: true }).click();
  // “Tall” is a name that nobody knows: the height is missing until it is chosen.
  await expect(page.getByText('Row 2, height: The height is missing.')).toBeVisible();
  await page.getByLabel('Column 4 is').selectOption('height');
  await page.getByRole('button', { name: 'Preview again' }).click();
  await expect(page.getByRole('alert')).toContainText('1 fault.');
  await expect(page.getByText('Row 3, width: “nine” is not the width of a piece.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Import', exact: true })).toBeDisabled();
  await table.fill('Run;Kind;Wide;Tall\nEast;door;15;30\nEast;drawer;18;6\n');
  await page.getByRole('button', { name: 'Preview', exact: true }).click();
  await expect(page.getByText('Row 3, height: The height is missing.')).toBeVisible();
  await page.getByLabel('Column 4 is').selectOption('height');
  await page.getByRole('button', { name: 'Preview again' }).click();
  await expect(page.getByText('2 pieces new in 2 cabinets')).toBeVisible();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page.getByText('Imported: 2 pieces new, 0 pieces changed.')).toBeVisible();
  const csv = await (await page.request.get(`${job}/pieces.csv`)).text();
  expect(csv.split('\n').slice(0, 5)).toMatchObject([
    expect.stringContaining('code,wall,cabinet'),
    expect.stringContaining('1,North,1,upper'),
    expect.stringContaining('2,North,1,upper'),
    expect.stringContaining('3,East,1,base,1,1,door,left,15,30'),
    expect.stringContaining('4,East,2,base,1,1,drawer,,18,6'),
  ]);
  const svg = await page.request.get(`${job}/elevation.svg?wall=East`);
  expect(svg.headers()['content-type']).toBe('image/svg+xml');
  expect(await svg.text()).toMatch(/^<svg[\s\S]*>3<\/text>[\s\S]*<\/svg>\n$/);
  expect((await page.request.get(`${job}/elevation.svg?wall=Moon`)).status()).toBe(404);
});

test('a job goes to another machine and is the same there', async ({ page }) => {
  const job = await jobCalled(server.url, 'Lanternhouse');
  const out = Buffer.from(await (await page.request.get(`${job}/job.json`)).body());
  const bring = async (url: string, buffer: Buffer) => {
    await page.goto(`${url}/jobs/bring-in`);
    await ready(page);
    await page.getByLabel('File').setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer });
    await page.getByRole('button', { name: 'Import', exact: true }).click();
  };
  await bring(server.url, out);
  await expect(page.getByRole('alert')).toContainText('is here already. Nothing was brought in.');
  await bring(server.url, out.subarray(0, 5000));
  await expect(page.getByRole('alert')).toContainText('The file is no JSON');
  const broken = JSON.parse(out.toString()) as { job: { id: string }; zones: unknown[] };
  broken.zones = [];
  await bring(server.url, Buffer.from(JSON.stringify(broken)));
  await expect(page.getByRole('alert')).toContainText('zones:');

  const other = await ownServer({ ANTHEM_DEMO: '' });
  try {
    await bring(other.url, out);
    await page.waitForURL('**/survey');
    const there = await jobCalled(other.url, 'Lanternhouse');
    await page.goto(`${there}/hang`);
    const again = Buffer.from(await (await page.request.get(`${there}/job.json`)).body());
    expect(JSON.parse(again.toString())).toEqual(JSON.parse(out.toString()));
  } finally {
    other.end();
  }
  const schema = await page.request.get(`${server.url}/schemas/anthem-job-1.json`);
  expect(await schema.json()).toEqual(
    JSON.parse(readFileSync('docs/formats/anthem-job-1.schema.json', 'utf8')),
  );
});
