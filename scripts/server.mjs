/**
 * The built application behind one or two ports: HTTP, and HTTPS where there is a certificate. It answers at the names and
 * addresses of this computer and at the origins it is given, and at no other: a page elsewhere cannot make a browser talk to
 * it under a name of its own.
 *
 * HOST (127.0.0.1) · PORT (4180) · HTTPS_PORT (none) · ANTHEM_CERTIFICATE (folder, data/certificate) · ORIGIN (further
 * origins, comma between them, for a proxy in front)
 */
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { AUTHORITY_PATH, certificateFiles } from './parts/certificate-files.mjs';
import { isEverybody, isLoopback, ownAddresses, ownNames } from './parts/network.mjs';

const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 4180);
const securePort = process.env.HTTPS_PORT ? Number(process.env.HTTPS_PORT) : null;
const folder = process.env.ANTHEM_CERTIFICATE ?? join('data', 'certificate');
const origins = (process.env.ORIGIN ?? '')
  .split(',')
  .filter(Boolean)
  .map((origin) => new URL(origin.trim()));

// The application learns from us by which protocol a request came; nobody else may say so.
const PROTOCOL = 'x-anthem-protocol';
delete process.env.ORIGIN;
process.env.PROTOCOL_HEADER = PROTOCOL;
const { handler } = await import('../build/handler.js');

/** The build as this server started with it: another one in its place has other files, and this one must not go on half of each. */
const built = new URL('../build/handler.js', import.meta.url);
const stampOf = () => {
  const stat = statSync(built, { throwIfNoEntry: false });
  return stat ? `${stat.ino} ${stat.mtimeMs}` : 'gone';
};
const startedWith = stampOf();
/** Looked at for every request: a file that has gone is answered by nobody. */
const isReplaced = () => stampOf() !== startedWith;
const REPLACED =
  'Anthem was updated while it ran. Whoever looks after this computer starts it again: npm start. What was tapped stays on your device until then.';

const names = new Set(['localhost', '127.0.0.1', '[::1]']);
if (!isLoopback(host)) {
  for (const name of ownNames()) names.add(name.toLowerCase());
  if (!isEverybody(host)) names.add(host.toLowerCase());
}
/** Whether a name or address is this computer's: an address may be a new one since it started. */
const isOwn = (name) => names.has(name) || (!isLoopback(host) && ownAddresses().includes(name));

const { authority, certificate, key } = certificateFiles(folder);

/** Whether a Host names this server: the computer, and the port that is listened on. */
function isOurs(asked, protocol, at) {
  const [, name = '', given] = /^(.*?)(?::(\d+))?$/.exec(asked) ?? [];
  return isOwn(name) && Number(given ?? (protocol === 'https' ? 443 : 80)) === at;
}

/** Answers requests that came by a protocol and a port. */
const listener = (protocol, at) => (request, response) => {
  const asked = (request.headers.host ?? '').toLowerCase();
  const proxied = origins.find((o) => o.host === asked);
  if (!proxied && !isOurs(asked, protocol, at)) {
    response.writeHead(421, { 'content-type': 'text/plain; charset=utf-8' });
    response.end(
      'This is not an address of Anthem. Start it with --origin and this address, if it should be.',
    );
    return;
  }
  if (isReplaced()) {
    response.writeHead(503, { 'content-type': 'text/plain; charset=utf-8', 'retry-after': '30' });
    response.end(REPLACED);
    return;
  }
  if (request.url === AUTHORITY_PATH && existsSync(authority)) {
    response.writeHead(200, {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': 'attachment; filename="anthem-authority.crt"',
    });
    response.end(readFileSync(authority));
    return;
  }
  request.headers[PROTOCOL] = proxied ? proxied.protocol.slice(0, -1) : protocol;
  handler(request, response, () => response.writeHead(404).end());
};

/**
 * ms for which a connection that is quiet is kept. Longer than a proxy in front or a client holds one (a minute, as a rule):
 * who sends on a connection that is just being closed gets a reset instead of an answer.
 */
const KEEP_QUIET_MS = 120_000;

const servers = [];
function listen(server, at, where, protocol) {
  servers.push(server);
  server.keepAliveTimeout = KEEP_QUIET_MS;
  return new Promise((resolve) => {
    server.once('error', (error) => {
      console.error(`${where}:${at} cannot be listened on: ${error.message}`);
      process.exit(1);
    });
    server.listen(at, where, () => resolve(`${protocol}://${where}:${at}`));
  });
}

const hosts = isLoopback(host) || isEverybody(host) ? [host] : ['127.0.0.1', host];
const open = [];
for (const where of hosts) open.push(await listen(createServer(listener('http', port)), port, where, 'http'));
if (securePort !== null) {
  const secrets = { cert: readFileSync(certificate), key: readFileSync(key) };
  for (const where of hosts)
    open.push(
      await listen(createSecureServer(secrets, listener('https', securePort)), securePort, where, 'https'),
    );
}
console.log(`Listening on ${open.join(' and ')}`);

/** Lets what is under way end, then the server. */
function stop(reason) {
  const ended = servers.map((server) => {
    server.closeIdleConnections();
    return new Promise((resolve) => server.close(resolve));
  });
  setTimeout(() => servers.forEach((server) => server.closeAllConnections()), 5000).unref();
  void Promise.all(ended).then(() => process.emit('sveltekit:shutdown', reason));
}
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => stop(signal));
