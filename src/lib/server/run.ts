/** What runs beside the requests: it begins with the server and ends with it. */
import { database, databasePath, replaceDatabase } from './db/open';
import { makeDemo } from './demo/demo';
import { labelPrinter } from './devices/devices';
import { followSensors } from './services/air/sensors';
import { isDemo, now } from './services/company/clock';
import { firstStart } from './services/company/first-start';
import { followPlans } from './services/plan/make/follow';
import { dropWork, endThreads } from './threads/ask';
import { forgetAllSearches } from './threads/searches';

/** The demo as it was made, which whoever may have it begun anew puts beside its database. */
const asMade = (): string => `${databasePath()}.as-made`;

let ends: (() => void)[] = [];

/** Fills a new database, and lets sensors, plans and the label printer go on by themselves. */
export async function begin(): Promise<void> {
  const db = database();
  if (isDemo()) await makeDemo(db);
  else firstStart(db);
  const clock = () => now(db);
  ends = [followSensors(db, clock), followPlans(db, clock)];
  // What was waiting at the label printer goes on.
  labelPrinter.wake(db, clock);
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
