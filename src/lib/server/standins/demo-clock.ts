/** The clock of the demo: it can be set and stopped, so that the demo always looks the same. */
import type { Clock } from '../ports/clock';
import { readSetting } from '../store/settings';

/** Where the demo’s company works. */
export const DEMO_ZONE = 'America/Halifax';

export const demoClock: Clock = {
  now: (db) => {
    const clock = readSetting(db, 'clock');
    if (!clock) return Date.now();
    return clock.shows + (clock.running ? Date.now() - clock.setAt : 0);
  },
  isRunning: (db) => readSetting(db, 'clock')?.running ?? true,
  zone: DEMO_ZONE,
};
