/** `npm start`: serves your own data from data/anthem.db. Options: `npm start -- --help`. */
import { serveCommand } from './parts/serve-command.mjs';

await serveCommand('Anthem', { ANTHEM_DATA: process.env.ANTHEM_DATA ?? 'data/anthem.db' }, 4180);
