import type { Db } from '../db/open';

/** The clock of this installation. */
export interface Clock {
  /** ms since 1970 */
  now(db: Db): number;
  /** whether it goes on by itself */
  isRunning(db: Db): boolean;
  /** time zone of the company, IANA */
  zone: string;
}
