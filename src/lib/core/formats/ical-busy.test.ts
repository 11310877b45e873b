import { describe, expect, it } from 'vitest';
import { readBusy } from './ical-busy';

const ZONE = 'America/Halifax';
const YEAR = Date.parse('2027-01-01T00:00:00Z');
const START = Date.parse('2026-01-01T00:00:00Z');
const file = (...lines: string[]): string =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//EN', ...lines, 'END:VCALENDAR'].join('\r\n');
const event = (...lines: string[]): string[] => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'];
const read = (...lines: string[]) =>
  readBusy(file(...lines), ZONE, START, YEAR).map((s) => [
    new Date(s.from).toISOString(),
    new Date(s.to).toISOString(),
    s.why,
  ]);

describe('busy spans of a calendar file', () => {
  it('are whole days in the company’s own time zone, the clock change included', () => {
    // 8 March 2026 has 23 hours in Halifax.
    expect(
      read(...event('UID:a', 'DTSTART;VALUE=DATE:20260308', 'DTEND;VALUE=DATE:20260309', 'SUMMARY:Off')),
    ).toEqual([['2026-03-08T04:00:00.000Z', '2026-03-09T03:00:00.000Z', 'Off']]);
  });
  it('follow a time zone the file brings itself, under a name of its own', () => {
    const zone = [
      'BEGIN:VTIMEZONE',
      'TZID:Our harbour',
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      'TZOFFSETFROM:+0530',
      'TZOFFSETTO:+0530',
      'END:STANDARD',
      'END:VTIMEZONE',
    ];
    expect(
      read(
        ...zone,
        ...event(
          'UID:a',
          'DTSTART;TZID=Our harbour:20260310T090000',
          'DTEND;TZID=Our harbour:20260310T100000',
        ),
      ),
    ).toEqual([['2026-03-10T03:30:00.000Z', '2026-03-10T04:30:00.000Z', 'busy']]);
  });
  it('repeat at the same clock time over the change of clocks, with a day left out and one moved', () => {
    const spans = read(
      ...event(
        'UID:a',
        'DTSTART;TZID=America/Halifax:20260304T080000',
        'DURATION:PT1H',
        'RRULE:FREQ=WEEKLY;COUNT=4',
        'EXDATE;TZID=America/Halifax:20260318T080000',
        'SUMMARY:Course',
      ),
      ...event(
        'UID:a',
        'RECURRENCE-ID;TZID=America/Halifax:20260325T080000',
        'DTSTART;TZID=America/Halifax:20260326T130000',
        'DTEND;TZID=America/Halifax:20260326T140000',
        'SUMMARY:Course, moved',
      ),
    );
    expect(spans.map(([from, , why]) => [from, why])).toEqual([
      ['2026-03-04T12:00:00.000Z', 'Course'],
      ['2026-03-11T11:00:00.000Z', 'Course'],
      ['2026-03-26T16:00:00.000Z', 'Course, moved'],
    ]);
  });
  it('leave out what is free, cancelled, past or far', () => {
    expect(
      read(
        ...event('UID:a', 'DTSTART:20260310T120000Z', 'DTEND:20260310T130000Z', 'TRANSP:TRANSPARENT'),
        ...event('UID:b', 'DTSTART:20260310T120000Z', 'DTEND:20260310T130000Z', 'STATUS:CANCELLED'),
        ...event('UID:c', 'DTSTART:20250310T120000Z', 'DTEND:20250310T130000Z'),
        ...event('UID:d', 'DTSTART:20280310T120000Z', 'DTEND:20280310T130000Z'),
        ...event('UID:e', 'DTSTART:20260310T120000', 'DTEND:20260310T130000', 'SUMMARY:Floating'),
      ),
    ).toEqual([['2026-03-10T15:00:00.000Z', '2026-03-10T16:00:00.000Z', 'Floating']]);
  });
  it('of a rule without an end stop where they are no longer wanted', () => {
    const daily = read(...event('UID:a', 'DTSTART:20260101T120000Z', 'DURATION:PT30M', 'RRULE:FREQ=DAILY'));
    expect(daily).toHaveLength(365);
  });
  it.each([
    ['', /not an iCalendar file/],
    ['name;date\nx;y', /not an iCalendar file/],
    ['BEGIN:VCARD\r\nEND:VCARD', /does not begin with BEGIN:VCALENDAR/],
    [file(...event('UID:a', 'SUMMARY:No start')), /“No start” has no start/],
  ])('are refused in words when the file is not one: %j', (text, why) => {
    expect(() => readBusy(text, ZONE, START, YEAR)).toThrow(why);
  });
});
