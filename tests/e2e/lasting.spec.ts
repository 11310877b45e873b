/** What lasts: a kitchen looked at on a phone that loses its signal, a finding touched up and looked at again, and the curves after it. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test, type Page } from '@playwright/test';
import { keepsApplication } from './device';
import { ready, setClock, demoServer, type TestServer } from './server';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

const open = async (page: Page, path: string): Promise<void> => {
  await page.goto(server.url + path);
  await ready(page);
};

/** A table as it is exported. */
async function table(path: string): Promise<Record<string, string>[]> {
  const text = await (await fetch(server.url + path)).text();
  const [head = [], ...rows] = text
    .replace(/^\uFEFF/, '')
    .trim()
    .split(/\r?\n/)
    .map((line) =>
      [...line.matchAll(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g)].map((m) => (m[1] ?? '').replace(/^"|"$/g, '')),
    );
  return rows.map((r) => Object.fromEntries(head.map((name, i) => [name, r[i] ?? ''])));
}

async function axeIn(page: Page): Promise<void> {
  await page.evaluate(axe);
  const found = await page.evaluate(async () => {
    const { violations } = await (
      window as unknown as {
        axe: { run: () => Promise<{ violations: { id: string; nodes: { html: string }[] }[] }> };
      }
    ).axe.run();
    return violations.map((v) => `${v.id}: ${v.nodes[0]?.html ?? ''}`);
  });
  expect(found).toEqual([]);
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(wide).toBeLessThanOrEqual(0);
}

test('an owner reads which system lasts, by keyboard too, at every width', async ({ page }) => {
  await open(page, '/lasting');
  await expect(page.getByRole('region', { name: 'In a sentence' })).toContainText(/of 100 pieces/);
  await expect(page.getByRole('region', { name: 'Batches and days that stand out' })).toContainText('U-2207');
  await expect(page.locator('.chart svg')).toBeVisible();
  const field = page.getByLabel('Compare by');
  await field.focus();
  await field.selectOption('place');
  await expect(page).toHaveURL(/by=place/);
  await expect(page.getByRole('region', { name: 'Of 100 pieces' })).toContainText('at the sink');
  await expect(field).toBeFocused();
  await expect(page.getByRole('region', { name: 'What goes with failures' })).toContainText(
    'They go together',
  );
  for (const width of [320, 390, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await axeIn(page);
  }
  await page.getByRole('link', { name: 'All pieces with it' }).click();
  await expect(page.locator('main')).toContainText(/pieces in 3\s+kitchens/);
  await ready(page);
  for (const width of [320, 390, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await axeIn(page);
  }
});

/** The curve as the table of looks says it, worked out here: the share of all first films of a system that no failure ended. */
function failedOf(looks: Record<string, string>[], system: string): number {
  const pieces = new Map<string, Record<string, string>[]>();
  for (const l of looks.filter((row) => row.system === system && row.how !== '')) {
    const key = `${l.job ?? ''} ${l.piece ?? ''}`;
    pieces.set(key, [...(pieces.get(key) ?? []), l]);
  }
  const ended = (l: Record<string, string>): boolean => l.ended !== '' && Number(l.day) > Number(l.ended);
  return [...pieces.values()].filter(
    (own) =>
      own.some((l) => l.how === 'visit') && own.some((l) => l.spell === '1' && l.failure !== '' && !ended(l)),
  ).length;
}

test('a round of two visits on a phone without signal: a cross-cut that fails, its touch-up planned, done and looked at, and the curve after it', async ({
  browser,
}) => {
  const before = await table('/lasting/curves.csv');
  const looks = await table('/lasting/record.csv');
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'allow',
  });
  const phone = await context.newPage();
  await open(phone, '/rounds');
  const ticks = phone.getByRole('region', { name: 'Visits and touch-ups to make' }).locator('label');
  await ticks.nth(0).click();
  await ticks.nth(1).click();
  await phone.getByLabel('Day').fill('2026-03-12');
  await phone.getByRole('button', { name: 'Make the round' }).click();
  const round = phone.getByRole('region', { name: 'The round' });
  await expect(round.locator('ol a')).toHaveCount(2);
  await expect(round).toContainText('All its kitchens are kept on this device');
  await axeIn(phone);
  const address = phone.url();
  await keepsApplication(phone);

  // From here on there is no signal: the round, both kitchens and what is recorded in them work on.
  await context.setOffline(true);
  await phone.reload();
  await ready(phone);
  await expect(phone.getByText('No connection: this is as it was kept')).toBeVisible();
  const card = phone.getByRole('region', { name: 'The next visit' });
  const jobOf = () => /jobs\/([0-9a-f-]{36})/.exec(phone.url())?.[1] ?? '';
  const soundCodes = async (): Promise<string[]> => {
    const own = looks.filter((l) => l.job === jobOf());
    const codes = await card
      .getByRole('link', { name: /^Check piece/ })
      .evaluateAll((links) => links.map((a) => a.textContent?.trim() ?? ''));
    return codes.filter(
      (code) =>
        own.some((l) => l.piece === code && l.how !== '') &&
        own.filter((l) => l.piece === code).every((l) => l.failure === '' && l.spell === '1'),
    );
  };
  const pick = (code: string) => card.getByRole('link', { name: `Check piece ${code}`, exact: true }).click();

  await round.locator('ol a').nth(0).click();
  await expect(card).toContainText('Visit now');
  const firstJob = jobOf();
  const [easy = ''] = await soundCodes();
  await pick(easy);
  await phone.getByRole('button', { name: 'Record the check' }).click();
  await expect(card.getByRole('link', { name: `Check piece ${easy}, looked at` })).toBeVisible();

  await phone.goto(address);
  await ready(phone);
  await round.locator('ol a').nth(1).click();
  await expect(card).toContainText('Visit now');
  const job = jobOf();
  expect(job).not.toBe(firstJob);
  const own = looks.filter((l) => l.job === job);
  const [bad = ''] = await soundCodes();
  await pick(bad);
  await phone.getByLabel('How', { exact: true }).selectOption('cross-cut');
  await expect(phone.getByText('It leaves a mark.')).toBeVisible();
  for (const [row, column] of [
    [1, 1],
    [1, 2],
    [2, 1],
    [2, 2],
    [3, 3],
    [3, 4],
  ])
    await phone.getByLabel(`Square ${row ?? 0}, ${column ?? 0}`).check();
  await expect(phone.getByText('ISO 2409 class 3')).toBeVisible();
  await phone.getByRole('button', { name: 'Record the check' }).click();
  const touchUp = phone.locator('section', { hasText: `Touch-up ${bad}: peeling` }).last();
  await expect(touchUp).toContainText('Safe from');
  await expect(touchUp).toContainText('mL');
  await touchUp.getByText('What it is likely from').click();
  await expect(touchUp.getByText(/^1\. /)).toBeVisible();
  await touchUp.getByRole('button', { name: 'Plan it' }).click();
  await expect(touchUp).toContainText('the plan of the job has its steps');
  await expect(touchUp).toContainText(`Touch up ${bad}: wash`);
  await axeIn(phone);
  await context.setOffline(false);
  await expect
    .poll(async () => (await table('/lasting/record.csv')).filter((l) => l.job === job).length)
    .toBe(own.length + 1);

  // Independent of the application's own statistics: one failure more by the table of looks, and a lower curve from there on.
  const system = own[0]?.system ?? '';
  const after = await table('/lasting/curves.csv');
  const of = (rows: typeof before) => rows.filter((r) => r.Group === system);
  const failed = (rows: typeof before) => Number(of(rows)[0]?.Failed);
  expect(failed(before)).toBe(failedOf(looks, system));
  expect(failed(after)).toBe(failedOf(await table('/lasting/record.csv'), system));
  expect(failed(after)).toBe(failed(before) + 1);
  const survival = (rows: typeof before) => of(rows).map((r) => Number(r['Still sound']));
  const [was, is] = [survival(before), survival(after)];
  expect(is.length).toBeGreaterThanOrEqual(was.length);
  expect(was.some((s, i) => (is[i] ?? 1) < s - 1e-6)).toBe(true);
  const others = (rows: typeof before) => rows.filter((r) => r.Group !== system);
  expect(others(after).map((r) => r.Failed)).toEqual(others(before).map((r) => r.Failed));

  // Its steps stand in the plan of the job.
  const planned = async () => {
    const answer = await fetch(`${server.url}/api/jobs/${job}/pack`);
    const { pack } = (await answer.json()) as { pack: { planned: [string, number][] } };
    return pack.planned.filter(([step]) => step.includes('touch-up.')).length;
  };
  await expect.poll(planned, { timeout: 60_000 }).toBeGreaterThanOrEqual(4);
  // Done through the day, each when what is under it allows it; a coat waits for the film below.
  const desk = await browser.newPage();
  const until = async (time: string): Promise<void> => {
    await setClock(desk, server.url, `2026-03-11T${time}`);
    await phone.goto(
      `${server.url}/jobs/${job}/check?piece=${new URL(phone.url()).searchParams.get('piece') ?? ''}`,
    );
    await ready(phone);
  };
  const step = touchUp.locator('.step');
  const does = async (words: string, from: string, to: string): Promise<void> => {
    await until(from);
    await expect(step).toContainText(words);
    await step.getByRole('button', { name: 'Start' }).click();
    await expect(step).toContainText('Under way');
    await until(to);
    await step.getByRole('button', { name: 'Done' }).click();
  };
  await does('wash', '10:30', '10:40');
  await expect(step).toContainText(/strip to sound film.*from 11:40/s);
  await does('strip', '11:45', '12:00');
  await until('12:05');

  await touchUp.getByLabel('Minutes it took').fill('25');
  await touchUp.getByLabel('Paint used, mL').fill('12');
  await touchUp.getByRole('button', { name: 'Close it' }).click();
  await expect(phone.getByText('Closed touch-ups, ', { exact: false })).toBeVisible();
  await phone.getByText('Closed touch-ups, ', { exact: false }).click();
  await expect(phone.getByText('Not looked at again yet').first()).toBeVisible();
  await until('17:00');
  await phone.getByText('Closed touch-ups, ', { exact: false }).click();
  await phone.getByLabel('How', { exact: true }).selectOption('visual');
  await phone.getByRole('button', { name: 'Record the check' }).click();
  await expect(phone.getByText('looked at again: sound').first()).toBeVisible();
  await expect
    .poll(
      async () =>
        (await table('/lasting/record.csv')).filter(
          (l) => l.job === job && l.piece === bad && l.spell === '2',
        ).length,
    )
    .toBe(1);
  await desk.close();
  await context.close();
});

test('a record is exported, imported in its place, and what is no record is refused with its place', async ({
  page,
}) => {
  await open(page, '/lasting');
  const said = page.getByRole('region', { name: 'In a sentence' });
  const kitchens = async () => Number(/From (\d+) kitchens/.exec((await said.textContent()) ?? '')?.[1]);
  const had = await kitchens();
  const file = await (await fetch(`${server.url}/lasting/record.json`)).text();
  const card = page.getByRole('region', { name: 'The record' });
  const bring = async (name: string, text: string) => {
    await card
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
    await card.getByRole('button', { name: 'Import', exact: true }).click();
  };
  await bring('record.json', file.slice(0, 400));
  await expect(card).toContainText('The file is no JSON');
  await bring('record.json', file.replace('"anthem.record"', '"a list"'));
  await expect(card).toContainText('no record of how finishes last');
  const other = JSON.parse(file) as { kitchens: { job: string }[] };
  for (const k of other.kitchens) k.job = `f${k.job.slice(1, 35)}f`;
  await bring('record.json', JSON.stringify(other));
  await expect(card).toContainText(`${other.kitchens.length} kitchens imported`);
  await expect.poll(kitchens).toBe(2 * had);
  await card.getByRole('button', { name: 'Remove what was imported' }).click();
  await expect.poll(kitchens).toBe(had);
});

test('what leaves a mark is not to be had for a face that shows', async ({ page }) => {
  await open(page, '/');
  await page.getByRole('region', { name: 'Visits due' }).locator('li a').first().click();
  await ready(page);
  await page
    .getByRole('link', { name: /^Check piece/ })
    .first()
    .click();
  await page.getByLabel('How', { exact: true }).selectOption('pencil');
  await expect(page.getByLabel('Where').locator('option')).toHaveText([
    'an agreed spot out of sight',
    'the sample panel',
  ]);
  await page.getByLabel('How', { exact: true }).selectOption('gloss');
  await page.getByLabel('At 60°').fill('30');
  await page.getByLabel('At 85°, if read').fill('41');
  await expect(page.getByText('MPI level G4')).toBeVisible();
  await page.getByLabel('How', { exact: true }).selectOption('chemical');
  await expect(page.getByText('never on the kitchen')).toBeVisible();
  for (const width of [320, 390, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await axeIn(page);
  }
});
