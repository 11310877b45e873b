/** Plans as iCalendar files: of a person, of a job, and of a customer, who sees days and not who does what. */
import ical from 'ical-generator';

export interface CalendarEntry {
  /** the same for the same work, so that a calendar moves it instead of doubling it */
  id: string;
  /** ms since 1970 */
  start: number;
  end: number;
  summary: string;
  description: string;
  place: string;
}

/** @param made when the plan was made, ms since 1970 */
export function calendarIcs(name: string, entries: readonly CalendarEntry[], made: number): string {
  const calendar = ical({ name, prodId: { company: 'Anthem', product: 'Plan', language: 'EN' } });
  for (const e of entries)
    calendar.createEvent({
      id: e.id,
      stamp: new Date(made),
      start: new Date(e.start),
      end: new Date(e.end),
      summary: e.summary,
      description: e.description || undefined,
      location: e.place || undefined,
    });
  return calendar.toString();
}
