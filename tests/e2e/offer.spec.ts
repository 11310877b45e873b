/** A new kitchen from the offer to the fitted handles: what was offered is planned, ordered, worked, and held against the offer. */
import { begunInKitchen } from '../bench-builders';
import { expect, test, type Page } from '@playwright/test';
import { v7 as newId } from 'uuid';
import { newJob, ready, setClock, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

const open = async (page: Page, address: string): Promise<void> => {
  await page.goto(address);
  await ready(page);
};

/** What a kitchen asks for beside its coats, as the plan, the order, the hours and the calendar name it. */
const VISITS = [
  'Arrive and protect',
  'Label and take down',
  'Carry to where it is coated',
  'Carry home',
  'Hang',
  'Fit handles',
  'Collect protection and bins',
  'Walk through the kitchen with the owner',
];

interface MadePlan {
  t0: string;
  problem: { operations: { id: string; lot: string; lockedStart: number | null }[] };
  result: { assignments: { operation: string; worker: string; start: number; end: number }[] };
}
interface Known {
  facts: { worker: string }[];
}

/** Records a fact as a painter's device would; what judgement may overrule is overruled with a reason. */
async function record(page: Page, job: string, worker: string, at: number, body: object): Promise<string> {
  const id = newId();
  const send = (more: object) =>
    page.request.post(`${server.url}/api/jobs/${job}/facts`, {
      data: { facts: [{ id, job, at, worker, device: 'test', body: { ...body, ...more } }] },
    });
  let answer = await send({});
  if (answer.status() === 409) {
    const { refusals } = (await answer.json()) as { refusals: { rule: string; canOverride: boolean }[] };
    answer = await send({ override: refusals.map(({ rule }) => ({ rule, reason: 'as it was' })) });
  }
  expect(answer.status(), `${JSON.stringify(body)}: ${await answer.text()}`).toBe(200);
  return id;
}

test('from the offer to the last handle', async ({ page }) => {
  await setClock(page, server.url, '2026-03-16T07:00');
  const job = await newJob(
    page,
    server.url,
    'Plover Lane',
    'wall North\nupper 30 : pair\nbase 18 : 2x drawer',
    4,
  );
  const id = job.split('/').at(-1) ?? '';
  let plan: MadePlan;

  await test.step('there is no offer before a plan', async () => {
    await open(page, `${job}/plan/offer`);
    await expect(page.getByText('There is no plan yet.')).toBeVisible();
  });

  await test.step('the plan begins at the doorbell and ends at the last handle', async () => {
    await open(page, `${job}/plan`);
    await expect(page).toHaveURL(/set-up$/);
    await page.getByText('Shellac primer, waterborne urethane enamel').click();
    await page.getByLabel('the sheet, at 25').check();
    await page.getByLabel('First day').fill('2026-03-16');
    await page.getByLabel('people, place and rack are shared with other jobs').uncheck();
    await page.getByRole('button', { name: 'Plan', exact: true }).click();
    await page.waitForURL(`${job}/plan`);
    const rows = page.locator('table.days tr.act');
    for (const act of VISITS) await expect(rows.filter({ hasText: act }).first()).toBeVisible();
    await expect(page.getByText(/A second visit for the handles/)).toBeVisible();
    plan = (await (await page.request.get(`${job}/plan/plan.json`)).json()) as MadePlan;
    const ics = await (await page.request.get(`${job}/plan/calendar.ics`)).text();
    const unfolded = ics.replace(/\r\n[ \t]/g, '');
    for (const act of VISITS) expect(unfolded).toContain(act);
    const order = await page.request.get(`${job}/plan/work-order.pdf`);
    expect(order.headers()['content-type']).toBe('application/pdf');
    await open(page, `${job}/plan/take-off`);
    const hours = page.getByRole('table', { name: 'Hours by step' });
    for (const act of VISITS) await expect(hours.getByRole('cell', { name: act }).first()).toBeVisible();
  });

  await test.step('an offer with an option, refused where a figure is wrong, made and printed', async () => {
    await page.getByRole('link', { name: 'Offer', exact: true }).click();
    await page.waitForURL(`${job}/plan/offer`);
    await ready(page);
    await expect(page.getByLabel('What we do, a line each')).toHaveValue(/2 doors, 2 drawers in Oatcloth/);
    await page.getByLabel('Margin, % of the price').fill('120');
    await page.getByLabel('Tax, %').fill('15');
    await page.getByText('One more coat on the fronts').click();
    await page.getByRole('button', { name: 'Make version 1' }).click();
    await expect(page.getByText('Write the margin in percent, 0 to 90')).toBeVisible();
    await expect(page.getByLabel('Margin, % of the price')).toHaveValue('120');
    await page.getByLabel('Margin, % of the price').fill('25');
    await page.getByRole('button', { name: 'Make version 1' }).click();
    const sheet = page.getByRole('article', { name: 'Offer, version 1' });
    await expect(sheet).toContainText('Your kitchen is back');
    await expect(sheet).toContainText('Insides of the cabinets');
    const cents = async (row: string): Promise<number> =>
      Math.round(
        100 *
          Number((await sheet.getByRole('row', { name: row }).textContent())?.match(/CAD (\d+\.\d\d)/)?.[1]),
      );
    // Fifteen per cent on the net price, once.
    expect(await cents('Total')).toBe(
      (await cents('Before tax')) + Math.round(0.15 * (await cents('Before tax'))),
    );
    const behind = page.getByRole('region', { name: 'Behind the offer' });
    await expect(behind).toContainText('25.0 %');
    const pdf = await page.request.get(`${job}/plan/offer/offer.pdf`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
    expect((await page.request.get(`${job}/plan/offer?version=9`)).status()).toBe(404);
  });

  await test.step('accepted with the keyboard alone, on a phone', async () => {
    await page.setViewportSize({ width: 390, height: 844 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await page.getByLabel('Accepted by').focus();
    await page.keyboard.type('Mx Reed');
    await page.keyboard.press('Enter');
    const accepted = page.getByRole('region', { name: 'Accepted' });
    await expect(accepted).toContainText('By Mx Reed on 16 Mar 2026');
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  await test.step('the household’s pieces come down', async () => {
    await setClock(page, server.url, '2026-03-16T08:50');
    await open(page, `${job}/coat`);
    const arrive = page.locator('.site', { hasText: 'Arrive and protect' });
    await arrive.getByRole('button', { name: 'Start' }).click();
    const underWay = page.locator('.card.now', { hasText: 'Arrive and protect' });
    await expect(underWay.getByRole('button', { name: 'Done' })).toBeVisible();
    await setClock(page, server.url, '2026-03-16T09:30');
    await underWay.getByRole('button', { name: 'Done' }).click();
    await open(page, `${job}/take-down`);
    await page.getByRole('button', { name: 'Labels are on, all 4' }).click();
    await page.getByRole('button', { name: '4 are down' }).click();
    await expect(page.getByRole('status')).toHaveText(/0 on the walls · 4 labelled · 4 down/);
  });

  await test.step('coated as planned, then hung', async () => {
    const t0 = Date.parse(plan.t0);
    const own = new Map(plan.problem.operations.map((o) => [o.id, o]));
    const work = plan.result.assignments
      .filter((a) => own.get(a.operation)?.lockedStart === null)
      .sort((a, b) => a.start - b.start);
    const last = Math.max(...work.filter((a) => a.operation.endsWith(':hang')).map((a) => a.end));
    await setClock(page, server.url, '2026-04-01T08:00');
    const pack = (await (await page.request.get(`${server.url}/api/jobs/${id}/facts`)).json()) as Known;
    const worker = pack.facts[0]?.worker ?? '';
    const pieces = await page.evaluate(async (address) => {
      const { pack: p } = (await (await fetch(address)).json()) as {
        pack: { lots: { id: string; pieces: string[] }[] };
      };
      return p.lots;
    }, `${server.url}/api/jobs/${id}/pack`);
    const [lot] = pieces;
    if (!lot) throw new Error('no lot');
    for (const { operation, start, end } of work) {
      const [of = '', step = ''] = [operation.split(':')[0], operation.slice(operation.indexOf(':') + 1)];
      const [from, to] = [t0 + start * 60_000, t0 + end * 60_000];
      if (of === 'site') {
        if (!/visit\.(out|back)/.test(step) && step.startsWith('visit')) continue;
        const begun = await record(page, id, worker, from, begunInKitchen(step));
        await record(page, id, worker, to, { kind: 'work.finished', work: begun, leftOut: [] });
      } else if (step !== 'hang') {
        const begun = await record(page, id, worker, from, {
          kind: 'work.started',
          step,
          lot: of,
          pieces: lot.pieces,
        });
        await record(page, id, worker, to, { kind: 'work.finished', work: begun, leftOut: [] });
      }
    }
    expect(last).toBeGreaterThan(0);
    await open(page, `${job}/hang`);
    for (let n = 1; n <= 4; n++) {
      await page.getByLabel('Code on the piece in your hand').fill(String(n));
      await page.getByRole('button', { name: 'Hung' }).click();
      await expect(page.getByText(`${n} of 4 home`)).toBeVisible();
    }
  });

  await test.step('the handles are fitted, and the offer says what was earned', async () => {
    await setClock(page, server.url, '2026-04-15T09:00');
    await open(page, `${job}/hang`);
    const left = page.getByRole('region', { name: 'Still open' });
    await left.getByRole('button', { name: /^Handles on: all/ }).click();
    await expect(left.getByRole('button', { name: /^Handles on/ })).toHaveCount(0);
    await open(page, `${job}/plan/offer`);
    const earned = page.getByRole('region', { name: 'Earned or lost' });
    await expect(earned).toContainText('The offer leaves CAD');
    // Done as planned: within the minutes that are rounded up.
    await expect(earned.getByRole('row', { name: /^Clean/ }).first()).toContainText(/earned|as offered|lost/);
    await expect(earned.getByRole('row', { name: /Arrive and protect/ })).toContainText('40 min');
  });
});
