/** `npm run demo`: installs, builds, makes the demo database where there is none, serves it and prints the address. */
import { build, install, serve } from './prepare.mjs';

install();
build();
const { server, url } = await serve(
  { ANTHEM_DEMO: '1', ANTHEM_DATA: process.env.ANTHEM_DATA ?? 'data/demo.db' },
  Number(process.env.PORT ?? 4170),
);
console.log(`\nAnthem’s demo is at ${url}\nStop it with Ctrl-C.`);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
