/** A company of jobs of which each thing in turn is spoilt in the database: no page of all jobs falls, and the spoilt one is named. */
import { JOB_PAGES } from './addresses';
import Database from 'better-sqlite3';
import { rmSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { jobCalled, ready, demoServer, type TestServer } from './server';

let server: TestServer;
let db: Database.Database;
let spoilt: string;
let sound: string;

test.beforeAll(async () => {
  server = await demoServer();
  db = new Database(server.data);
  spoilt = (await jobCalled(server.url, 'Lanternhouse')).split('/').at(-1) ?? '';
  sound = (await jobCalled(server.url, 'Orchard Row')).split('/').at(-1) ?? '';
});
test.afterAll(() => {
  db.close();
  server.end();
});

const ALL = ['/', '/jobs', '/calendar'];
const OTHERS = ['/air', '/drying', '/systems', '/settings', '/jobs/new', '/jobs/bring-in'];
const OF_A_JOB = [...JOB_PAGES, 'scan', 'manage', 'job.json', 'pieces.csv'];
const statusOf = async (path: string): Promise<number> => (await fetch(server.url + path)).status;

const fact = (at: number, body: object): void => {
  const { worker } = db.prepare('SELECT id AS worker FROM worker LIMIT 1').get() as { worker: string };
  db.prepare(
    `INSERT INTO event (id, job_id, at, recorded_at, worker_id, device_id, kind, body) VALUES (?, ?, ?, ?, ?, 'd', 'air.read', ?)`,
  ).run(crypto.randomUUID(), spoilt, at, Date.UTC(2026, 2, 11), worker, JSON.stringify(body));
};
const air = { kind: 'air.read', place: 'tent', celsius: 18, humidity: 0.5 };
/** What was chosen for the plan of the job, with one thing changed. */
const chosen = (
  change: (choice: { system: { products: { stages: Record<string, { value: number }> }[] } }) => void,
) => {
  const choice = JSON.parse(
    db.prepare('SELECT choice FROM job WHERE id = ?').pluck().get(spoilt) as string,
  ) as Parameters<typeof change>[0];
  change(choice);
  db.prepare('UPDATE job SET choice = ? WHERE id = ?').run(JSON.stringify(choice), spoilt);
};
const stages = (value: number) =>
  chosen((c) => {
    for (const p of c.system.products) for (const s of Object.values(p.stages)) s.value = value;
  });

/** How each is spoilt, and what is said of it; null where it reads all the same. */
const SPOILS: [name: string, spoil: () => void, says: RegExp | null][] = [
  [
    'its time zone does not exist',
    () => db.prepare("UPDATE job SET time_zone = 'Atlantis/Bay' WHERE id = ?").run(spoilt),
    /There is no time zone “Atlantis\/Bay”/,
  ],
  ['waits are fractions of a minute', () => stages(2.5), null],
  ['stages of 10³⁰⁸', () => stages(1e308), /Figures of its plan are beyond their limits/],
  [
    'a system without its figures',
    () => chosen((c) => c.system.products.forEach((p) => (p.stages = {}))),
    /Its plan cannot be worked/,
  ],
  [
    'a choice of another shape',
    () => db.prepare(`UPDATE job SET choice = '{"a":1}' WHERE id = ?`).run(spoilt),
    /What was chosen for its plan cannot be read/,
  ],
  ['a fact dated 2⁵³', () => fact(Number.MAX_SAFE_INTEGER, air), /1 of its facts has a time that cannot be/],
  [
    'a fact dated −2⁵³',
    () => fact(-Number.MAX_SAFE_INTEGER, air),
    /2 of its facts have a time that cannot be/,
  ],
  [
    'a fact of no known kind',
    () => fact(Date.UTC(2026, 2, 11), { kind: 'moon.seen' }),
    /1 of its facts cannot be read/,
  ],
  [
    'notes of pieces that are none',
    () => db.prepare(`UPDATE piece SET condition = '[1]' WHERE job_id = ?`).run(spoilt),
    /The notes of 34 of its pieces cannot be read/,
  ],
  [
    'stored plans that are none',
    () => db.prepare(`UPDATE plan SET problem = '{}', result = '[]' WHERE job_id = ?`).run(spoilt),
    null,
  ],
  [
    'answers, labels and photos that are none',
    () => {
      db.prepare(
        `UPDATE job SET answers = '"yes"', created_at = ${Number.MAX_SAFE_INTEGER} WHERE id = ?`,
      ).run(spoilt);
      db.prepare(`UPDATE print_label SET label = '7'`).run();
      const worker = db.prepare('SELECT id FROM worker LIMIT 1').pluck().get();
      db.prepare(
        `INSERT INTO photo (id, job_id, piece_id, added_at, worker_id, note, width, height, image, thumbnail)
         VALUES (?, ?, NULL, ${Number.MAX_SAFE_INTEGER}, ?, 'x', 1, 1, x'00', x'00')`,
      ).run(crypto.randomUUID(), spoilt, worker);
    },
    /The day it was made cannot be read/,
  ],
  [
    'settings and systems of the company that are none',
    () => {
      db.prepare(
        `INSERT OR REPLACE INTO setting (key, value) VALUES ('places', '{"tent":1}'), ('costs', '[]')`,
      ).run();
      const worker = db.prepare('SELECT id FROM worker LIMIT 1').pluck().get();
      db.prepare(
        `INSERT INTO finish_system (key, version, saved_at, worker_id, body) VALUES ('melamine', 9, 0, ?, '{}')`,
      ).run(worker);
    },
    null,
  ],
];

for (const [name, spoil, says] of SPOILS)
  test(`one job is spoilt: ${name}`, async () => {
    keep();
    spoil();
    try {
      for (const path of ALL) {
        const answer = await fetch(server.url + path);
        expect(answer.status, path).toBe(200);
        const text = await answer.text();
        expect(text, path).toContain('Orchard Row');
        if (!says) continue;
        expect(text.replace(/<[^>]*>/g, ''), path).toMatch(says);
        expect(text, path).toContain(`/jobs/${spoilt}/manage`);
      }
      if (name.startsWith('settings'))
        expect(await (await fetch(`${server.url}/systems`)).text()).toContain('Version 9 of');
      for (const path of [...OTHERS, `/jobs/${sound}/plan`, `/jobs/${sound}/coat`])
        expect(await statusOf(path), path).toBe(200);
      // What is left of the spoilt job itself can be seen, and its way out opens.
      for (const path of OF_A_JOB) expect(await statusOf(`/jobs/${spoilt}/${path}`), path).toBe(200);
    } finally {
      restore();
    }
  });

test('one job is spoilt in every way at once: all pages of another one open', async () => {
  keep();
  for (const [, spoil] of SPOILS) spoil();
  try {
    for (const page of OF_A_JOB) expect(await statusOf(`/jobs/${sound}/${page}`), page).toBe(200);
  } finally {
    restore();
  }
});

/** Keeps every table as it is. */
function keep(): void {
  db.exec(`VACUUM INTO '${server.data}.kept'`);
  db.pragma('foreign_keys = OFF');
}

/** Puts every table back as it was kept. */
function restore(): void {
  db.exec(`ATTACH '${server.data}.kept' AS kept`);
  const tables = ['job', 'piece', 'plan', 'photo', 'print_label', 'setting', 'finish_system'];
  for (const table of tables)
    db.exec(`DELETE FROM main.${table}; INSERT INTO main.${table} SELECT * FROM kept.${table}`);
  // Facts stay in the log: they are taken out behind its back.
  const trigger = db
    .prepare("SELECT sql FROM sqlite_master WHERE name = 'event_stays'")
    .pluck()
    .get() as string;
  db.exec('DROP TRIGGER event_stays');
  db.exec('DELETE FROM main.event WHERE id NOT IN (SELECT id FROM kept.event)');
  db.exec(trigger);
  db.exec('DETACH kept');
  rmSync(`${server.data}.kept`);
}

test('waits of 2.5 minutes can be saved and planned with; what is beyond five years is refused in words', async ({
  page,
}) => {
  await page.goto(`${server.url}/systems/melamine`);
  await ready(page);
  await page.getByRole('button', { name: 'Change the figures' }).click();
  const recoat = page.locator('input[name$=".recoat"]').first();
  await recoat.fill('2.5');
  await page.getByRole('button', { name: /Save as version/ }).click();
  await expect(page.getByText(/version \d+/).first()).toBeVisible();
  const yard = await jobCalled(server.url, 'Weaver’s Yard');
  expect((await fetch(`${yard}/plan`)).status).toBe(200);
  await page.getByRole('button', { name: 'Change the figures' }).click();
  await recoat.fill('9000000');
  await page.getByRole('button', { name: /Save as version/ }).click();
  await expect(page.getByRole('alert')).toContainText('No wait is longer than five years');
});

test('a job is archived, brought back, and deleted by its name', async ({ page }) => {
  const yard = await jobCalled(server.url, 'Weaver’s Yard');
  const id = yard.split('/').at(-1) ?? '';
  await page.goto(yard + '/survey');
  await page.getByRole('link', { name: 'Manage', exact: true }).click();
  await page.getByRole('button', { name: 'Archive it' }).click();
  await expect(page.getByText('It is put away')).toBeVisible();
  expect(await (await fetch(server.url + '/')).text()).not.toContain('Weaver’s Yard');
  await page.getByRole('button', { name: 'Restore it' }).click();
  await expect(page.getByText('It is back among the jobs.')).toBeVisible();
  await page.getByText('Delete Weaver’s Yard').click();
  await expect(page.getByText(/This goes with it, for good: 23 pieces/)).toBeVisible();
  await page.getByLabel(/Type its name/).fill('Lanternhouse');
  await page.getByRole('button', { name: 'Delete it for good' }).click();
  await expect(page.getByRole('alert').first()).toContainText('Type the name of the job');
  await page.getByLabel(/Type its name/).fill('Weaver’s Yard');
  await page.getByRole('button', { name: 'Delete it for good' }).click();
  await page.waitForURL('**/jobs');
  await expect(page.getByText('Weaver’s Yard')).toHaveCount(0);
  expect(await statusOf(`/jobs/${id}/survey`)).toBe(410);
  const left = ['piece', 'event', 'photo', 'plan', 'zone'].map((t) =>
    db.prepare(`SELECT count(*) FROM ${t} WHERE job_id = ?`).pluck().get(id),
  );
  expect(left).toEqual([0, 0, 0, 0, 0]);
  for (const path of ALL) expect(await statusOf(path), path).toBe(200);
});
