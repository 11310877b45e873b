/** What runs beside the requests: it begins with the server and ends with it. */
import { rmSync } from 'node:fs';
import { database, databasePath, replaceDatabase, type Db } from './db/open';
import { makeDemo } from './demo/demo';
import { labelPrinter } from './ports/devices';
import { followSensors } from './services/air/sensors';
import { isDemo, now } from './services/company/clock';
import { firstStart } from './services/company/first-start';
import { followPlans } from './services/plan/make/follow';
import { listJobIds } from './store/jobs';
import { dropWork, endThreads } from './threads/ask';
import { forgetAllSearches } from './threads/searches';

/** The demo as it was made, kept beside its database. */
const asMade = (): string => `${databasePath()}.as-made`;

let ends: (() => void)[] = [];

/** Fills a new database, and lets sensors, plans and the label printer go on by themselves. */
export async function begin(): Promise<void> {
  const db = database();
  if (isDemo()) await fillDemo(db);
  else firstStart(db);
  const clock = () => now(db);
  ends = [followSensors(db, clock), followPlans(db, clock)];
  // What was waiting at the label printer goes on.
  labelPrinter.wake(db, clock);
}

async function fillDemo(db: Db): Promise<void> {
  if (listJobIds(db).length > 0) return;
  await makeDemo(db);
  rmSync(asMade(), { force: true });
  db.prepare('VACUUM INTO ?').run(asMade());
}

const pause = (): void => {
  for (const end of ends) end();
  ends = [];
};

export function end(): void {
  pause();
  void endThreads();
}

/** Puts the demo back to what it was when it was made: all that was recorded in it since is gone. */
async function beginAnew(): Promise<void> {
  pause();
  forgetAllSearches();
  await dropWork();
  replaceDatabase(asMade());
  await begin();
}

/** Whoever started this process may have the demo begun anew: tests lay it back so, and need no new server for it. It ends with them. */
export function obeyParent(): void {
  if (!isDemo() || !process.send) return;
  process.once('disconnect', () => process.exit());
  process.on('message', (order) => {
    if (order !== 'begin anew') return;
    void beginAnew().then(
      () => process.send?.('begun anew'),
      (reason: unknown) => process.send?.(String(reason)),
    );
  });
}
