/** Plans that are made again after a pin, or a coat that is late: as good as those that people get. */
import { expect, test, type Page } from '@playwright/test';
import { calm, jobCalled, demoServer, ready, setClock, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

const plan = async (page: Page, name: string): Promise<string> => {
  const job = await jobCalled(server.url, name);
  await page.goto(`${job}/plan`);
  await ready(page);
  return job;
};
const handBack = (page: Page) => page.locator('.back .big');
const bar = (page: Page, step: string) => page.locator(`g[data-operation$=":${step}"]`);

test('a bar is dragged and pinned, its effect shown meanwhile; keys do the same; a pin is let go', async ({
  page,
}) => {
  await plan(page, 'Orchard Row');
  const before = await handBack(page).textContent();
  const first = bar(page, 'clean').first();
  const operation = await first.getAttribute('data-operation');
  const own = page.locator(`g[data-operation="${operation}"]`);
  await own.scrollIntoViewIfNeeded();
  const box = await own.boundingBox();
  if (!box) throw new Error('The bar is not drawn');
  await page.mouse.move(box.x + 3, box.y + 12);
  await page.mouse.down();
  // On, until a minute is found at which its people are there.
  const picked = page.locator('.picked');
  for (let x = 40; x === 40 || (await picked.innerText()).includes('no plan fits'); x += 20) {
    await page.mouse.move(box.x + x, box.y + 12, { steps: 4 });
    await expect(picked).toContainText(/: (hand back|no plan fits)/);
  }
  await expect(picked).toContainText(/hand back .*(as before|later|sooner)/);
  await page.mouse.up();
  const pinned = page.locator('.card', { has: page.getByRole('heading', { name: 'Pinned' }) });
  await expect(pinned).toContainText('Clean, lot');
  await expect(own).toHaveAttribute('aria-label', /pinned/);
  await pinned.getByRole('button', { name: 'Unpin' }).click();
  await expect(pinned).toBeHidden();
  await expect(handBack(page)).toContainText((before ?? '').split(',')[0] ?? '');

  const hang = bar(page, 'hang').last();
  await hang.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight');
  await expect(picked).toContainText(/hand back .* later/);
  await page.keyboard.press('Enter');
  await expect(pinned).toContainText('Hang, lot');
  await expect(handBack(page)).not.toHaveText(before ?? '');
  await pinned.getByRole('button', { name: 'Unpin' }).click();
  await expect(pinned).toBeHidden();
});

test('a coat that is late moves the plan: what, from, to, why; accepted or kept', async ({ page }) => {
  await setClock(page, server.url, '2026-03-11T15:30');
  await calm(server.url);
  const job = await plan(page, 'Lanternhouse');
  const moved = page.locator('.moved');
  await expect(moved).toContainText('The plan moved');
  await moved.getByText('What moved, and why').click();
  const row = moved.getByRole('row').nth(1);
  await expect(row).toContainText('→');
  await expect(row).toContainText(/waits|follows|taken|until|hours|start of the plan|at /);
  await moved.getByRole('button', { name: 'Keep the old ones where possible' }).click();
  await expect(moved).toBeHidden();
  await page.goto(`${job}/coat`);
  await ready(page);
  // Lot C’s priming was never said to be done.
  await expect(page.locator('.card.now')).toHaveCount(1);
  await page
    .locator('.card.ready', { hasText: 'Sand fronts' })
    .first()
    .getByRole('button', { name: 'Start', exact: true })
    .click();
  await expect(page.locator('.card.now')).toHaveCount(2);
});
