/** A server that phones and tablets reach: at which addresses it answers, and over HTTPS with a certificate of one's own. */
import { mkdtempSync, readFileSync, statSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { makeCertificate } from '../../scripts/certificate.mjs';
import { ownAddresses } from '../../scripts/parts/network.mjs';
import { freePort } from '../../scripts/parts/prepare.mjs';
import { addressLines } from '../../scripts/parts/serve-command.mjs';
import { demoServer, ownServer, type TestServer } from './server';

const folder = join(mkdtempSync(join(tmpdir(), 'anthem-')), 'certificate');
let server: TestServer;
let securePort: number;
let port: number;
test.beforeAll(async () => {
  await makeCertificate(folder);
  securePort = await freePort(8400 + 100 * Number(process.env.TEST_PARALLEL_INDEX), '0.0.0.0');
  server = await ownServer({
    HOST: '0.0.0.0',
    HTTPS_PORT: String(securePort),
    ANTHEM_CERTIFICATE: folder,
    ORIGIN: 'https://kitchens.example',
  });
  port = Number(new URL(server.url).port);
});
test.afterAll(() => server.end());

interface Sent {
  host?: string;
  origin?: string;
  body?: string;
}
/** Asks over HTTPS, trusting the authority that was made and no other. */
const secure = (
  path: string,
  { host, origin, body }: Sent = {},
): Promise<{ status: number; text: string; cookie: string }> =>
  new Promise((resolve, reject) => {
    const asking = request(
      {
        host: '127.0.0.1',
        port: securePort,
        path,
        method: body === undefined ? 'GET' : 'POST',
        ca: readFileSync(join(folder, 'authority.crt')),
        servername: 'localhost',
        headers: {
          ...(host ? { host } : {}),
          ...(origin ? { origin } : {}),
          ...(body === undefined ? {} : { 'content-type': 'application/x-www-form-urlencoded' }),
        },
      },
      (answer) => {
        let text = '';
        answer.on('data', (part) => (text += String(part)));
        answer.on('end', () =>
          resolve({
            status: answer.statusCode ?? 0,
            text,
            cookie: String(answer.headers['set-cookie'] ?? ''),
          }),
        );
      },
    );
    asking.on('error', reject);
    asking.end(body);
  });

test('it answers over HTTPS under its own authority, and cookies are for HTTPS alone there', async () => {
  const page = await secure('/');
  expect(page.status).toBe(200);
  expect(page.text).toContain('Lanternhouse');
  expect(page.cookie).toMatch(/Secure/i);
  expect((await fetch(server.url)).headers.get('set-cookie')).not.toMatch(/Secure/i);
});

test('forms are taken from every address it has, and from no other', async () => {
  const body = 'measures=metric';
  const own = `https://127.0.0.1:${securePort}`;
  expect((await secure('/settings?/measures', { body, origin: own })).status).toBe(200);
  expect((await secure('/settings?/measures', { body, origin: 'https://elsewhere.example' })).status).toBe(
    403,
  );
  const proxied = { body, host: 'kitchens.example', origin: 'https://kitchens.example' };
  expect((await secure('/settings?/measures', proxied)).status).toBe(200);
});

test('a name that is not its own is answered with what to do, and nothing else', async () => {
  const no = await secure('/', { host: 'rebound.example' });
  expect(no.status).toBe(421);
  expect(no.text).toContain('--origin');
  expect(no.text).not.toContain('Lanternhouse');
});

test('phones fetch the authority from it; its keys are nobody else’s to read', async () => {
  const answer = await fetch(`${server.url}/anthem-authority.crt`);
  expect(answer.headers.get('content-type')).toBe('application/x-x509-ca-cert');
  expect(await answer.text()).toBe(readFileSync(join(folder, 'authority.crt'), 'utf8'));
  for (const file of ['authority.key', 'server.key'])
    expect(statSync(join(folder, file)).mode & 0o077).toBe(0);
  const before = readFileSync(join(folder, 'authority.crt'), 'utf8');
  expect((await makeCertificate(folder, ['workshop.example'])).isNew).toBe(false);
  expect(readFileSync(join(folder, 'authority.crt'), 'utf8')).toBe(before);
});

test('each address is named with who reaches it and what works there', async () => {
  const alone = addressLines({ host: '127.0.0.1', port, securePort: null, origins: [] });
  expect(alone.map((l) => l.trim())).toEqual([`http://localhost:${port}  this computer: everything works`]);
  const wide = addressLines({
    host: '0.0.0.0',
    port,
    securePort,
    origins: ['https://kitchens.example'],
  }).join('\n');
  for (const address of ownAddresses()) {
    expect(wide).toMatch(
      new RegExp(`https://${address}:${securePort} +phones and tablets in your network: everything`),
    );
    expect(wide).toMatch(
      new RegExp(`http://${address}:${port} +.*no camera, no installing, no page without signal`),
    );
    expect((await fetch(`http://${address}:${port}/`)).status).toBe(200);
  }
  expect(wide).toContain('https://kitchens.example');
});

test('unasked, it answers this computer alone', async () => {
  const local = await demoServer();
  try {
    const at = new URL(local.url).port;
    expect((await fetch(local.url)).status).toBe(200);
    for (const address of ownAddresses())
      await expect(fetch(`http://${address}:${at}/`)).rejects.toThrow('fetch failed');
  } finally {
    local.end();
  }
});
