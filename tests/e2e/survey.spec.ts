/** A kitchen of 57 pieces, two colours and an island: once by notation, once by pointing only; both draw the same. */
import { expect, test, type Page } from '@playwright/test';
import { newJob, ready, demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

/** Band, width in inches, what closes it: the words of the notation and of the button. */
type Box = [band: 'hung' | 'base' | 'tall', width: number, words: string];
const NOTATION: Record<string, string> = {
  door: 'door L',
  pair: 'pair',
  glass: 'glass L',
  'drawer over door': 'drawer / door L',
  'drawer over pair': 'drawer / pair',
  'false over pair': 'false / pair',
  '3 drawers': '3x drawer',
  '4 drawers': '4x drawer',
  'pull-out': 'pullout',
  panel: 'panel',
  valance: 'valance',
  'door over door': '2x door L',
  appliance: 'appliance',
};
const KITCHEN: [wall: string, boxes: Box[]][] = [
  [
    'North',
    [
      ['hung', 36, 'pair'],
      ['hung', 18, 'door'],
      ['hung', 36, 'valance'],
      ['hung', 33, 'pair'],
      ['base', 36, 'drawer over pair'],
      ['base', 18, '4 drawers'],
      ['base', 36, 'false over pair'],
      ['base', 24, 'appliance'],
      ['base', 27, '3 drawers'],
    ],
  ],
  [
    'East',
    [
      ['hung', 30, 'pair'],
      ['hung', 30, 'appliance'],
      ['hung', 30, 'pair'],
      ['base', 36, 'drawer over pair'],
      ['base', 30, 'appliance'],
      ['base', 18, 'drawer over door'],
      ['base', 12, 'pull-out'],
    ],
  ],
  [
    'South',
    [
      ['tall', 33, 'door over door'],
      ['tall', 30, 'appliance'],
      ['hung', 30, 'pair'],
      ['base', 36, 'drawer over pair'],
      ['base', 24, 'drawer over door'],
      ['hung', 24, 'glass'],
    ],
  ],
  [
    'West',
    [
      ['base', 36, 'drawer over pair'],
      ['hung', 33, 'pair'],
      ['hung', 18, 'door'],
    ],
  ],
  [
    'Island front',
    [
      ['base', 30, 'drawer over pair'],
      ['base', 24, '3 drawers'],
      ['base', 30, 'drawer over pair'],
    ],
  ],
  [
    'Island back',
    [
      ['base', 27, 'panel'],
      ['base', 27, 'panel'],
      ['base', 27, 'panel'],
    ],
  ],
];
const LINES = KITCHEN.flatMap(([wall, boxes]) => [
  wall.startsWith('Island') ? `island ${wall}` : `wall ${wall}`,
  ...boxes.map(([band, width, words]) => `${band === 'hung' ? 'upper' : band} ${width} : ${NOTATION[words]}`),
]);

/** Every wall of a page as it is drawn. */
const drawings = (page: Page) =>
  page.locator('figure svg').evaluateAll((all) => all.map((svg) => svg.innerHTML));
const saved = (page: Page) => expect(page.getByText('saved, 57 pieces')).toBeVisible();

/** A second zone, and the island painted with it by pointing. */
async function paintIsland(page: Page, job: string) {
  await page.goto(`${job}/survey/pieces`);
  await ready(page);
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await page.getByLabel('Zone', { exact: true }).fill('Island');
  await page.getByLabel('Colour', { exact: true }).fill('Slatewing');
  await page.getByLabel('Shown as').fill('#54636b');
  await page.getByRole('button', { name: 'Save the zone' }).click();
  await page.getByRole('button', { name: 'Island front', exact: true }).click();
  await expect(page.locator('#note').getByText('9 pieces chosen')).toBeVisible();
  // The back is drawn over with the pointer held down.
  const back = page.getByRole('group', { name: 'Elevation of Island back' }).locator('[data-piece]');
  await back.first().scrollIntoViewIfNeeded();
  const [from, to] = [await back.first().boundingBox(), await back.last().boundingBox()];
  if (!from || !to) throw new Error('The island has no back');
  await page.mouse.move(from.x - 12, from.y + 60);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2, to.y + 60, { steps: 24 });
  await page.mouse.up();
  await expect(page.locator('#note').getByText('12 pieces chosen')).toBeVisible();
  await page.getByRole('button', { name: 'Into C Island' }).click();
  await expect(page.getByText('Slatewing, satin · 12 pieces')).toBeVisible();
}

test('by notation and by pointing: equal drawings', async ({ page }) => {
  page.on('dialog', (d) => void d.accept());
  const typed = await newJob(page, server.url, 'Typed', LINES.join('\n'), 57);
  await page.goto(`${typed}/survey`);
  await ready(page);
  const wanted = await drawings(page);
  expect(wanted).toHaveLength(6);

  const pointed = await newJob(page, server.url, 'Pointed', null, 0);
  const wallOf = (name: string) => page.getByRole('region', { name: `Wall ${name}`, exact: true });
  const card = page.getByRole('region', { name: 'Cabinet', exact: true });
  for (const [wall, boxes] of KITCHEN) {
    await page
      .getByRole('button', { name: wall.startsWith('Island') ? 'Add a side of an island' : 'Add a wall' })
      .click();
    for (const [band, width, words] of boxes) {
      await wallOf(wall)
        .getByRole('button', { name: `Add ${band} on ${wall}` })
        .click();
      const wide = card.getByRole('button', { name: `${width} in wide` });
      if (wall === 'North' && width === 36 && words === 'pair') {
        // The first one is drawn wider by its edge: six inches at 0.15 pixels a millimetre.
        const handle = wallOf(wall).locator('[data-handle=size] rect');
        const box = await handle.boundingBox();
        if (!box) throw new Error('There is no handle');
        await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
        await page.mouse.down();
        await page.mouse.move(box.x + box.width / 2 + 12, box.y + box.height / 2, { steps: 3 });
        await page.mouse.move(box.x + box.width / 2 + 6 * 25.4 * 0.15 + 0.4, box.y + box.height / 2, {
          steps: 3,
        });
        await page.mouse.up();
        await expect(wide).toHaveAttribute('aria-pressed', 'true');
      } else if (width !== 30) await wide.click();
      await card
        .getByRole('group', { name: 'What closes it' })
        .getByRole('button', { name: words, exact: true })
        .click();
    }
  }
  await test.step('a slip is undone and done again; a cabinet is dragged past its neighbour and back', async () => {
    await wallOf('West').locator('[data-piece]').first().click();
    await card.getByRole('button', { name: 'Split into two' }).click();
    await expect(page.getByText('58 pieces')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('57 pieces')).toBeVisible();
    await page.getByRole('button', { name: 'Redo' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    const lines = page.getByLabel('One line a cabinet');
    const before = await lines.inputValue();
    await wallOf('North').locator('[data-piece]').nth(2).click();
    const handle = wallOf('North').locator('[data-handle=place] rect');
    // The card of the cabinet comes into view first, and the wall stays in sight.
    await expect(card).toBeInViewport();
    await expect(handle).toBeInViewport();
    const box = await handle.boundingBox();
    if (!box) throw new Error('There is no handle');
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x - 150, y, { steps: 6 });
    await page.mouse.up();
    expect((await lines.inputValue()).split('\n').slice(1, 3)).toEqual([
      'upper 18 : door L',
      'upper 36 : pair',
    ]);
    await card.getByRole('button', { name: 'Move right' }).click();
    expect(await lines.inputValue()).toBe(before);
  });
  await page.getByRole('button', { name: 'Save the survey' }).click();
  await saved(page);
  await page.reload();
  await ready(page);
  expect(await drawings(page)).toEqual(wanted);
  // Both views are in step: the text that was never typed says the same kitchen.
  const text = await page.getByLabel('One line a cabinet').inputValue();
  expect(text.split('\n').filter(Boolean)).toEqual(LINES);

  await paintIsland(page, typed);
  const painted = await drawings(page);
  await paintIsland(page, pointed);
  expect(await drawings(page)).toEqual(painted);
});

test('what somebody else saves is never written over unseen, whatever news came meanwhile', async ({
  page,
  browser,
}) => {
  page.on('dialog', (d) => void d.accept());
  const job = await newJob(page, server.url, 'Two at it', 'wall North\nupper 18 : pair', 2);
  const lines = page.getByLabel('One line a cabinet');
  await lines.fill('wall North\nupper 20 : pair');
  const elsewhere = await browser.newContext();
  const other = await elsewhere.newPage();
  await other.goto(`${job}/survey`);
  await ready(other);
  await other.getByLabel('One line a cabinet').fill('wall North\nupper 24 : pair');
  await other.getByRole('button', { name: 'Save the survey' }).click();
  await expect(other.getByText('saved, 2 pieces')).toBeVisible();
  // Something else happens in the job: the page is told, and has what the other saved.
  const news = page.waitForResponse(/survey\/__data\.json/);
  await other.goto(`${job}/take-down`);
  await ready(other);
  await other.getByRole('button', { name: 'Label is on' }).first().click();
  await news;
  await page.getByRole('button', { name: 'Save the survey' }).click();
  await expect(page.getByRole('alert')).toContainText('saved by somebody else');
  await expect(lines).toHaveValue('wall North\nupper 20 : pair');
  await elsewhere.close();
});

test('the notation completes, marks faults in place and keeps what was typed', async ({ page }) => {
  page.on('dialog', (d) => void d.accept());
  await newJob(page, server.url, 'Sketch', null, 0);
  const lines = page.getByLabel('One line a cabinet');
  await lines.pressSequentially('wall North\nup');
  await expect(page.getByRole('option', { name: 'upper hung cabinet' })).toBeVisible();
  await page.keyboard.press('Tab');
  await lines.pressSequentially(' 30 : pa');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Tab');
  await expect(lines).toHaveValue('wall North\nupper 30 : pair');
  await expect(page.locator('figure [data-piece]')).toHaveCount(2);
  await lines.pressSequentially('\nbase 300 : door');
  await expect(page.getByText('A width of 300 in is more than a wall holds.')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('A width of 300 in')).toHaveCount(0);
  await page.keyboard.press('Control+y');
  await page.getByRole('button', { name: 'Save the survey' }).click();
  await expect(page.getByText('Saved as typed.')).toBeVisible();
  await page.reload();
  await expect(lines).toHaveValue('wall North\nupper 30 : pair\nbase 300 : door');
});

test('pointing on a phone never widens the page', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await newJob(
    page,
    server.url,
    'Narrow',
    'wall North\nupper 30 : pair\nupper 36 : pair\nbase 18 : 3x drawer',
    7,
  );
  await page.locator('[data-piece="1"]').click();
  await expect(page.getByRole('button', { name: 'Delete the cabinet' })).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect((await page.getByLabel('Form of the front').boundingBox())?.width).toBeGreaterThan(60);
});

test('what is noted shows on the elevation; tests raise findings; photos lose what the camera wrote', async ({
  page,
}) => {
  const job = await newJob(page, server.url, 'Noted', 'wall North\nupper 30 : pair\nbase 18 : 3x drawer', 5);
  await page.goto(`${job}/survey/pieces`);
  await ready(page);
  await page.getByRole('button', { name: 'upper', exact: true }).click();
  await page.getByLabel('Grease').selectOption('3');
  await page.getByLabel('Loose paint').selectOption('yes');
  await page.getByRole('button', { name: 'Note it on 2 pieces' }).click();
  await expect(page.locator('table tbody tr').first()).toContainText('grease 3, loose paint');
  await page.getByRole('button', { name: 'Grease', exact: true }).click();
  await expect(page.locator('figure').getByText('●●●')).toHaveCount(2);
  await page.getByRole('button', { name: 'Condition', exact: true }).click();
  await expect(page.locator('figure').getByText('L', { exact: true })).toHaveCount(2);

  await page.goto(`${job}/survey/tests`);
  await ready(page);
  // Nobody gave the year of the house.
  await expect(page.getByText('Year of the house not known. House built before 1978')).toBeVisible();
  await expect(page.getByText('no dry scraping or sanding before the lead test')).toBeVisible();
  await page.getByRole('button', { name: 'Solvent spot' }).click();
  await page.getByLabel('Where').fill('inside edge');
  await page.getByRole('button', { name: 'lifted' }).click();
  await expect(page.getByText('Solvent lifted the old finish').first()).toBeVisible();
  await expect(page.getByText('No first coat before that.')).toBeVisible();
  await page.goto(`${job}/plan`);
  await expect(page.getByText('Barrier primer needed')).toBeVisible();

  await page.goto(`${job}/survey/tests`);
  await ready(page);
  await page.getByLabel('JPEG, PNG or WebP').setInputFiles({
    name: 'door.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('not a picture at all'),
  });
  await page.getByRole('button', { name: 'Save the photo' }).click();
  await expect(page.getByText('This is no photo that can be read')).toBeVisible();
  await page.getByLabel('JPEG, PNG or WebP').setInputFiles('docs/screenshots/survey.png');
  await page.getByLabel('What it shows').fill('the long wall');
  await page.getByRole('button', { name: 'Save the photo' }).click();
  const image = page.getByRole('img', { name: 'the long wall' });
  await expect(image).toBeVisible();
  const small = await page.request.get(new URL((await image.getAttribute('src')) ?? '', server.url).href);
  expect(small.headers()['content-type']).toBe('image/jpeg');
  await page.getByLabel('Remove the photo').click();
  await expect(page.getByText('Remove this photo? It cannot be brought back.')).toBeVisible();
  await page.getByRole('button', { name: 'No, keep it' }).click();
  await expect(image).toBeVisible();
  await page.getByLabel('Remove the photo').click();
  await page.getByRole('button', { name: 'Remove it' }).click();
  await expect(image).toHaveCount(0);
});
