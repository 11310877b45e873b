/** What stopped people, lost what they did or took everything down: each as it was met, at the size where it shows. */
import Database from 'better-sqlite3';
import { expect, test, type Page, type Route } from '@playwright/test';
import { deviceFacts } from './device';
import { jobCalled, newJob, ready, demoServer, ownServer, type TestServer } from './server';

let server: TestServer;
let bench: string;
test.beforeAll(async () => {
  server = await demoServer();
  bench = `${await jobCalled(server.url, 'Lanternhouse')}/coat`;
});
test.afterAll(() => server.end());

/** The facts of a job as the server has them. */
const factsOf = async (job: string): Promise<{ id: string; body: Record<string, unknown> }[]> =>
  (
    (await (await fetch(job.replace('/jobs/', '/api/jobs/').replace('/coat', '') + '/facts')).json()) as {
      facts: { id: string; body: Record<string, unknown> }[];
    }
  ).facts;
const noted = async (place: string): Promise<number> =>
  (await factsOf(bench)).filter((f) => f.body.place === place).length;
async function noteAir(page: Page, place: string): Promise<void> {
  const card = page.locator('form').filter({ has: page.getByLabel('Humidity, %') });
  await card.getByLabel('Place').fill(place);
  await card.getByLabel('Air, °C').fill('18');
  await card.getByLabel('Humidity, %').fill('50');
  await card.getByRole('button', { name: 'Save the reading' }).click();
}

test('the bench stands when other jobs share a colour name, and when they share it with this one', async ({
  page,
}) => {
  for (const name of ['Slate One', 'Slate Two']) {
    await newJob(page, server.url, name, 'wall N\nupper 30 : pair', 2);
    await page.getByRole('link', { name: 'Pieces and zones' }).click();
    await ready(page);
    await page.getByRole('button', { name: 'Change' }).first().click();
    await page.getByLabel('Colour', { exact: true }).fill('Slatewing');
    await page
      .getByRole('button', { name: /Save|Keep/ })
      .first()
      .click();
    await expect(page.getByText('Slatewing').first()).toBeVisible();
  }
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  await page.goto(bench);
  await ready(page);
  await expect(page.getByRole('heading', { name: 'In the gun' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Just recorded' })).toBeVisible();
  expect(
    await page.locator('select[name=paint] option').filter({ hasText: 'Slatewing' }).count(),
  ).toBeGreaterThan(0);
  expect(errors).toEqual([]);
});

test('a part of the bench that breaks says so in its place, and the rest of the page works', async ({
  page,
}) => {
  await page.goto(server.url);
  await ready(page);
  // The walls come broken from the server: nothing else does.
  await page.route('**/api/jobs/*/pack', async (route) => {
    const response = await route.fetch();
    const json = { ...((await response.json()) as object), walls: 'broken' };
    await route.fulfill({ response, json });
  });
  await page.getByRole('link', { name: 'Lanternhouse' }).first().click();
  await expect(page.getByText('The elevation cannot be shown.')).toBeVisible();
  for (const part of ['In the gun', 'In the kitchen', 'Just recorded'])
    await expect(page.getByRole('heading', { name: part })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Done' }).first()).toBeEnabled();
  // What is on its way comes first.
  await page.unrouteAll({ behavior: 'wait' });
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await page.getByRole('link', { name: 'Lanternhouse' }).first().click();
  await expect(page.getByText('The elevation cannot be shown.')).toHaveCount(0);
  await expect(page.getByRole('group', { name: 'Elevation of North' })).toBeVisible();
});

test('Enter in a field of a test, or beside the sheet, chooses nothing; many labels ask first', async ({
  page,
}) => {
  const job = await jobCalled(server.url, 'Orchard Row');
  await page.goto(`${job}/survey/tests`);
  await ready(page);
  const before = (await factsOf(job)).length;
  for (const field of ['Where', 'Note']) {
    await page.getByLabel(field, { exact: true }).fill('over the stove');
    await page.getByLabel(field, { exact: true }).press('Enter');
  }
  expect(await deviceFacts(page)).toEqual([]);
  expect((await factsOf(job)).length).toBe(before);
  await page.goto(`${job}/take-down/labels`);
  await ready(page);
  await page.getByLabel('Start at label').press('Enter');
  await expect(page.getByText('0 waiting')).toBeVisible();
  await page.getByRole('button', { name: 'Print at the label printer' }).click();
  await expect(page.getByText('Print 57 labels at the label printer?')).toBeVisible();
  await expect(page.getByText('0 waiting')).toBeVisible();
  await page.getByRole('link', { name: 'Not now' }).click();
  await expect(page.getByText('Print 57 labels at the label printer?')).toHaveCount(0);
});

test.describe('single keys', () => {
  test('press nothing behind an open panel', async ({ page }) => {
    await page.goto(bench);
    await ready(page);
    const before = (await factsOf(bench)).length;
    await page.locator('svg [role=button]').first().click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.getByRole('dialog').focus();
    for (const key of ['s', 'd', 'n', '/']) await page.keyboard.press(key);
    expect(await deviceFacts(page)).toEqual([]);
    expect((await factsOf(bench)).length).toBe(before);
    await expect(page.locator('#find')).not.toBeFocused();
  });

  test('a panel closes with Escape, with Back and with a tap beside it, and gives the focus back', async ({
    page,
  }) => {
    await page.goto(bench);
    await ready(page);
    const piece = page.locator('svg [role=button]').first();
    const panel = page.getByRole('dialog');
    for (const leave of [
      () => page.keyboard.press('Escape'),
      () => page.goBack(),
      () => page.mouse.click(200, 300),
    ]) {
      await piece.focus();
      await piece.press('Enter');
      await expect(panel).toBeVisible();
      // The entry that Back takes away is there a turn later.
      await page.waitForFunction(() => history.state?.['sveltekit:states']?.panel === true);
      await leave();
      await expect(panel).toHaveCount(0);
      await expect(piece).toBeFocused();
      expect(new URL(page.url()).pathname).toBe(new URL(bench).pathname);
    }
  });

  test('find a piece where the sign needs Shift, and are switched off on this device', async ({ page }) => {
    await page.goto(bench);
    await ready(page);
    await page.evaluate(() =>
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key: '/', code: 'Digit7', shiftKey: true, bubbles: true }),
      ),
    );
    await expect(page.locator('#find')).toBeFocused();
    await page.goto(`${server.url}/settings`);
    await ready(page);
    await page.getByLabel(/single keys act/).uncheck();
    await page.goto(bench);
    await ready(page);
    const before = (await factsOf(bench)).length;
    for (const key of ['/', '?', 's', 'd']) await page.keyboard.press(key);
    expect(await deviceFacts(page)).toEqual([]);
    await expect(page.locator('#find')).not.toBeFocused();
    await expect(page.getByRole('dialog', { name: 'Keys' })).toHaveCount(0);
    expect((await factsOf(bench)).length).toBe(before);
  });
});

test('typing as fast as a scanner stays in its field; a label outside of fields is still read', async ({
  page,
}) => {
  await page.goto(bench);
  await ready(page);
  await page.getByRole('button', { name: 'Take back' }).first().click();
  const why = page.getByLabel('Why', { exact: true });
  await why.focus();
  for (const sign of 'it was the wrong lot')
    await page.keyboard.press(sign === ' ' ? 'Space' : sign, { delay: 0 });
  await expect(why).toHaveValue('it was the wrong lot');
  const piece = await page.locator('.now a[href^="/p/"], .ready a[href^="/p/"]').first().getAttribute('href');
  await page.locator('h2').first().click();
  // All keys in one turn of the page: how busy the machine is does not come between them.
  await page.evaluate(
    (label) => {
      for (const key of [...label, 'Enter'])
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    },
    piece?.slice(3) ?? '',
  );
  await expect(page.getByRole('dialog')).toBeVisible();
});

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 } });
  test('a stop raised in the panel of a piece stands in it, with every guard and a reason for each', async ({
    page,
  }) => {
    await page.goto(bench);
    await ready(page);
    await page.locator('svg [role=button]').nth(3).click();
    const panel = page.getByRole('dialog');
    await panel
      .getByRole('button', { name: /Start: / })
      .last()
      .click();
    const stop = panel.getByRole('alert');
    await expect(stop).toBeInViewport();
    const covered = await stop.evaluate((el) => {
      const { left, top, width } = el.getBoundingClientRect();
      return el.contains(document.elementFromPoint(left + width / 2, top + 20));
    });
    expect(covered).toBe(true);
  });
});

test.describe('what answers in the place of the server', () => {
  const between = async (page: Page, answer: (route: Route) => Promise<void>) => {
    await page.route('**/api/jobs/*/facts', (route) =>
      route.request().method() === 'POST' ? answer(route) : route.continue(),
    );
  };
  // Every other answer is tried in the outbox's own tests.
  const CASES: [name: string, status: number, body: string, says: RegExp][] = [
    ['a sign-in page', 200, '<html>Sign in</html>', /answers in its place/],
    ['503', 503, '{"error":"Another program holds the database."}', /Another program holds the database/],
  ];
  for (const [name, status, body, says] of CASES)
    test(`stores nothing and loses nothing: ${name}`, async ({ page }) => {
      await page.goto(bench);
      await ready(page);
      const place = `spot ${name}`;
      await between(page, (route) => route.fulfill({ status, body }));
      await noteAir(page, place);
      await expect(page.getByText(/1 not sent yet/)).toBeVisible();
      await expect(page.locator('.unsent')).toContainText(says);
      expect(await noted(place)).toBe(0);
      await page.unrouteAll();
      await page.reload();
      await expect.poll(() => noted(place)).toBe(1);
      await expect(page.getByText(/not sent yet/)).toHaveCount(0);
    });

  test('a fact that the server breaks on does not hold up the others', async ({ page }) => {
    await page.goto(bench);
    await ready(page);
    await between(page, async (route) => {
      if (route.request().postData()?.includes('breaks it'))
        await route.fulfill({ status: 500, body: '{"message":"?"}' });
      else await route.continue();
    });
    await noteAir(page, 'breaks it');
    await expect(page.locator('.unsent')).toContainText('The server broke on it (500)');
    await noteAir(page, 'goes on');
    await expect.poll(() => noted('goes on')).toBe(1);
    expect(await noted('breaks it')).toBe(0);
    // What is set aside stays in sight while everything else is sent.
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await noteAir(page, 'goes on too');
    await expect.poll(() => noted('goes on too')).toBe(1);
    await expect(page.getByText(/1 not sent yet/)).toBeVisible();
    await page.unrouteAll();
    await page.reload();
    await expect.poll(() => noted('breaks it')).toBe(1);
  });
});

test.describe('a database that another program holds', () => {
  test.setTimeout(120_000);
  test('ends nothing: pages are read, what is recorded waits, the printer goes on afterwards', async ({
    page,
  }) => {
    const job = await jobCalled(server.url, 'Orchard Row');
    await page.goto(`${job}/take-down/labels`);
    await ready(page);
    await page.getByRole('button', { name: 'Print at the label printer' }).click();
    await page.getByRole('button', { name: 'Print 57 labels' }).click();
    await expect(page.getByText('57 labels asked for')).toBeVisible();
    const other = new Database(server.data);
    other.exec('BEGIN IMMEDIATE');
    const stream = await fetch(`${server.url}/air/stream`, { headers: { connection: 'close' } });
    const sent = fetch(bench.replace('/jobs/', '/api/jobs/').replace('/coat', '/facts'), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ facts: [await airFact()] }),
    });
    const answer = await sent;
    for (const path of ['/', '/jobs', '/calendar', '/air'])
      expect((await fetch(server.url + path)).status).toBe(200);
    expect(answer.status).toBe(503);
    expect(((await answer.json()) as { error: string }).error).toContain(
      'Another program holds the database',
    );
    const form = await fetch(`${server.url}/settings?/person`, {
      method: 'POST',
      headers: { origin: server.url, 'content-type': 'application/x-www-form-urlencoded' },
      body: 'name=Nobody&role=painter',
    });
    expect(await form.text()).toContain('Another program holds the database');
    other.exec('COMMIT');
    other.close();
    await stream.body?.cancel();
    expect(server.process.exitCode).toBeNull();
    await page.reload();
    await expect(page.getByText('0 waiting').or(page.getByText('A label jammed'))).toBeVisible();
  });

  async function airFact(): Promise<object> {
    const job = new URL(bench).pathname.split('/')[2];
    const { now } = (await (await fetch(`${server.url}/api/clock`)).json()) as { now: number };
    const db = new Database(server.data, { readonly: true });
    const worker = db.prepare('SELECT id FROM worker LIMIT 1').pluck().get();
    db.close();
    const body = { kind: 'air.read', place: 'held', celsius: 18, humidity: 0.5 };
    return { id: '01a213a5-d611-7329-bae1-5c5557dbbb77', job, at: now, worker, device: 'd', body };
  }
});

test.describe('the first job on a machine that knows UTC alone', () => {
  let own: TestServer;
  test.beforeAll(async () => {
    own = await ownServer({ ANTHEM_DEMO: '', TZ: 'UTC' });
  });
  test.afterAll(() => own.end());
  test.use({ timezoneId: 'Europe/Lisbon' });

  test('is made in the browser’s own zone, once however often it is sent', async ({ page }) => {
    await page.goto(`${own.url}/jobs/new`);
    await ready(page);
    await expect(page.getByLabel('Time zone')).toHaveValue('Europe/Lisbon');
    await page.getByLabel('Time zone').selectOption('UTC');
    await page.getByRole('button', { name: 'Start the survey' }).click();
    await expect(page.getByText('Give the job a name')).toBeVisible();
    await expect(page.getByText('Name the colour')).toBeVisible();
    await expect(page.getByLabel('Time zone')).toHaveValue('UTC');
    await page.getByLabel('Name of the job').fill('First');
    await page.getByLabel('Colour').fill('Oatcloth');
    const fields = await page.evaluate(() =>
      [...new FormData(document.querySelector('form[method=post]') as HTMLFormElement)].map(([k, v]) => [
        k,
        String(v),
      ]),
    );
    await Promise.all(
      Array.from({ length: 10 }, () =>
        fetch(`${own.url}/jobs/new`, {
          method: 'POST',
          headers: { origin: own.url, 'content-type': 'application/x-www-form-urlencoded' },
          body: new URLSearchParams(fields),
          redirect: 'manual',
        }),
      ),
    );
    await page.getByRole('button', { name: 'Start the survey' }).click();
    await page.waitForURL('**/survey');
    await page.goto(`${own.url}/jobs`);
    await expect(page.getByRole('row').filter({ hasText: 'First' })).toHaveCount(1);
  });
});
