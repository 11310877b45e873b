/** `npm run shots`: refreshes docs/screenshots from the demo data. */
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launchOptions } from './parts/chromium.mjs';
import { build, install, root, serve } from './parts/prepare.mjs';

install();
build();
const { chromium } = await import('@playwright/test');
const folder = mkdtempSync(join(tmpdir(), 'anthem-'));
const { server, url } = await serve({ ANTHEM_DEMO: '1', ANTHEM_DATA: join(folder, 'a.db') }, 4600, 'ignore');
const out = join(root, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });
const browser = await chromium.launch(launchOptions);
const jobs = await (await fetch(`${url}/jobs`)).text();
const jobCalled = (name) => new RegExp(`(/jobs/[0-9a-f-]{36})[^<]*<?[^<]*${name}`).exec(jobs)?.[1];
const lantern = jobCalled('Lanternhouse');
const orchard = jobCalled('Orchard Row');

/** @param act what is done on the page before the picture */
async function shoot(name, path, act = async () => {}, [width, height] = [1280, 800]) {
  const page = await browser.newPage({ viewport: { width, height } });
  // As from the second page on: set in our own letters.
  await page.addInitScript(() => localStorage.setItem('anthem-fonts', 'yes'));
  await page.goto(url + path);
  await page.locator('html[data-ready]').waitFor({ state: 'attached' });
  await page.evaluate(() => document.fonts.ready);
  await act(page);
  await page.waitForTimeout(200);
  await page.screenshot({ path: join(out, `${name}.png`) });
  await page.close();
}
const PHONE = [390, 844];
const point = (codes) => async (page) => {
  for (const code of codes) await page.locator(`[data-piece="${code}"]`).click();
};

await shoot('today', '/');
await shoot('survey', `${orchard}/survey`, point(['A16']));
await shoot('pieces', `${orchard}/survey/pieces`, async (page) => {
  await page.getByRole('button', { name: 'Grease' }).click();
  await point(['A1', 'A2'])(page);
});
await shoot('labels', `${orchard}/take-down/labels`, async (page) => {
  await page.getByRole('button', { name: 'Print at the label printer' }).click();
  await page.waitForTimeout(700);
  await page.evaluate(() => scrollTo(0, 190));
});
await shoot('plan', `${orchard}/plan`, async (page) => {
  await page.getByRole('button', { name: 'Find what would save time' }).click();
  await page.getByRole('button', { name: 'Ask again' }).waitFor();
  await page.locator('.back', { hasText: 'sure of the promised' }).waitFor();
  await page.evaluate(() => scrollTo(0, 0));
});
await shoot('calendar', '/calendar');
for (const stage of ['take-down', 'coat']) await shoot(stage, `${lantern}/${stage}`);
const ferry = jobCalled('Ferry Steps');
await shoot('hang', `${ferry}/hang`, (page) => page.locator('a[href^="?opening="]').nth(3).click());
await shoot('hand-over', `${ferry}/hand-over`);
const weavers = jobCalled('Weaver’s Yard');
await shoot('system', `${weavers}/plan/system`);
await shoot('take-off', `${lantern}/plan/take-off`);
await shoot('offer', `${orchard}/plan/offer`, async (page) => {
  for (const name of ['offer.grain', 'offer.coat', 'offer.quicker'])
    await page.locator(`input[name="${name}"]`).check();
  await page.getByRole('button', { name: 'Make version 1' }).click();
  await page.getByRole('article').waitFor();
  await page.evaluate(() => scrollTo(0, 0));
});
await shoot('air', '/air');
await shoot('lasting', '/lasting', (page) =>
  page.getByRole('region', { name: 'What goes with failures' }).waitFor(),
);
await shoot('check', '/', async (page) => {
  await page.locator('[aria-label="Visits due"] li a').first().click();
  await page
    .getByRole('link', { name: /^Check piece/ })
    .nth(3)
    .click();
  await page.getByLabel('How', { exact: true }).selectOption('cross-cut');
  for (const square of ['1, 1', '1, 2', '2, 2'])
    await page.getByLabel(`Square ${square}`, { exact: true }).check();
  await page.evaluate(() => scrollTo(0, 0));
});
await shoot('piece', `${lantern}/coat`, async (page) => {
  await page.getByRole('button', { name: /^Piece 16,/ }).click();
  const face = page.getByRole('button', { name: 'A flaw on the front' });
  await face.click({ position: { x: 60, y: 70 } });
});
await shoot('coat-phone', `${lantern}/coat`, undefined, PHONE);
await shoot('household', `${ferry}/customer`, async (page) => {
  await page.getByRole('button', { name: 'Make another link' }).click();
  await page.goto(await page.getByLabel('The link', { exact: true }).inputValue());
  await page.setViewportSize({ width: PHONE[0], height: PHONE[1] });
});
await browser.close();
server.kill();
rmSync(folder, { recursive: true, force: true });
