/** A day at Lanternhouse’s bench, and two phones that worked apart. */
import { expect, test, type Locator, type Page } from '@playwright/test';
import { jobCalled, ready, setClock, demoServer, type TestServer } from './server';

interface Sent {
  id: string;
  at: number;
  device: string;
  body: { kind: string; [key: string]: unknown };
}

const factsOf = async (job: string): Promise<Sent[]> => {
  const url = new URL(job);
  return ((await (await fetch(`${url.origin}/api${url.pathname}/facts`)).json()) as { facts: Sent[] }).facts;
};

/** The state by hand, without the product's own fold: steps a piece has had, where it is, what flaws are open. */
function byHand(facts: readonly Sent[]) {
  const gone = new Set(facts.filter((f) => f.body.kind === 'void').map((f) => f.body.fact));
  const had = new Map<string, Set<string>>();
  const where = new Map<string, string>();
  const flaws = new Set<string>();
  const begun = new Map<string, { step: string; pieces: string[] }>();
  const sorted = facts
    .map((f, i) => ({ f, i }))
    .sort((a, b) => a.f.at - b.f.at || a.i - b.i)
    .map(({ f }) => f);
  for (const { id, body } of sorted) {
    if (gone.has(id)) continue;
    if (body.kind === 'work.started' && body.lot !== 'site')
      begun.set(id, { step: String(body.step), pieces: body.pieces as string[] });
    if (body.kind === 'work.finished') {
      const work = begun.get(String(body.work));
      for (const piece of work?.pieces ?? [])
        if (!(body.leftOut as string[]).includes(piece)) {
          had.set(piece, (had.get(piece) ?? new Set()).add(work?.step ?? ''));
        }
    }
    if (body.kind === 'piece.placed' || body.kind === 'piece.down')
      for (const piece of body.pieces as string[]) where.set(piece, String(body.place));
    if (body.kind === 'defect.found') flaws.add(String(body.piece));
  }
  return { had, where, flaws };
}

const card = (page: Page, what: string): Locator => page.locator('.card.ready', { hasText: what });
const tapStart = (page: Page, what: string) =>
  card(page, what).getByRole('button', { name: 'Start', exact: true }).click();
/** Says what the gun holds where that is asked. */
const sayLoaded = async (page: Page, what: string) => {
  const holds = card(page, what).getByRole('button', { name: /^It holds / });
  if (!(await holds.count())) return;
  await holds.click();
  await expect(holds).toHaveCount(0);
};
const start = async (page: Page, what: string) => {
  await sayLoaded(page, what);
  await tapStart(page, what);
  await expect(page.locator('.card.now', { hasText: what })).toBeVisible();
};
const done = async (page: Page, what: string) => {
  const running = page.locator('.card.now', { hasText: what });
  await running.getByRole('button', { name: 'Done' }).click();
  await expect(running).toHaveCount(0);
};
const openRack = (page: Page) =>
  page.locator('#rack').evaluate((d: HTMLDetailsElement) => {
    d.open = true;
  });

test('a full day of Lanternhouse: stops, a flip, a move, a touch test, a flaw and its rework', async ({
  page,
}) => {
  const server = await demoServer();
  const job = await jobCalled(server.url, 'Lanternhouse');
  const bench = `${job}/coat`;
  await page.goto(bench);
  await ready(page);

  await test.step('what was begun too soon is taken back, with a reason; the flip is done again', async () => {
    for (const what of ['Started: Prime fronts, lot B', 'Done: Flip, lot B', 'Started: Flip, lot B']) {
      const fact = page.locator('.fact', { hasText: what }).first();
      await fact.getByRole('button', { name: 'Take back' }).click();
      await fact.getByLabel('Why').fill('not turned yet');
      await fact.getByRole('button', { name: 'Take it back' }).click();
      await expect(page.locator('.fact', { hasText: what })).toHaveCount(0);
    }
    await expect(card(page, 'Flip, lot B')).toContainText('Tape label');
    await start(page, 'Flip, lot B');
    await setClock(page, server.url, '2026-03-11T10:26');
    await done(page, 'Flip, lot B');
    await start(page, 'Prime fronts, lot B');
  });

  await test.step('the gun still holds another kitchen’s colour', async () => {
    const gun = page.locator('#gun');
    await gun
      .getByRole('combobox')
      .selectOption({ label: 'Waterborne urethane enamel, Thistledown (Orchard Row)' });
    await gun.getByRole('button', { name: 'Loaded' }).click();
    await expect(
      page.locator('.fact', { hasText: 'Loaded Waterborne urethane enamel, Thistledown' }).first(),
    ).toBeVisible();
    await tapStart(page, 'Coat fronts, 1 of 2, lot C');
    await expect(page.getByRole('alert')).toContainText('Stop. The gun holds Thistledown.');
    await gun.getByRole('combobox').selectOption({ label: 'Waterborne urethane enamel, Oatcloth' });
    await gun.getByRole('button', { name: 'Loaded' }).click();
    await expect(page.locator('.fact', { hasText: 'Oatcloth' }).first()).toBeVisible();
    await start(page, 'Coat fronts, 1 of 2, lot C');
  });

  await test.step('one joins, one pauses for lunch, and the coat is done', async () => {
    const now = page.locator('.card.now', { hasText: 'Coat fronts, 1 of 2, lot C' });
    await now.getByText('Another person').click();
    await now.locator('.row', { hasText: 'Tobin' }).getByRole('button', { name: 'joins' }).click();
    await expect(now).toContainText('Ines and Tobin');
    await setClock(page, server.url, '2026-03-11T10:45');
    await now.getByRole('button', { name: 'Pause' }).click();
    await expect(now).toContainText('Paused');
    await setClock(page, server.url, '2026-03-11T10:55');
    await now.getByRole('button', { name: 'Go on' }).click();
    await expect(now).not.toContainText('Paused');
    await setClock(page, server.url, '2026-03-11T11:05');
    await done(page, 'Coat fronts, 1 of 2, lot C');
    await done(page, 'Prime fronts, lot B');
  });

  await test.step('too early is stopped, with the time', async () => {
    const wait = page.locator('.wait', { hasText: 'Sand fronts lightly, 240, lot B' });
    await wait.getByRole('button', { name: 'Start now' }).click();
    await expect(page.getByRole('alert')).toContainText(
      /Stop\. Wait until Wed 11 Mar, 11:\d\d: the film on .* is not ready/,
    );
  });

  await test.step('a touch test moves the countdown', async () => {
    const wait = page.locator('.wait', { hasText: 'lot C' });
    await setClock(page, server.url, '2026-03-11T13:00');
    const before = await wait.locator('b.mono').innerText();
    await wait.getByText('Touch test').click();
    await wait.getByRole('button', { name: 'tacky' }).click();
    await expect(page.locator('.fact', { hasText: 'Felt tacky' }).first()).toBeVisible();
    // Later today, or another day with its name before it.
    await expect
      .poll(async () => {
        const after = await wait.locator('b.mono').innerText();
        return after !== before && (after > before || after.includes(' '));
      })
      .toBe(true);
  });

  await test.step('a run is pointed at on its face; its piece alone waits for it', async () => {
    await page
      .locator('.walls')
      .getByRole('button', { name: /^Piece 24,/ })
      .click();
    const panel = page.getByRole('dialog');
    await panel.getByRole('button', { name: 'A flaw on the front' }).click();
    await panel.getByLabel('What is it').selectOption('run');
    await expect(panel).toContainText('Leave it until it is hard');
    await panel.getByRole('button', { name: 'Note the flaw' }).click();
    await expect(panel.locator('.flaws')).toContainText('Run, sag or drip, front');
    await expect(panel).toContainText(/Next: Sand out, front: run, sag or drip, from Fri 13 Mar/);
    await panel.getByRole('button', { name: 'Close' }).click();
  });

  await test.step('a piece is moved by the scanner: piece, then slot', async () => {
    await openRack(page);
    await page.getByText('Simulated scanner').click();
    const label = page.locator('.scan select');
    for (const what of ['piece 5', 'rack slot 7']) {
      await label.selectOption({ label: what });
      await page.getByRole('button', { name: 'Scan' }).click();
    }
    await expect(
      page.locator('#rack li', { has: page.getByRole('button', { name: 'Slot 7' }) }),
    ).toContainText('5');
    await expect(page.locator('.fact', { hasText: '5 now at rack 7' }).first()).toBeVisible();
  });

  await test.step('lot A is sanded and coated, and looked at', async () => {
    await setClock(page, server.url, '2026-03-11T15:30');
    await start(page, 'Sand fronts lightly, 240, lot A');
    await setClock(page, server.url, '2026-03-11T15:45');
    await done(page, 'Sand fronts lightly, 240, lot A');
    await start(page, 'Coat fronts, 1 of 2, lot A');
    await setClock(page, server.url, '2026-03-11T16:15');
    await done(page, 'Coat fronts, 1 of 2, lot A');
    const look = page.locator('.card', { hasText: 'Inspect: Coat fronts, 1 of 2, lot A' });
    // What was recorded is sent: nothing above moves any more.
    await expect(page.locator('.unsent')).toHaveCount(0);
    await look.getByText('What was inspected').click();
    for (const box of await look.getByRole('checkbox').all()) await box.check();
    await look.getByRole('button', { name: 'Inspected' }).click();
    await expect(look).toHaveCount(0);
  });

  await test.step('a wrong tap is undone at once', async () => {
    await start(page, 'Sand fronts lightly, 240, lot B');
    await page
      .locator('.fact', { hasText: 'Started: Sand fronts lightly, 240, lot B' })
      .getByRole('button', { name: 'Undo' })
      .click();
    await expect(page.locator('.card.now')).toHaveCount(0);
  });

  await test.step('at six the state is what was done', async () => {
    await setClock(page, server.url, '2026-03-11T18:00');
    await expect(page.locator('.unsent')).toHaveCount(0);
    const { had, where, flaws } = byHand(await factsOf(job));
    // Before: 125 passes. Lot C primed, lots C and A coated once: 11 + 12 + 11.
    await expect(page.getByText('159 of 204 passes')).toBeVisible();
    const coats = [...had.values()].reduce(
      (sum, steps) => sum + [...steps].filter((s) => /^(back|front)\.(shellac|urethane)/.test(s)).length,
      0,
    );
    expect(coats).toBe(159);
    const openings = await page
      .locator('.walls')
      .getByRole('button', { name: /^Piece / })
      .all();
    expect(openings).toHaveLength(34);
    for (const code of ['1', '5', '12', '23', '24']) {
      await page
        .locator('.walls')
        .getByRole('button', { name: new RegExp(`^Piece ${code},`) })
        .click();
      const panel = page.getByRole('dialog');
      const id =
        (await panel.getByRole('link', { name: 'Photos, care' }).getAttribute('href'))?.slice(3) ?? '';
      await expect(panel.locator('ol li')).toHaveCount(had.get(id)?.size ?? -1);
      await expect(panel).toContainText(`Where: ${where.get(id) ?? ''}`);
      await expect(panel.locator('.flaws')).toHaveCount(flaws.has(id) ? 1 : 0);
      await panel.getByRole('button', { name: 'Close' }).click();
    }
  });
  server.end();
});

async function phone(server: TestServer, browser: import('@playwright/test').Browser, job: string) {
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    serviceWorkers: 'allow',
  });
  const page = await context.newPage();
  await page.goto(`${job}/coat`);
  await ready(page);
  await openRack(page);
  return { context, page };
}
const put = async (page: Page, piece: string, place: string) => {
  await page.locator('#rack .chip', { hasText: new RegExp(`^${piece}$`) }).click();
  await page.locator('#rack').getByRole('button', { name: place }).first().click();
  await expect(page.locator('.fact', { hasText: `${piece} now at` }).first()).toBeVisible();
};

test('two phones apart on one job: nothing is dropped, a person settles what disagrees', async ({
  browser,
}) => {
  const server = await demoServer();
  const job = await jobCalled(server.url, 'Lanternhouse');
  const before = await factsOf(job);
  const one = await phone(server, browser, job);
  const two = await phone(server, browser, job);
  await one.context.setOffline(true);
  await two.context.setOffline(true);

  // Both coat lot C, and each puts piece 5 somewhere else; 6 and 7 are no matter of dispute.
  for (const { page } of [one, two]) {
    await start(page, 'Coat fronts, 1 of 2, lot C');
    await done(page, 'Coat fronts, 1 of 2, lot C');
  }
  await put(one.page, '5', 'table');
  await put(one.page, '6', 'table');
  await put(two.page, '5', 'van');
  await put(two.page, '7', 'van');
  await expect(one.page.locator('.unsent')).toContainText('5 not sent yet');

  await one.context.setOffline(false);
  await expect(one.page.locator('.unsent')).toHaveCount(0);
  await two.context.setOffline(false);
  await expect(two.page.locator('.unsent')).toHaveCount(0);
  expect(await factsOf(job)).toHaveLength(before.length + 10);

  const disputes = two.page.locator('.refused');
  await expect(disputes.filter({ hasText: 'two devices recorded this coat' })).toHaveCount(1);
  await expect(disputes.filter({ hasText: '5: two devices put it in two places' })).toHaveCount(1);

  // The van is where it is; the coat was laid once, by the first phone.
  const places = disputes.filter({ hasText: 'two places' });
  await places.locator('li', { hasText: 'van' }).getByRole('button', { name: 'This one is right' }).click();
  await expect(places).toHaveCount(0);
  const coats = disputes.filter({ hasText: 'this coat' });
  await coats.locator('li').first().getByRole('button', { name: 'This one is right' }).click();
  await expect(disputes.filter({ hasText: 'disagree' })).toHaveCount(0);

  // Both phones say the same now.
  for (const { page } of [one, two]) {
    await page.goto(`${job}/coat`);
    await ready(page);
    await openRack(page);
    await expect(page.locator('.refused')).toHaveCount(0);
    await expect(page.getByText('137 of 204 passes')).toBeVisible();
    const van = page.locator('#rack').getByRole('group', { name: 'van' });
    await expect(van.locator('.chip')).toHaveText(['5', '7']);
    await expect(page.locator('#rack').getByRole('group', { name: 'table' }).locator('.chip')).toHaveText([
      '6',
    ]);
  }
  const after = await factsOf(job);
  expect(after).toHaveLength(before.length + 12);
  expect(after.filter((f) => f.body.kind === 'contradiction.settled')).toHaveLength(2);
  await one.context.close();
  await two.context.close();
  server.end();
});
