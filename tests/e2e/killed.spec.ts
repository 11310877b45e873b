/** A server killed while it records has, started again, every fact it confirmed, once. */
import { expect, test } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { startServer } from './server';

const ROUNDS = 3;

test('nothing confirmed is lost, nothing is doubled', async () => {
  let server = await startServer();
  const jobs = await (await fetch(`${server.url}/jobs`)).text();
  const job = /\/jobs\/([0-9a-f-]{36})\//.exec(jobs)?.[1] ?? '';
  const facts = async () =>
    (
      (await (await fetch(`${server.url}/api/jobs/${job}/facts`)).json()) as {
        facts: { id: string; worker: string; at: number }[];
      }
    ).facts;
  const before = await facts();
  const { worker, at } = before.at(-1) ?? { worker: '', at: 0 };
  const make = (i: number) => ({
    id: randomUUID(),
    job,
    at,
    worker,
    device: 'killed',
    body: { kind: 'air.read', place: 'tent', celsius: 15 + (i % 10), humidity: 0.5 },
  });
  const send = async (batch: unknown[]) => {
    const answer = await fetch(`${server.url}/api/jobs/${job}/facts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ facts: batch }),
    });
    if (!answer.ok) throw new Error(await answer.text());
    return ((await answer.json()) as { recorded: string[] }).recorded;
  };

  const sent: ReturnType<typeof make>[] = [];
  const confirmed = new Set<string>();
  for (let round = 0; round < ROUNDS; round++) {
    const kill = setTimeout(() => server.process.kill('SIGKILL'), 300 + round * 170);
    let alive = true;
    while (alive) {
      // Four writers at once, so that the blow falls in the middle of something.
      const batch = Array.from({ length: 4 }, (_, i) => make(sent.length + i));
      sent.push(...batch);
      const answers = await Promise.allSettled(batch.map((f) => send([f])));
      for (const a of answers) {
        if (a.status === 'fulfilled') a.value.forEach((id) => confirmed.add(id));
        else alive = false;
      }
    }
    clearTimeout(kill);
    server = await server.restart();
    const stored = (await facts()).map((f) => f.id);
    expect(new Set(stored).size).toBe(stored.length);
    expect([...confirmed].filter((id) => !stored.includes(id))).toEqual([]);
  }
  expect(confirmed.size).toBeGreaterThan(5);

  // The device sends everything again, confirmed or not: each is there once.
  for (let i = 0; i < sent.length; i += 100) await send(sent.slice(i, i + 100));
  const stored = (await facts()).map((f) => f.id);
  expect(stored.length).toBe(before.length + sent.length);
  expect(new Set(stored).size).toBe(stored.length);
  server.end();
});
