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
  it('that overlap or touch are one stretch: a hundred appointments at one hour are a day’s one', () => {
    const hourly = (n: number) =>
      event(
        `UID:a${n}`,
        'DTSTART:20260302T120000Z',
        'DTEND:20260302T170000Z',
        'RRULE:FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR;COUNT=50',
        `SUMMARY:Busy ${n % 5}`,
      );
    const spans = read(...Array.from({ length: 100 }, (_, n) => hourly(n)).flat());
    expect(spans).toHaveLength(50);
    expect(spans[0]).toEqual(['2026-03-02T12:00:00.000Z', '2026-03-02T17:00:00.000Z', 'Busy 0 and 4 more']);
    expect(
      read(
        ...event('UID:a', 'DTSTART:20260302T120000Z', 'DTEND:20260302T130000Z', 'SUMMARY:Dentist'),
        ...event('UID:b', 'DTSTART:20260302T130000Z', 'DTEND:20260302T140000Z', 'SUMMARY:Course'),
      ),
    ).toEqual([['2026-03-02T12:00:00.000Z', '2026-03-02T14:00:00.000Z', 'Dentist, Course']]);
  });
  it('of a rule that began long ago reach into the year that is asked for, moved ones too', () => {
    const since = ['DTSTART:20100104T120000Z', 'DURATION:PT1H', 'RRULE:FREQ=DAILY'];
    expect(read(...event('UID:a', ...since))).toHaveLength(365);
    const moved = ['RECURRENCE-ID:20151111T120000Z', 'DTSTART:20260303T200000Z', 'DURATION:PT1H'];
    const spans = read(...event('UID:a', ...since), ...event('UID:a', ...moved, 'SUMMARY:Moved'));
    expect(spans).toHaveLength(366);
    expect(spans.map((s) => s[2])).toContain('Moved');
  });
  it('that are more than anybody has are refused with what to do', () => {
    const often = (from: string) =>
      event('UID:a', `DTSTART:${from}T000000Z`, 'DURATION:PT5M', 'RRULE:FREQ=MINUTELY;INTERVAL=10');
    expect(() => read(...often('20260105'))).toThrow(/more than 30000 busy times.*export fewer/);
    expect(() => read(...often('20150105'))).toThrow(/times before today.*from this year on/);
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
