/** What `npm start` and `npm run demo` share: options, the server, and a line for each address. */
import { X509Certificate } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { AUTHORITY_PATH, certificateFiles } from './certificate-files.mjs';
import { isEverybody, isLoopback, ownAddresses } from './network.mjs';
import { build, freePort, install, root, serve } from './prepare.mjs';

const USAGE = `Options, each also as an environment variable:
  --network            phones and tablets in your own network reach it, too (HOST=0.0.0.0)
  --host ADDRESS       listen at this address (HOST)
  --port N             (PORT)
  --https-port N       (HTTPS_PORT); needs npm run certificate
  --origin URL         answer at this address, too, behind a proxy; may be repeated (ORIGIN, comma between)`;

/** @returns the options, or ends with how they are given */
function options(usualPort) {
  try {
    const { values } = parseArgs({
      options: {
        network: { type: 'boolean', default: false },
        host: { type: 'string' },
        port: { type: 'string' },
        'https-port': { type: 'string' },
        origin: { type: 'string', multiple: true },
        help: { type: 'boolean', default: false },
      },
    });
    const port = (text, name) => {
      const n = Number(text);
      if (!Number.isInteger(n) || n < 1 || n > 65_535)
        throw new Error(`${name} is a port from 1 to 65535, not “${text}”`);
      return n;
    };
    const origins = values.origin ?? (process.env.ORIGIN ?? '').split(',').filter(Boolean);
    for (const origin of origins)
      if (!URL.canParse(origin) || new URL(origin).origin !== origin.replace(/\/$/, ''))
        throw new Error(`--origin takes an address such as https://anthem.example, not “${origin}”`);
    if (values.help) throw new Error('');
    const secure = values['https-port'] ?? process.env.HTTPS_PORT;
    return {
      host: values.host ?? (values.network ? '0.0.0.0' : (process.env.HOST ?? '127.0.0.1')),
      port: port(values.port ?? process.env.PORT ?? usualPort, '--port'),
      securePort: secure === undefined ? null : port(secure, '--https-port'),
      origins: origins.map((o) => o.replace(/\/$/, '')),
    };
  } catch (error) {
    if (error.message) console.error(error.message);
    console.error(USAGE);
    process.exit(error.message ? 1 : 0);
  }
}

/** One line for each address: who reaches it, and what works there. */
export function addressLines({ host, port, securePort, origins }) {
  const lines = [[`http://localhost:${port}`, 'this computer: everything works']];
  if (!isLoopback(host)) {
    const addresses = isEverybody(host) ? ownAddresses() : [host];
    for (const address of addresses) {
      if (securePort !== null)
        lines.push([
          `https://${address}:${securePort}`,
          'phones and tablets in your network: everything, once they trust your authority',
        ]);
      lines.push([
        `http://${address}:${port}`,
        'phones and tablets in your network: pages and taps; no camera, no installing, no page without signal',
      ]);
    }
    if (addresses.length === 0) lines.push(['—', 'this computer has no address in a network']);
  }
  for (const origin of origins) lines.push([origin, 'whoever reaches your proxy']);
  const width = Math.max(...lines.map(([address]) => address.length));
  return lines.map(([address, who]) => `  ${address.padEnd(width)}  ${who}`);
}

/** Addresses of this computer for which a certificate does not stand; all of them where it has ended. */
function notCovered(file) {
  const certificate = new X509Certificate(readFileSync(file));
  const over = new Date(certificate.validTo) < new Date();
  return ownAddresses().filter((address) => over || !certificate.checkIP(address));
}

/**
 * Installs, builds, serves and says where.
 * @param name what is said to be there
 * @param env of the server
 */
export async function serveCommand(name, env, usualPort) {
  const asked = options(usualPort);
  install();
  build();
  const folder = process.env.ANTHEM_CERTIFICATE ?? join(root, 'data', 'certificate');
  const files = certificateFiles(folder);
  const wide = !isLoopback(asked.host);
  const hasCertificate = existsSync(files.certificate) && existsSync(files.key);
  const uncovered = wide && hasCertificate ? notCovered(files.certificate) : [];
  if (asked.securePort !== null && !hasCertificate) {
    console.error('HTTPS needs a certificate. Make one first: npm run certificate');
    process.exit(1);
  }
  const securePort =
    asked.securePort ?? (wide && hasCertificate ? await freePort(asked.port + 263, asked.host) : null);
  const started = serve(
    {
      ...env,
      HOST: asked.host,
      ORIGIN: asked.origins.join(','),
      ANTHEM_CERTIFICATE: folder,
      ...(securePort === null ? {} : { HTTPS_PORT: String(securePort) }),
    },
    asked.port,
  );
  const { server, port } = await started.catch((reason) => {
    // What stopped the server it has said itself.
    console.error(reason.message);
    process.exit(1);
  });
  console.log(`\n${name} is at`);
  for (const line of addressLines({ ...asked, port, securePort })) console.log(line);
  if (!wide)
    console.log(
      'Phones and tablets do not reach it. Started with “-- --network” behind its command, your own network does.',
    );
  else {
    console.log('There are no accounts yet: whoever is in that network can read and change everything.');
    console.log(
      securePort === null
        ? 'Camera, installing and work without signal need HTTPS there: npm run certificate, then start again.'
        : `A phone fetches the authority to trust from http://ADDRESS:${port}${AUTHORITY_PATH} (README, “On phones and tablets”).`,
    );
  }
  if (uncovered.length)
    console.log(
      `The certificate does not stand for ${uncovered.join(', ')}, or has ended: npm run certificate, then start again.`,
    );
  console.log('Stop it with Ctrl-C.');
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.on('exit', (code) => process.exit(code ?? 0));
}
