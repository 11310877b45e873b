/**
 * `npm run certificate [-- --name NAME …]`: a certificate of one's own for HTTPS in one's own network. The first run makes an
 * authority, which phones and tablets are told to trust once; every run makes a certificate for the addresses and names of
 * this computer, signed by it. Run it again when the address changes.
 */
import { existsSync, mkdirSync, readFileSync, realpathSync, writeFileSync } from 'node:fs';
import { X509Certificate } from 'node:crypto';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { certificateFiles } from './parts/certificate-files.mjs';
import { ownAddresses, ownNames } from './parts/network.mjs';
import { install, root } from './parts/prepare.mjs';

const DAY = 86_400_000;
/** Phones trust no server's certificate for longer than 825 days (requirements of phone makers; from memory). */
const SERVER_DAYS = 820;
const AUTHORITY_DAYS = 3650;
/** An authority that ends sooner is made anew, days. */
const RENEW = 830;

const inDays = (days) => new Date(Date.now() + days * DAY);
const ec = { keyType: 'ec', curve: 'P-256', algorithm: 'sha256' };

/**
 * Makes the certificate, and the authority where there is none that lasts.
 * @param folder where the files are kept
 * @param more names and addresses beside this computer's own
 * @returns whether the authority is new, and for which names and addresses the certificate stands
 */
export async function makeCertificate(folder, more = []) {
  const { generate } = (await import('selfsigned')).default;
  const files = certificateFiles(folder);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const write = (file, text, secret = false) => writeFileSync(file, text, { mode: secret ? 0o600 : 0o644 });
  const lasts = (file) =>
    existsSync(file) && new Date(new X509Certificate(readFileSync(file)).validTo) > inDays(RENEW);
  const isNew = !lasts(files.authority) || !existsSync(files.authorityKey);
  if (isNew) {
    const made = await generate([{ name: 'commonName', value: 'Anthem, this workshop’s own' }], {
      ...ec,
      notBeforeDate: inDays(-1),
      notAfterDate: inDays(AUTHORITY_DAYS),
      extensions: [
        { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
        { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
      ],
    });
    write(files.authority, made.cert);
    write(files.authorityKey, made.private, true);
  }
  const names = [...new Set(['localhost', '127.0.0.1', ...ownNames(), ...ownAddresses(), ...more])];
  const made = await generate([{ name: 'commonName', value: names[2] ?? 'localhost' }], {
    ...ec,
    notBeforeDate: inDays(-1),
    notAfterDate: inDays(SERVER_DAYS),
    ca: { key: readFileSync(files.authorityKey, 'utf8'), cert: readFileSync(files.authority, 'utf8') },
    extensions: [
      { name: 'basicConstraints', cA: false },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: names.map((name) => (isIP(name) ? { type: 7, ip: name } : { type: 2, value: name })),
      },
    ],
  });
  write(files.certificate, made.cert);
  write(files.key, made.private, true);
  return { isNew, names };
}

if (process.argv[1] && import.meta.filename === realpathSync(process.argv[1])) {
  install();
  const { values } = parseArgs({ options: { name: { type: 'string', multiple: true } } });
  const folder = process.env.ANTHEM_CERTIFICATE ?? join(root, 'data', 'certificate');
  const { isNew, names } = await makeCertificate(folder, values.name);
  console.log(`A certificate for ${names.join(', ')} is in ${folder}.`);
  console.log(
    isNew
      ? 'Its authority is new: trust it once on every phone and tablet (README, “On phones and tablets”).'
      : 'Its authority is the one from before: phones and tablets that trust it need nothing more.',
  );
  console.log(
    'Keep the folder to yourself: whoever has authority.key can pass for any site on those phones.',
  );
  console.log('Then: npm start -- --network');
}
