/** How fast the server answers while one thread settles Orchard Row with everything left open. */
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { v7 as newId } from 'uuid';
import type { Fact } from '../src/lib/core/bench/log/events';
import { printRows, type Row } from './bench-plan';
import { serve } from './parts/prepare.mjs';

const ms = (n: number): string => `${n < 10 ? n.toFixed(2) : n.toFixed(0)} ms`;
/** The value that so large a share of a list does not exceed. */
const quantile = (list: readonly number[], share: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? NaN;

/** How often it is settled. */
const ROUNDS = 6;
/** Between two requests, ms. */
const PACE = 40;

/** One request on a connection that stays. @returns status, text and how long it took, ms */
function ask(
  agent: Agent,
  url: string,
  options: { method?: string; body?: string; headers?: Record<string, string> } = {},
): Promise<{ status: number; text: string; took: number }> {
  const { method = 'GET', body, headers = {} } = options;
  const from = performance.now();
  return new Promise((resolve, reject) => {
    const sent =
      body === undefined ? headers : { ...headers, 'content-length': String(Buffer.byteLength(body)) };
    request(url, { method, agent, headers: sent }, (answer) => {
      let text = '';
      answer
        .setEncoding('utf8')
        .on('data', (part: string) => (text += part))
        .once('end', () => resolve({ status: answer.statusCode ?? 0, text, took: performance.now() - from }));
    })
      .once('error', reject)
      .end(body);
  });
}

/** @returns how long recording and opening Today took while Orchard Row was settled, and what came of that */
export async function latencyRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'anthem-latency-'));
  const { server, url } = await serve(
    { ANTHEM_DEMO: '1', ANTHEM_DATA: join(folder, 'a.db') },
    4800,
    'ignore',
  );
  const agent = new Agent({ keepAlive: true, maxSockets: 8 });
  try {
    const { text: jobs } = await ask(agent, `${url}/jobs`);
    const named = (name: string): string =>
      new RegExp(`(/jobs/[0-9a-f-]{36})[^<]*<b>${name}<`).exec(jobs)?.[1] ?? '';
    const [orchard, lantern] = [named('Orchard Row'), named('Lanternhouse')];
    const log = JSON.parse((await ask(agent, `${url}/api${lantern}/facts`)).text) as { facts: Fact[] };
    const last = log.facts.at(-1);
    let serial = 0;
    const record = () =>
      ask(agent, `${url}/api${lantern}/facts`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          facts: [
            {
              id: newId(),
              job: lantern.slice(6),
              at: (last?.at ?? 0) + ++serial,
              worker: last?.worker,
              device: 'bench',
              body: { kind: 'air.read', place: 'island', celsius: 18, humidity: 0.6 },
            },
          ],
        }),
      });
    // Everything is loaded and compiled before anything is measured.
    for (let i = 0; i < 20; i++) await ask(agent, url);
    for (let i = 0; i < 5; i++) await record();
    const form = new URLSearchParams({
      system: 'shellac-urethane',
      rules: 'yes',
      fixed: 'yes',
      shared: 'yes',
      openLots: 'yes',
      openPattern: 'yes',
    });
    const settled: number[] = [];
    const recorded: number[] = [];
    const today: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      let done = false;
      const choosing = ask(agent, `${url}${orchard}/plan?/choose`, {
        method: 'POST',
        headers: { 'content-type': 'application/x-www-form-urlencoded', origin: url },
        body: form.toString(),
      }).then(({ status, took }) => {
        done = true;
        if (status !== 200) throw new Error(`Choosing failed: ${status}`);
        settled.push(took);
      });
      while (!done) {
        const fact = await record();
        if (fact.status !== 200) throw new Error(`Recording failed: ${fact.status} ${fact.text}`);
        recorded.push(fact.took);
        today.push((await ask(agent, url)).took);
        await new Promise((rest) => setTimeout(rest, PACE));
      }
      await choosing;
    }
    return [
      [
        `while planning: Orchard Row with lots and turning left open, a fact and Today ${recorded.length} times`,
        ms(quantile(settled, 0.5)),
        '',
      ],
      ['  recording a fact, median', ms(quantile(recorded, 0.5)), ''],
      ['  recording a fact, 99th of 100', ms(quantile(recorded, 0.99)), '60 ms'],
      ['  opening Today, median', ms(quantile(today, 0.5)), ''],
      ['  opening Today, 99th of 100', ms(quantile(today, 0.99)), '60 ms'],
    ];
  } finally {
    agent.destroy();
    server.kill('SIGKILL');
    rmSync(folder, { recursive: true, force: true });
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) printRows(await latencyRows());
