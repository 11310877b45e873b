/** The planning service under problems that were made to hold it up. */
import { expect, test } from '@playwright/test';
import { demoServer, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});
test.afterAll(() => server.end());

const hold = (from: number, to: number) => ({
  rack: 'rack',
  slots: 3,
  from: `o${from}`,
  to: `o${to}`,
  tail: null,
});
/** So many operations in chains of five over so many days, by two people. */
function problem(n: number, days: number, more: object = {}): object {
  const day = (d: number) => [
    [d * 1440 + 480, d * 1440 + 720],
    [d * 1440 + 780, d * 1440 + 990],
  ];
  const ids = Array.from({ length: n }, (_, i) => i);
  return {
    format: 'anthem.planning-problem',
    version: 1,
    name: 'made to hold it up',
    horizon: days * 1440,
    calendars: [{ id: 'day', open: Array.from({ length: days }, (_, d) => day(d)).flat() }],
    workers: ['v', 'w'].map((id) => ({ id, calendar: 'day', skills: ['coat'] })),
    stations: [],
    racks: [{ id: 'rack', slots: 6 }],
    operations: ids.map((i) => ({
      id: `o${i}`,
      lot: 'l',
      pieces: 1,
      minutes: 10,
      skill: 'coat',
      pausable: false,
      station: null,
      material: null,
      lockedStart: null,
    })),
    links: ids
      .filter((i) => i % 5)
      .map((i) => ({ from: `o${i - 1}`, to: `o${i}`, minLag: 60, maxLag: null })),
    holds: [],
    finish: ids.map((i) => ({ operation: `o${i}`, tail: 0 })),
    ...more,
  };
}
const ask = (body: object, signal?: AbortSignal): Promise<Response> =>
  fetch(`${server.url}/api/plan`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    signal,
  });
/** Answers of the clock that came while something was planned. */
async function clockWhile(work: Promise<unknown>): Promise<number> {
  let under = true;
  let answers = 0;
  void work.catch(() => undefined).finally(() => (under = false));
  while (under) {
    await (await fetch(`${server.url}/api/clock`)).text();
    answers++;
  }
  return answers;
}

test('holds in a circle are planned', async () => {
  const answer = await ask(problem(6, 5, { holds: [hold(0, 1), hold(1, 2), hold(2, 1)] }));
  expect(answer.status).toBe(200);
});

test('a large problem is planned in a thread: the server goes on answering meanwhile', async () => {
  const asked = ask(problem(1000, 1500));
  expect(await clockWhile(asked)).toBeGreaterThan(10);
  // A slow machine may not be done within the limit: then that is the answer.
  expect([200, 422, 503]).toContain((await asked).status);
});

test.describe('is refused with its limit', () => {
  const CASES: [name: string, body: object, says: RegExp][] = [
    ['too many operations', problem(5001, 20), /operations: A problem has at most 5000 operations/],
    [
      'a horizon of 2⁵³',
      problem(3, 5, { horizon: Number.MAX_SAFE_INTEGER }),
      /horizon: A time is at most ten years/,
    ],
    [
      'a misspelt rule',
      problem(3, 5, { links: [{ from: 'o0', to: 'o1', minLag: 0, maxLag: 9, maxlag: 4 }] }),
      /maxlag/,
    ],
    [
      'a lag beyond ten years',
      problem(3, 5, { links: [{ from: 'o0', to: 'o1', minLag: 6e6, maxLag: null }] }),
      /links\.0\.minLag/,
    ],
    [
      'a changeover listed twice',
      problem(3, 5, {
        stations: [
          {
            id: 'b',
            capacity: 1,
            calendar: null,
            changeovers: [
              { from: 'p', to: 'q', minutes: 5 },
              { from: 'p', to: 'q', minutes: 9 },
            ],
          },
        ],
      }),
      /p to q is listed twice/,
    ],
  ];
  for (const [name, body, says] of CASES)
    test(name, async () => {
      const answer = await ask(body);
      expect(answer.status).toBe(400);
      expect(((await answer.json()) as { faults: string[] }).faults.join('\n')).toMatch(says);
    });
  test('more than eight megabytes', async () => {
    const answer = await ask(problem(3, 5, { name: 'x'.repeat(8_100_000) }));
    expect(answer.status).toBe(413);
  });
});

test('whoever hangs up is planned for no longer: the next one has the thread at once', async () => {
  const gone = new AbortController();
  const asked = ask(problem(4000, 1000), gone.signal);
  const refused = expect(asked).rejects.toThrow();
  // It is under way by the time that others were answered.
  for (let i = 0; i < 20; i++) await (await fetch(`${server.url}/api/clock`)).text();
  gone.abort();
  await refused;
  expect((await ask(problem(6, 5))).status).toBe(200);
});

test('more than wait their turn are told to come again', async () => {
  const all = await Promise.all(Array.from({ length: 14 }, () => ask(problem(6, 5))));
  const told = all.filter((a) => a.status === 503);
  expect(all.filter((a) => a.status === 200).length).toBeGreaterThanOrEqual(9);
  for (const a of told) expect(await a.text()).toContain('Other problems are being planned');
  expect(all.every((a) => a.status === 200 || a.status === 503)).toBe(true);
});
