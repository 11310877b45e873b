import { calendarIcs, type CalendarEntry } from './files/calendar-ics';

/** A calendar as an answer. @param file name it is saved under; null: it is read, not saved */
export const icsResponse = (
  name: string,
  entries: readonly CalendarEntry[],
  made: number,
  file: string | null,
): Response =>
  new Response(calendarIcs(name, entries, made), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'cache-control': 'no-store',
      ...(file ? { 'content-disposition': `attachment; filename="${file}"` } : {}),
    },
  });
