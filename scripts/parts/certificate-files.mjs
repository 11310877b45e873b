import { join } from 'node:path';

/** Where phones fetch the authority that they are told to trust. */
export const AUTHORITY_PATH = '/anthem-authority.crt';

/** The files of a certificate of one's own. */
export const certificateFiles = (folder) => ({
  authority: join(folder, 'authority.crt'),
  authorityKey: join(folder, 'authority.key'),
  certificate: join(folder, 'server.crt'),
  key: join(folder, 'server.key'),
});
