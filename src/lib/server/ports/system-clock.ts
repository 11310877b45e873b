import type { Clock } from './clock';

/** The clock of the machine, in its time zone. */
export const systemClock: Clock = {
  now: () => Date.now(),
  isRunning: () => true,
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
};
