/** Lanternhouse goes home: hung by two devices, adjusted, walked, handed over; and its household reports through its own page. */
import { MINUTE } from '$core/units/durations';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { v7 as newId } from 'uuid';
import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import { RULE_FACTS, RULES } from '$core/bench/guard/rules';
import { hangingOrder } from '$core/bench/view/hanging';
import { pieceState } from '$core/bench/state/state';
import type { Fact } from '$core/bench/log/events';
import { openBench, type Bench, type BenchPack } from '$core/bench/view/bench-job';
import { gets } from '$core/coating/route';
import { unpackJson } from '$core/units/pack-json';
import { keptHere } from './device';
import { jobCalled, ready, setClock, demoServer, type TestServer } from './server';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

/** The bench of a job as the server has it. */
async function benchOf(job: string): Promise<Bench> {
  const { origin, pathname } = new URL(job);
  const api = `${origin}/api${pathname}`;
  const pack = unpackJson(await (await fetch(`${api}/pack`)).text()) as {
    pack: Omit<BenchPack, 'facts' | 'now'>;
  };
  const { facts, now } = (await (await fetch(`${api}/facts`)).json()) as { facts: Fact[]; now: number };
  return openBench({ ...pack.pack, facts, now });
}

/** Every coat that is left is laid, one after another, whatever guards would say. */
async function coatAll(page: Page, job: string): Promise<void> {
  const bench = await benchOf(job);
  const { pack, state, route } = bench;
  const override = RULES.filter((r) => RULE_FACTS[r].overruled !== 'no').map((rule) => ({
    rule,
    reason: 'for the test',
  }));
  const worker = pack.people[0]?.id ?? '';
  let at = pack.now + MINUTE;
  const facts: unknown[] = [];
  const add = (body: unknown): string => {
    const id = newId();
    facts.push({ id, job: pack.job.id, at, worker, device: 'test', body });
    return id;
  };
  const done = new Set<string>();
  for (const work of state.works.values())
    if (work.end === null) {
      add({ kind: 'work.finished', work: work.id, leftOut: [] });
      for (const p of work.pieces) done.add(`${work.step} ${p}`);
    }
  for (const step of route.filter((s) => s.kind !== 'hang'))
    for (const lot of pack.lots) {
      const pieces = lot.pieces.filter(
        (p) => gets(step, p) && !pieceState(state, p).done.has(step.key) && !done.has(`${step.key} ${p}`),
      );
      if (!pieces.length) continue;
      at += 2 * MINUTE;
      const work = add({ kind: 'work.started', step: step.key, lot: lot.id, pieces, override });
      at += 20 * MINUTE;
      add({ kind: 'work.finished', work, leftOut: [] });
    }
  await setClock(page, server.url, '2026-03-25T09:00');
  const { origin, pathname } = new URL(job);
  const answer = await page.request.post(`${origin}/api${pathname}/facts`, { data: { facts } });
  expect(answer.ok(), await answer.text()).toBe(true);
}

const openAt = async (page: Page, address: string): Promise<void> => {
  await page.goto(address);
  await ready(page);
};
const home = (page: Page, count: string) => page.locator('b', { hasText: count });
async function hang(page: Page, code: string): Promise<void> {
  const field = page.getByLabel('Code on the piece in your hand');
  await field.fill(code);
  await field.press('Enter');
}

test.describe.serial('Lanternhouse', () => {
  let job: string;
  let phone: BrowserContext;
  let link: string;

  test('is hung by a laptop and a phone that has no signal; a wrong piece is stopped', async ({
    browser,
    page,
  }) => {
    job = await jobCalled(server.url, 'Lanternhouse');
    await coatAll(page, job);
    const { pack } = await benchOf(job);
    const order = hangingOrder(pack.pieces);
    const own = order.slice(-3);
    phone = await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: 'allow' });
    const away = await phone.newPage();
    await openAt(away, `${job}/hang`);
    await keptHere(away, job);
    await phone.setOffline(true);

    await openAt(page, `${job}/hang`);
    const [first, second] = order;
    await expect(page.locator('.big')).toHaveText(first?.code ?? '');
    await hang(page, second?.code ?? '');
    await expect(page.getByRole('alert').first()).toContainText(`the opening takes ${first?.code ?? ''}`);
    await expect(page.getByRole('link', { name: 'Go to its own opening' })).toHaveAttribute(
      'href',
      `?opening=${second?.id ?? ''}`,
    );
    for (const piece of order.slice(0, -3)) {
      await expect(page.locator('.big')).toHaveText(piece.code);
      await hang(page, piece.code);
      await expect(page.locator('.big')).not.toHaveText(piece.code);
    }
    for (const [i, piece] of own.entries()) {
      await away.goto(`${job}/hang?opening=${piece.id}`);
      await ready(away);
      await expect(away.locator('.big')).toHaveText(piece.code);
      await hang(away, piece.code);
      await expect(home(away, `${i + 1} of 34`)).toBeVisible();
    }
    await expect(home(page, '31 of 34')).toBeVisible();
    await phone.setOffline(false);
    await expect(home(page, '34 of 34')).toBeVisible({ timeout: 30_000 });
    await expect(home(away, '34 of 34')).toBeVisible({ timeout: 30_000 });
    await expect(page.getByRole('heading', { name: 'Every piece is home' })).toBeVisible();
  });

  test('has a pair adjusted by its gaps, bumpers on, and a handle stopped that would print', async ({
    page,
  }) => {
    const { pack } = await benchOf(job);
    const [left] = hangingOrder(pack.pieces);
    await openAt(page, `${job}/hang?opening=${left?.id ?? ''}`);
    const card = page.getByRole('region', { name: `Piece ${left?.code ?? ''}` });
    await card.getByLabel('Target, where it is another, mm').fill('3');
    const fill = async (top: string, bottom: string) => {
      await card.getByLabel(/^right, top to/).fill(top);
      await card.getByLabel(/^right, bottom to/).fill(bottom);
    };
    await fill('2', '4,1');
    await expect(card.locator('li', { hasText: 'top hinge' })).toContainText('about 3 quarter turns');
    await card.getByRole('button', { name: 'Turned so' }).click();
    await fill('3.1', '2.9');
    await expect(card.getByText('Everything is within 0.5 mm')).toBeVisible();
    await card.getByRole('button', { name: 'Measured, even' }).click();
    await fill('9', 'soon');
    await expect(card.getByText('One of the fields is not a number.')).toBeVisible();

    const open = page.getByRole('region', { name: 'Still open' });
    await open.getByRole('button', { name: /^Bumpers on: all/ }).click();
    await expect(open.getByRole('button', { name: /^Bumpers on/ })).toHaveCount(0);
    await open.getByRole('button', { name: /^Felt on: all/ }).click();
    await open.getByRole('button', { name: /^Bag empty/ }).click();
    await expect(open.getByText('Second visit')).toBeVisible();
    await card.getByRole('button', { name: 'Handle on' }).click();
    await expect(page.getByRole('alert').first()).toContainText('handles would print into the film');
  });

  test('is walked with its owner, one defect goes to the list, and it is signed and handed over', async ({
    page,
  }) => {
    const { pack } = await benchOf(job);
    const piece = pack.pieces[4];
    await openAt(page, `${job}/hand-over?piece=${piece?.id ?? ''}`);
    const sign = async () => {
      await page.getByLabel('The owner’s name, typed by the owner').fill('R. Vale');
      await page.getByRole('button', { name: 'Hand over', exact: true }).click();
    };
    await sign();
    await expect(page.getByRole('alert').first()).toContainText('Not looked at with the owner yet: Oatcloth');
    const walk = page.getByRole('region', { name: 'The last walk' });
    await walk.getByRole('button', { name: 'Looked at' }).click();
    await expect(walk.getByText(/looked at .*Mar/)).toBeVisible();
    await walk.getByRole('button', { name: 'A flaw on the front' }).click({ position: { x: 10, y: 30 } });
    await walk.getByLabel('What is seen, on the front').selectOption('run');
    await walk.getByLabel('Put right by').fill('2026-04-10');
    await walk.getByRole('button', { name: 'To the touch-up list' }).click();
    await expect(walk.locator('li', { hasText: '2026-04-10' })).toContainText(piece?.code ?? '');
    await page
      .getByRole('region', { name: 'Agreed and kept' })
      .getByLabel('In a few words')
      .fill('the old hinges');
    await page.getByRole('button', { name: 'Note it' }).click();
    const paint = page.getByRole('region', { name: 'Paint that is kept' });
    await paint.getByText('Keep a can').click();
    await paint.getByLabel('Batch').fill('31');
    // What the take-off leaves is proposed; the can that is kept is smaller.
    await expect(paint.getByText(/By the take-off: .* left/)).toBeVisible();
    await paint.getByLabel('How much, mL').last().fill('250');
    await paint.getByRole('button', { name: 'Keep it' }).click();
    await expect(paint.getByText('250 mL')).toBeVisible();
    await sign();
    await expect(page.getByRole('heading', { name: /^Handed over/ })).toBeVisible();
    await expect(page.getByText('Signed: R. Vale')).toBeVisible();
    const pdf = await page.request.get(`${job}/hand-over/pack.pdf`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  });

  test('its household opens its page elsewhere, points at a nick, and reads the answer', async ({
    browser,
    page,
  }) => {
    await openAt(page, `${job}/customer`);
    await page.getByRole('button', { name: 'Make a link' }).click();
    link = await page.getByLabel('The link', { exact: true }).inputValue();
    const home = await browser.newContext({
      viewport: { width: 390, height: 844 },
      javaScriptEnabled: false,
    });
    const family = await home.newPage();
    const seen = await family.goto(link);
    expect(seen?.headers()).toMatchObject({
      'cache-control': 'no-store, private',
      'referrer-policy': 'strict-origin',
    });
    expect(seen?.headers()['set-cookie']).toBeUndefined();
    await expect(family.getByText('Your kitchen is finished.')).toBeVisible();
    await expect(family.getByText(/until .* Apr/).first()).toBeVisible();
    await family.locator('svg a').nth(6).click();
    await family.locator('input[type=image]').click({ position: { x: 40, y: 50 } });
    await family.getByLabel(/^a nick/).check();
    await family.getByLabel('In your own words').fill('A chair went back too far.');
    await family.getByRole('button', { name: 'Send it' }).click();
    await expect(family.getByRole('status')).toContainText('Thank you, we have it.');

    await openAt(page, server.url);
    await page
      .getByRole('region', { name: 'Reports of households' })
      .getByRole('link', { name: 'Lanternhouse' })
      .click();
    const report = page.locator('article', { hasText: 'A chair went back too far.' });
    await expect(report).toContainText(/% from the left/);
    await report.getByLabel('Your answer').fill('We bring the small can.');
    await report.getByLabel('You come on').fill('2026-03-31');
    await report.getByRole('button', { name: 'Send the answer' }).click();
    await expect(page.getByText('The household reads it on its page.')).toBeVisible();
    await family.goto(link);
    await expect(family.locator('article').first()).toContainText('We bring the small can.');
    await expect(family.locator('article').first()).toContainText('Tue 31 Mar');
    const pack = await family.request.get(`${link}/pack.pdf`);
    expect((await pack.body()).subarray(0, 5).toString()).toBe('%PDF-');
    await expect(family.locator('body')).not.toContainText(/Ferry Steps|Ines|Tobin|CAD/);
    // What looks for faults is a script itself: it gets a page that lets it run.
    const looked = await (await browser.newContext({ bypassCSP: true })).newPage();
    for (const width of [320, 390, 1280]) {
      await looked.setViewportSize({ width, height: 844 });
      await looked.goto(`${link}?piece=${(await benchOf(job)).pack.pieces[0]?.id ?? ''}`);
      expect(await looked.evaluate('document.documentElement.scrollWidth')).toBeLessThanOrEqual(width);
      await looked.evaluate(axe);
      const found = await looked.evaluate<string[]>(
        'axe.run({ runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"] }).then((r) => r.violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(" | ")}`))',
      );
      expect([width, found]).toEqual([width, []]);
    }
  });

  test('a link that was withdrawn shows what a guessed one shows', async ({ page, request }) => {
    await openAt(page, `${job}/customer`);
    await page.getByRole('button', { name: 'Withdraw' }).first().click();
    await expect(page.getByText('The link opens nothing any more.')).toBeVisible();
    const answers = await Promise.all(
      [link, `${server.url}/k/${'x'.repeat(43)}`, `${link}/door.svg`, `${link}/calendar.ics`].map(
        async (address) => {
          const answer = await request.get(address);
          return [answer.status(), await answer.text()];
        },
      ),
    );
    for (const answer of answers) expect(answer).toEqual(answers[1]);
    expect(answers[0]?.[0]).toBe(404);
  });
});
