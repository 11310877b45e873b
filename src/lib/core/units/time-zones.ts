/** IANA time zones as this machine knows them. */
import { frozen } from '../frozen';
import { keepLast } from './keep-last';

/** Names to choose from. UTC is one of them, though not every machine lists it. */
export const TIME_ZONES: readonly string[] = frozen([
  ...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')]),
]);

/** Asking the machine takes long: the last zones that were asked for. */
const asked = keepLast<boolean>(64);

/** Whether a zone is known here, under its usual name or another one of its names. */
export const isTimeZone = (zone: string): boolean =>
  asked(zone, () => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: zone });
      // An offset such as +01:00 is no place with a clock of its own.
      return /^[A-Za-z]/.test(zone);
    } catch {
      return false;
    }
  });
