/** The built server on a database of its own, and what tests do to it. */
import { once } from 'node:events';
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ChildProcess } from 'node:child_process';
import { expect, type Page } from '@playwright/test';
import { serve, SHORT_LIVED } from '../../scripts/parts/prepare.mjs';
import { DEMO_FILE } from '../demo-file';

export interface TestServer {
  url: string;
  /** its database */
  data: string;
  process: ChildProcess;
  /** starts it again on the same database */
  restart: () => Promise<TestServer>;
  /** ends it and removes the database */
  end: () => void;
}

/** Ports of this worker, one after another. */
let port = 5200 + 100 * Number(process.env.TEST_PARALLEL_INDEX ?? 0);

async function start(folder: string, env: Record<string, string> = {}, wanted = ++port): Promise<TestServer> {
  const data = join(folder, 'anthem.db');
  const { server, url } = await serve(
    { ANTHEM_DEMO: '1', ANTHEM_DATA: data, ANTHEM_EFFORT: 'quick', ...env },
    wanted,
    'ignore',
    true,
    SHORT_LIVED,
  );
  return {
    url,
    data,
    process: server,
    // At the same address: a browser keeps what it has by address. A killed one holds its port until it is gone.
    restart: async () => {
      if (server.exitCode === null && server.signalCode === null) {
        server.kill('SIGKILL');
        await once(server, 'exit');
      }
      const again = await start(folder, env, Number(new URL(url).port));
      if (again.url !== url) throw new Error(`Another program took ${url}`);
      return again;
    },
    end: () => {
      server.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

const newFolder = (): string => mkdtempSync(join(tmpdir(), 'anthem-'));

/** A server of a test's own, for what ends it or needs another one: on the demo, or empty where it is started without. */
export function ownServer(env: Record<string, string> = {}): Promise<TestServer> {
  const folder = newFolder();
  if ((env.ANTHEM_DEMO ?? '1') === '1') copyFileSync(DEMO_FILE, join(folder, 'anthem.db'));
  return start(folder, env);
}

let shared: Promise<TestServer> | null = null;

async function startShared(): Promise<TestServer> {
  const folder = newFolder();
  for (const name of ['anthem.db', 'anthem.db.as-made']) copyFileSync(DEMO_FILE, join(folder, name));
  const server = await start(folder);
  process.on('exit', server.end);
  return { ...server, end: () => undefined };
}

/**
 * The server of this worker with the demo as it was made; whatever was done to it before is gone. Its plans are among the first that come
 * to mind.
 */
export async function demoServer(): Promise<TestServer> {
  if (!shared) return (shared = startShared());
  const server = await shared;
  const answer = once(server.process, 'message');
  server.process.send('begin anew');
  const [said] = (await answer) as [string];
  if (said !== 'begun anew') throw new Error(said);
  return server;
}

/** Waits until the page that was loaded answers to keys and pointers. */
export const ready = (page: Page): Promise<unknown> =>
  page.locator('html[data-ready]').waitFor({ state: 'attached' });

/** The address of a job by its name. */
export async function jobCalled(url: string, name: string): Promise<string> {
  const jobs = await (await fetch(`${url}/jobs`)).text();
  const path = new RegExp(`(/jobs/[0-9a-f-]{36})[^<]*<b>${name}<`).exec(jobs)?.[1];
  if (!path) throw new Error(`There is no job ${name}`);
  return url + path;
}

/**
 * Makes a job by its form and types its survey, where there is one.
 * @returns the address of the job; the page stands at its survey
 */
export async function newJob(
  page: Page,
  url: string,
  name: string,
  notation: string | null,
  pieces: number,
): Promise<string> {
  await page.goto(`${url}/jobs/new`);
  await ready(page);
  await page.getByLabel('Name of the job').fill(name);
  await page.getByLabel('Colour').fill('Oatcloth');
  await page.getByRole('button', { name: 'Start the survey' }).click();
  await page.waitForURL('**/survey');
  await ready(page);
  if (notation !== null) {
    await page.getByLabel('One line a cabinet').fill(notation);
    await page.getByRole('button', { name: 'Save the survey' }).click();
    await page.getByText(`saved, ${pieces} pieces`).waitFor();
  }
  return page.url().replace('/survey', '');
}

/** Sets the demo’s clock, Halifax time, and loads the page again. */
export async function setClock(page: Page, url: string, shows: string): Promise<void> {
  const answer = await page.request.post(`${url}/settings?/clock`, {
    headers: { origin: url },
    form: { shows },
    // The server may just be closing the connection that was kept.
    maxRetries: 3,
  });
  if (!answer.ok()) throw new Error(`The clock is not set: ${answer.status()}`);
  if (!page.url().startsWith(url)) return;
  await page.goto(page.url());
  await ready(page);
}

/** In the form of the plan: the pieces alone, and nothing shared with other jobs, so that times can be worked out by hand. */
export async function byItself(page: Page): Promise<void> {
  await page.getByLabel('the fixed work in the kitchen').uncheck();
  await page.getByLabel('taking down, carrying, handles and the last walk').uncheck();
  await page.getByLabel('people, place and rack are shared with other jobs').uncheck();
}

/** Waits until no plan is being made. */
export async function calm(url: string): Promise<void> {
  const jobs = await Promise.all(['Lanternhouse', 'Orchard Row'].map((name) => jobCalled(url, name)));
  const asked = jobs.map((j) => `job=${j.split('/').at(-1) ?? ''}`).join('&');
  await expect
    .poll(
      async () =>
        ((await (await fetch(`${url}/api/plans?${asked}`)).json()) as { planning: unknown[] }).planning,
    )
    .toEqual([]);
}
