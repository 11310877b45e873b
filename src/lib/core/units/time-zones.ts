/** IANA time zones as this machine knows them. */

/** Names to choose from. UTC is one of them, though not every machine lists it. */
export const TIME_ZONES: readonly string[] = [...new Set(['UTC', ...Intl.supportedValuesOf('timeZone')])];

/** Whether a zone is known here, under its usual name or another one of its names. */
export function isTimeZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    // An offset such as +01:00 is no place with a clock of its own.
    return /^[A-Za-z]/.test(zone);
  } catch {
    return false;
  }
}
