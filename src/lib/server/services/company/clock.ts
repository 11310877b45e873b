/** The time, which comes in from here and nowhere else. A demo's clock can be set, so that it always looks the same. */
import type { Db } from '../../db/open';
import { readSetting, writeSetting } from '../../store/settings';

/** Where the demo’s company works. */
export const DEMO_ZONE = 'America/Halifax';

export const isDemo = (): boolean => process.env.ANTHEM_DEMO === '1';

/** ms since 1970 */
export function now(db: Db): number {
  const clock = isDemo() ? readSetting(db, 'clock') : null;
  if (!clock) return Date.now();
  return clock.shows + (clock.running ? Date.now() - clock.setAt : 0);
}

/** Whether the clock goes on; a demo's may stand. */
export const isRunning = (db: Db): boolean => (isDemo() ? (readSetting(db, 'clock')?.running ?? true) : true);

/** Sets the demo clock; `null` follows the real one. */
export function setClock(db: Db, shows: number | null, running = false): void {
  writeSetting(db, 'clock', shows === null ? null : { shows, setAt: Date.now(), running });
}

const systemZone = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** The time zone of the company. */
export const companyZone = (): string => (isDemo() ? DEMO_ZONE : systemZone);
