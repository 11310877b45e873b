/** `npm run bench`: every figure of speed that the project quotes, measured now. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { v7 as newId } from 'uuid';
import { fold } from '../src/lib/core/bench/log/fold';
import { factSchema, type Fact } from '../src/lib/core/bench/log/events';
import { filmStage } from '../src/lib/core/coating/film-stage';
import { SYSTEMS } from '../src/lib/core/coating/systems/index';
import { ratesOf, type Climate } from '../src/lib/core/drying/climate';
import { readyAt } from '../src/lib/core/drying/ready';
import { addYears } from './bench-scale';
import { latencyRows } from './bench-latency';
import { lastingRows } from './bench-lasting';
import { phoneRows } from './bench-phone';
import { planRows, printRows, type Row } from './bench-plan';
import { launchOptions } from './parts/chromium.mjs';
import { build, freePort, root } from './parts/prepare.mjs';

const rows: Row[] = [];
const ms = (n: number): string => `${n < 10 ? n.toFixed(2) : n.toFixed(0)} ms`;
const median = (list: number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? NaN;
function times(n: number, act: () => unknown): number {
  act();
  return median(
    Array.from({ length: n }, () => {
      const from = performance.now();
      act();
      return performance.now() - from;
    }),
  );
}

build();
const folder = mkdtempSync(join(tmpdir(), 'anthem-bench-'));
const port = await freePort(4700);
const url = `http://localhost:${port}`;
const env = {
  ...process.env,
  HOST: '127.0.0.1',
  PORT: String(port),
  ORIGIN: url,
  ANTHEM_DEMO: '1',
  ANTHEM_DATA: join(folder, 'a.db'),
};

/** Starts the server and waits for its first page. */
async function start() {
  const from = performance.now();
  const server = spawn(process.execPath, ['build'], { cwd: root, env, stdio: 'ignore' });
  while (
    !(await fetch(url).then(
      (r) => r.ok,
      () => false,
    ))
  )
    await new Promise((r) => setTimeout(r, 5));
  return { server, took: performance.now() - from };
}
const stop = (server: ReturnType<typeof spawn>) =>
  new Promise((done) => server.once('exit', done) && server.kill('SIGTERM'));

const first = await start();
rows.push(['built server to first page, making the demo database', ms(first.took), '2000 ms']);
await stop(first.server);
const again = await start();
rows.push(['built server to first page, database there', ms(again.took), '2000 ms']);

const jobs = await (await fetch(`${url}/jobs`)).text();
const job = /(\/jobs\/[0-9a-f-]{36})[^<]*<b>Lanternhouse</.exec(jobs)?.[1] ?? '';
for (const path of [
  '/',
  '/jobs',
  '/systems',
  '/systems/two-pack',
  '/air',
  '/drying',
  '/lasting',
  '/lasting?by=place',
  ...[
    'survey',
    'survey/pieces',
    'survey/tests',
    'take-down/labels',
    'plan',
    'plan/system',
    'plan/take-off',
    'plan/mix',
    'take-down',
    'coat',
    'hang',
    'hand-over',
    'check',
  ].map((p) => `${job}/${p}`),
]) {
  const durations: number[] = [];
  for (let i = 0; i < 31; i++) {
    const answer = await fetch(url + path);
    await answer.arrayBuffer();
    if (i) durations.push(Number(/dur=([\d.]+)/.exec(answer.headers.get('server-timing') ?? '')?.[1]));
  }
  rows.push([`server time of ${path.replace(job, 'job')}, median of 30`, ms(median(durations)), '100 ms']);
}

const { facts } = (await (await fetch(`${url}/api${job}/facts`)).json()) as { facts: Fact[] };
const last = facts.at(-1);
/** On Orchard Row: Lanternhouse stays as long as a job is. */
const busy = /(\/jobs\/[0-9a-f-]{36})[^<]*<b>Orchard Row</.exec(jobs)?.[1] ?? '';
let serial = 0;
const reading = () =>
  JSON.stringify({
    facts: [
      {
        id: newId(),
        job: busy.slice(6),
        // As devices record them: one after another.
        at: (last?.at ?? 0) + ++serial,
        worker: last?.worker,
        device: 'bench',
        body: { kind: 'air.read', place: 'tent', celsius: 18, humidity: 0.6 },
      },
    ],
  });
/** Connections that stay, as devices keep theirs; a lean client, so that the server is measured. */
const agent = new Agent({ keepAlive: true, maxSockets: 32 });
/** @returns how long it took, ms */
const record = () =>
  new Promise<number>((resolve, reject) => {
    const from = performance.now();
    const body = reading();
    const headers = { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) };
    request(`${url}/api${busy}/facts`, { method: 'POST', agent, headers }, (answer) => {
      answer.resume().once('end', () => {
        if (answer.statusCode === 200) resolve(performance.now() - from);
        else reject(new Error(`Recording failed: ${answer.statusCode}`));
      });
    })
      .once('error', reject)
      .end(body);
  });
const recorded: number[] = [];
for (let i = 0; i < 200; i++) recorded.push(await record());
rows.push(['recording a fact, one at a time, median of 200', ms(median(recorded)), '']);
rows.push(['recording a fact, 99th of 100', ms([...recorded].sort((a, b) => a - b)[197] ?? NaN), '']);

/** Two hundred a second, each by itself, for some seconds. */
const RATE = 200;
const SECONDS = 5;
const begun = performance.now();
const under: Promise<number>[] = [];
for (let i = 0; i < RATE * SECONDS; i++) {
  const due = begun + (i * 1000) / RATE;
  while (performance.now() < due)
    await new Promise((r) => setTimeout(r, Math.max(0, due - performance.now())));
  under.push(record());
}
const took = (await Promise.all(under)).sort((a, b) => a - b);
rows.push([`recording ${RATE} facts a second, median`, ms(median(took)), '']);
rows.push(['  99th of 100', ms(took[Math.floor(took.length * 0.99)] ?? NaN), '25 ms']);

const fresh: number[] = [];
for (let i = 0; i < 10; i++) {
  await record();
  const answer = await fetch(`${url}${busy}/coat`);
  await answer.arrayBuffer();
  fresh.push(Number(/dur=([\d.]+)/.exec(answer.headers.get('server-timing') ?? '')?.[1]));
}
rows.push(['server time of job/coat just after a fact, with a new plan', ms(median(fresh)), '300 ms']);

agent.destroy();

const browser = await chromium.launch(launchOptions);
const page = await browser.newPage();
await page.goto(`${url}${job}/coat`, { waitUntil: 'networkidle' });
const loaded = await page.evaluate(() =>
  [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')].map((e) => ({
    name: e.name,
    bytes: (e as PerformanceResourceTiming).encodedBodySize,
  })),
);

/** Sixty cabinets in the survey, saved; then one key after another in the first of them, until the drawing stands. */
const KEYS = 120;
await page.goto(`${url}/jobs/new`, { waitUntil: 'networkidle' });
await page.getByLabel('Name of the job').fill('Sixty cabinets');
await page.getByLabel('Colour').fill('Oatcloth');
await page.getByRole('button', { name: 'Start the survey' }).click();
await page.waitForURL('**/survey');
await page.locator('html[data-ready]').waitFor({ state: 'attached' });
const CABINETS = [
  'upper 30 : pair',
  'upper 18 : door L',
  'base 36 : drawer / pair',
  'base 18 : 4x drawer',
  'tall 24 : door / door',
];
const sixty = Array.from({ length: 60 }, (_, i) =>
  (i % 10 ? [] : [`wall W${i / 10}`]).concat(CABINETS[i % 5] ?? ''),
).flat();
await page.getByLabel('One line a cabinet').fill(sixty.join('\n'));
await page.getByRole('button', { name: 'Save the survey' }).click();
await page.getByText(/^saved, \d+ pieces$/).waitFor();
const keys = await page.evaluate(async (n) => {
  const area = document.querySelector('textarea');
  const type = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')?.set;
  if (!area || !type) throw new Error('There is no survey to type in');
  const text = area.value;
  const took: number[] = [];
  for (let i = 0; i < n; i++) {
    const next = i % 2 ? text : text.replace('upper 30', 'upper 30 1/2');
    const from = performance.now();
    type.call(area, next);
    area.dispatchEvent(new InputEvent('input', { bubbles: true }));
    // The component is redrawn before this goes on; then the layout is asked for.
    await new Promise((done) => queueMicrotask(() => queueMicrotask(() => done(null))));
    for (const svg of document.querySelectorAll('figure svg')) svg.getBoundingClientRect();
    took.push(performance.now() - from);
    await new Promise((done) => requestAnimationFrame(() => done(null)));
  }
  return { took, drawn: document.querySelectorAll('figure [data-piece]').length };
}, KEYS);
rows.push([
  `a keystroke in a survey of 60 cabinets, ${keys.drawn} pieces, redrawn, median of ${KEYS}`,
  ms(median(keys.took)),
  '16 ms',
]);
rows.push(['  nine of ten', ms([...keys.took].sort((x, y) => x - y)[Math.floor(KEYS * 0.9)] ?? NaN), '']);

/** A thousand runs of the risk in the page's worker, and the longest that the page did not answer meanwhile. */
const orchard = /(\/jobs\/[0-9a-f-]{36})[^<]*<b>Orchard Row</.exec(jobs)?.[1] ?? '';
await page.goto(`${url}${orchard}/plan`, { waitUntil: 'networkidle' });
await page.evaluate(() => {
  const seen = { last: performance.now(), longest: 0 };
  Object.assign(window, { seen });
  setInterval(() => {
    const at = performance.now();
    seen.longest = Math.max(seen.longest, at - seen.last);
    seen.last = at;
  }, 5);
});
const weigh = page.getByRole('button', { name: 'Weigh it in 1000 runs' });
await weigh.waitFor();
const asked = performance.now();
await weigh.click();
await page.getByRole('button', { name: 'Weigh it again' }).waitFor();
rows.push([
  'risk of 1000 runs in the browser’s worker, air and all, from the press',
  ms(performance.now() - asked),
  '3000 ms',
]);
const stood = await page.evaluate(() => (window as unknown as { seen: { longest: number } }).seen.longest);
rows.push(['  longest that the page did not answer', ms(stood), '']);
await browser.close();
const kB = (part: RegExp) =>
  `${Math.round(loaded.reduce((n, e) => n + (part.test(e.name) ? e.bytes : 0), 0) / 1000)} kB`;
rows.push([`first load of the bench: ${loaded.length} files as sent`, kB(/./), '250 kB']);
rows.push(['  of it scripts, styles, fonts', `${kB(/\.js$/)}, ${kB(/\.css$/)}, ${kB(/\.woff2?$/)}`, '']);
await stop(again.server);

/** Today, beside 300 finished jobs and a million facts. */
addYears(env.ANTHEM_DATA, 300, 1_000_000);
const years = await start();
const todays: number[] = [];
for (let i = 0; i < 21; i++) {
  const answer = await fetch(url);
  await answer.arrayBuffer();
  if (i) todays.push(Number(/dur=([\d.]+)/.exec(answer.headers.get('server-timing') ?? '')?.[1]));
}
rows.push(['server time of / beside 300 finished jobs and a million facts', ms(median(todays)), '100 ms']);
await stop(years.server);
rmSync(folder, { recursive: true, force: true });

/** Ten thousand facts of one job: its log again and again, each time later; then the same from devices in any order. */
const parsed = facts.map((f) => factSchema.parse(f));
const span = Math.max(...parsed.map((f) => f.at)) - Math.min(...parsed.map((f) => f.at)) + 1;
const many = Array.from({ length: Math.ceil(10_000 / parsed.length) }, (_, i) =>
  parsed.map((f) => ({ ...f, at: f.at + i * span, id: `${f.id.slice(0, -6)}${String(i).padStart(6, '0')}` })),
)
  .flat()
  .slice(0, 10_000);
const anyOrder = many.map((_, i) => many[(i * 7919) % many.length] ?? ({} as Fact));
rows.push(['folding 10,000 facts', ms(times(15, () => fold(many))), '20 ms']);
rows.push(['  come in any order', ms(times(15, () => fold(anyOrder))), '20 ms']);

const MINUTES = 14 * 1440;
const fortnight: Climate = {
  start: 0,
  step: 1,
  air: Array.from({ length: MINUTES }, (_, m) => {
    const c = Math.cos((2 * Math.PI * (m / 60 - 15)) / 24);
    return { celsius: 18 + 6 * c, humidity: 0.6 - 0.15 * c, wind: 0.1 };
  }),
};
const films = SYSTEMS.flatMap((s) => s.products).flatMap((p) =>
  (['touch', 'recoat', 'flip'] as const).flatMap((stage) => filmStage(p, stage) ?? []),
);
rows.push([
  '10,000 ready times over 14 days by the minute, rates summed up anew',
  ms(
    times(7, () => {
      const rates = ratesOf(fortnight);
      let reached = 0;
      for (let i = 0; i < 10_000; i++) {
        const film = films[i % films.length];
        if (film && readyAt(film, ((i * 37) % (10 * 1440)) * 60_000, rates) !== null) reached++;
      }
      if (reached < 9000) throw new Error(`Only ${reached} films were ready`);
    }),
  ),
  '1000 ms',
]);

printRows([
  ...rows,
  ...lastingRows(),
  ...(await latencyRows()),
  ...(await phoneRows()),
  ...(await planRows()),
]);
