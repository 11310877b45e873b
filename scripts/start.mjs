/** `npm start`: serves your own data from data/anthem.db. */
import { build, install, serve } from './prepare.mjs';

install();
build();
const { server, url } = await serve(
  { ANTHEM_DATA: process.env.ANTHEM_DATA ?? 'data/anthem.db' },
  Number(process.env.PORT ?? 4180),
);
console.log(`\nAnthem is at ${url}\nStop it with Ctrl-C.`);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
