/** Readings typed or taken from a data logger's file: all of them or none. */
import { firstFault } from '$core/units/first-fault';
import { readNumber } from '$core/units/read-number';
import { PLACES, type Place } from '$core/air/places';
import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { readCsv } from '../../base/csv';
import { insertReading } from '../../store/readings';
import { companyZone } from '../company/clock';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { keepForecast } from './kept-forecast';

const readingSchema = z.object({
  place: z.enum(PLACES, 'Choose the place'),
  celsius: z
    .number('Write the temperature as a number, such as 18.4')
    .min(-30, 'The air is between -30 and 60 °C: check the reading and its unit')
    .max(60, 'The air is between -30 and 60 °C: check the reading and its unit'),
  humidity: z
    .number('Write the humidity in %, such as 61')
    .gt(0, 'Humidity must be above 0 %')
    .max(1, 'Humidity is at most 100 %'),
});

/** Keeps a reading that someone typed. @throws Refused 422 */
export function typeReading(db: Db, input: unknown, now: number): void {
  const given = readInput(readingSchema, input, 'The reading is not complete.');
  const store = db.transaction(() => {
    keepForecast(db, given.place, now);
    insertReading(db, { ...given, at: now, source: 'typed' });
  });
  store.immediate();
}

/** Which column holds what, by the words of the heading. */
const HEADINGS = {
  time: /time|date|zeit|stamp/i,
  celsius: /temp|°|celsius|fahrenheit/i,
  humidity: /hum|rh|%/i,
};

/** A moment as loggers write it: ISO, or a date and a time of day where the company works. NaN where it is none. */
function readMoment(text: string): number {
  const iso = text.trim().replace(' ', 'T');
  try {
    if (/[zZ]$|[+-]\d\d:?\d\d$/.test(iso)) return Temporal.Instant.from(iso).epochMilliseconds;
    return Temporal.PlainDateTime.from(iso).toZonedDateTime(companyZone()).epochMilliseconds;
  } catch {
    return NaN;
  }
}

/**
 * Takes in a data logger's file.
 * @param csv heading first; columns for time, temperature (°C, or °F where the heading says so) and humidity in %
 * @returns rows that were new, and rows that were here already
 * @throws Refused 422 with every row that cannot be read; nothing is kept then
 */
export function importReadings(
  db: Db,
  place: Place,
  csv: string,
  now: number,
): { added: number; known: number } {
  const [head = [], ...rows] = readCsv(csv);
  const column = (what: keyof typeof HEADINGS): number => {
    const i = head.findIndex((h) => HEADINGS[what].test(h));
    if (i < 0)
      throw new Refused(
        422,
        `No column for the ${what === 'celsius' ? 'temperature' : what}. The heading is: ${head.join(', ')}.`,
        'csv',
      );
    return i;
  };
  const [time, temperature, humidity] = [column('time'), column('celsius'), column('humidity')];
  const fahrenheit = /fahrenheit|°?\bF\b/.test(head[temperature] ?? '');
  const faults: string[] = [];
  const readings = rows.map((row, i) => {
    const number = (k: number): number => readNumber(row[k] ?? '') ?? NaN;
    const warm = number(temperature);
    const reading = {
      place,
      at: readMoment(row[time] ?? ''),
      celsius: fahrenheit ? (warm - 32) / 1.8 : warm,
      humidity: number(humidity) / 100,
    };
    const parsed = readingSchema.safeParse(reading);
    const fault = Number.isNaN(reading.at)
      ? `“${row[time] ?? ''}” is no date and time: write it as 2026-03-11 10:20`
      : reading.at > now
        ? `“${row[time] ?? ''}” lies in the future`
        : parsed.error
          ? firstFault(parsed.error).message
          : '';
    if (fault) faults.push(`Row ${i + 2}: ${fault}.`);
    return reading;
  });
  if (faults.length)
    throw new Refused(
      422,
      [...faults.slice(0, 8), ...(faults.length > 8 ? [`And ${faults.length - 8} more rows.`] : [])].join(
        '\n',
      ),
      'csv',
    );
  return db
    .transaction(() => {
      keepForecast(db, place, now);
      const added = readings.filter((r) => insertReading(db, { ...r, source: 'logger' })).length;
      return { added, known: readings.length - added };
    })
    .immediate();
}
