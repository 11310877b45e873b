/** What comes to the server from outside: addresses that are none, bodies that are cut, and nobody's name in the answers. */
import { createServer, request } from 'node:http';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { expect, test } from '@playwright/test';
import { demoServer, jobCalled, type TestServer } from './server';

let server: TestServer;
test.beforeAll(async () => {
  server = await demoServer();
});

interface Answer {
  status: number;
  text: string;
  headers: Record<string, string | string[] | undefined>;
}

/** A request as it is written, with a path that nothing tidies and a Host of its own. */
function ask(path: string, headers: Record<string, string> = {}, body?: string): Promise<Answer> {
  const port = Number(new URL(server.url).port);
  return new Promise((done, failed) => {
    const asking = request(
      { host: '127.0.0.1', port, path, method: body === undefined ? 'GET' : 'POST', headers },
      (answer) => {
        let text = '';
        answer.setEncoding('utf8');
        answer.on('data', (part: string) => (text += part));
        answer.on('end', () => done({ status: answer.statusCode ?? 0, text, headers: answer.headers }));
      },
    );
    asking.on('error', failed);
    asking.end(body);
  });
}

const host = () => ({ host: new URL(server.url).host });

test('the server asks no other service for whoever asks it', async () => {
  const asked: string[] = [];
  const other = createServer(({ url }, answer) => {
    asked.push(url ?? '');
    answer.setHeader('content-type', 'application/json');
    answer.end('{"secret":"vault"}');
  });
  other.listen(0, '127.0.0.1');
  await once(other, 'listening');
  const { port } = other.address() as AddressInfo;
  const out = '..%2f..%2f..%2fadmin%2fsecret%3f';
  const paths = [
    `/jobs/${out}/coat`,
    `/jobs/${out}`,
    `/p/${out}`,
    `/jobs/x/coat`,
    `/photos/${out}`,
    '/api/none',
  ];
  for (const path of paths) {
    const foreign = await ask(path, { host: `localhost:${port}` });
    expect(foreign.status, path).toBe(421);
    const own = await ask(path, host());
    expect(own.status, path).toBe(404);
    expect(foreign.text + own.text).not.toContain('vault');
  }
  expect(asked).toEqual([]);
  // The port belongs to the name; a name without one is the usual port's.
  expect((await ask('/api/clock', { host: 'localhost' })).status).toBe(421);
  expect((await ask('/api/clock', { host: host().host.replace('localhost', '127.0.0.1') })).status).toBe(200);
  other.close();
});

test('what is not there in the households’ corner tells nothing of the office', async () => {
  const here = (await (await fetch(`${server.url}/api/here`)).json()) as {
    worker: { id: string; name: string };
  };
  for (const path of [
    '/k',
    '/k/',
    '/k/x',
    '/k/x/y',
    '/k/x/y?a=b',

    `/k/${'x'.repeat(43)}/z`,
  ]) {
    const answer = await ask(path, { ...host(), accept: 'text/html' });
    expect(answer.status, path).toBe(404);
    expect(answer.text, path).toContain('Ask your painter for a new one');
    expect(answer.text).not.toContain(here.worker.name);
    expect(answer.text).not.toContain(here.worker.id);
    expect(answer.headers['set-cookie']).toBeUndefined();
    expect(answer.headers['content-security-policy']).toContain("default-src 'none'");
    expect(answer.headers['cache-control']).toContain('no-store');
  }
  const feed = await ask('/feeds/none.ics', { ...host(), accept: 'text/html' });
  expect(feed.status).toBe(404);
  expect(feed.text).not.toContain(here.worker.name);
});

test('a body that is cut or is none is refused in words, everywhere, and saves nothing', async () => {
  const job = new URL(await jobCalled(server.url, 'Lanternhouse')).pathname;
  const made = await ask(
    `${job}/customer?/make`,
    {
      ...host(),
      origin: server.url,
      'content-type': 'application/x-www-form-urlencoded',
      accept: 'application/json',
      'x-sveltekit-action': 'true',
    },
    'days=30',
  );
  const link = /\/k\/[\w-]{43}/.exec(made.text)?.[0] ?? '';
  expect(link).not.toBe('');
  const cut = '--cut\r\nContent-Disposition: form-data; name="photo"; filename="a.jpg"\r\n\r\nhalf of';
  for (const [path, type, body] of [
    [`${job}/customer?/make`, 'multipart/form-data; boundary=cut', cut],
    ['/settings?/measures', 'multipart/form-data; boundary=cut', cut],
    ['/settings?/measures', 'multipart/form-data', cut],
    [`/api${job}/facts`, 'application/json', '{"facts": ['],
    [link, 'multipart/form-data; boundary=cut', cut],
    [link, 'multipart/form-data', cut],
  ] as const) {
    const answer = await ask(path, { ...host(), origin: server.url, 'content-type': type }, body);
    expect(answer.status, `${path} ${type}: ${answer.text.slice(0, 200)}`).toBeGreaterThanOrEqual(400);
    expect(answer.status, `${path} ${type}`).toBeLessThan(500);
    expect(answer.text, path).toMatch(/did not arrive whole|cannot be read|Send \{/);
  }
});
