/** `npm run demo`: installs, builds, makes the demo database where there is none, serves it and prints the address. */
import { serveCommand } from './parts/serve-command.mjs';

await serveCommand(
  'Anthem’s demo',
  { ANTHEM_DEMO: '1', ANTHEM_DATA: process.env.ANTHEM_DATA ?? 'data/demo.db' },
  4170,
);
