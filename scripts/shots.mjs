/** `npm run shots`: refreshes docs/screenshots from the demo data. */
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launchOptions } from './chromium.mjs';
import { build, install, root, serve } from './prepare.mjs';

install();
build();
const { chromium } = await import('@playwright/test');
const folder = mkdtempSync(join(tmpdir(), 'anthem-'));
const { server, url } = await serve({ ANTHEM_DEMO: '1', ANTHEM_DATA: join(folder, 'a.db') }, 4600, 'ignore');
const out = join(root, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });
const browser = await chromium.launch(launchOptions);
const job = /\/jobs\/[0-9a-f-]{36}/.exec(await (await fetch(`${url}/jobs`)).text())?.[0];

async function shoot(name, path, width = 1280, height = 800) {
  const page = await browser.newPage({ viewport: { width, height } });
  await page.goto(url + path);
  await page.locator('html[data-ready]').waitFor({ state: 'attached' });
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(200);
  await page.screenshot({ path: join(out, `${name}.png`) });
  await page.close();
}

await shoot('today', '/');
for (const stage of ['survey', 'plan', 'take-down', 'coat', 'hang', 'hand-over', 'check'])
  await shoot(stage, `${job}/${stage}`);
await shoot('piece', `${job}/find?code=16`);
await shoot('coat-phone', `${job}/coat`, 390, 844);
await shoot('take-down-phone', `${job}/take-down`, 390, 844);
await browser.close();
server.kill();
rmSync(folder, { recursive: true, force: true });
