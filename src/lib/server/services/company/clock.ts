/** The time, which comes in from here and nowhere else. */
import type { Db } from '../../db/open';
import { clock, isDemo } from '../../devices/devices';
import { writeSetting } from '../../store/settings';

export { isDemo };

/** ms since 1970 */
export const now = (db: Db): number => clock().now(db);

/** Whether the clock goes on; a demo's may be stopped. */
export const isRunning = (db: Db): boolean => clock().isRunning(db);

/** The time zone of the company. */
export const companyZone = (): string => clock().zone;

/** Sets the demo clock; `null` follows the real one. */
export function setClock(db: Db, shows: number | null, running = false): void {
  writeSetting(db, 'clock', shows === null ? null : { shows, setAt: Date.now(), running });
}
