/** Setting up the places where films dry, and the sensors in them. */
import { placesSchema, PLACES, type Place, type Places } from '$core/air/places';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { firstFault } from '$core/units/first-fault';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { listSensors, writeSensor } from '../../store/readings';
import { writeSetting } from '../../store/settings';

/** @throws Refused 422 with the place and what is wrong with it */
export function setPlaces(db: Db, input: unknown): Places {
  const parsed = placesSchema.safeParse(input);
  if (!parsed.success) {
    const { message, path } = firstFault(parsed.error);
    throw new Refused(422, `${path.join(' ')}: ${message}`, path.at(-1) ?? null);
  }
  writeSetting(db, 'places', parsed.data);
  return parsed.data;
}

const actSchema = z.object({
  place: z.enum(PLACES, 'Choose the place'),
  act: z.enum(['on', 'off', 'battery', 'calibrate'], 'The sensor knows no such act.'),
});

/** Switches a sensor, gives it a battery, or calibrates it. @throws Refused 422 */
export function setSensor(db: Db, input: unknown, now: number): void {
  const { place, act } = readInput(actSchema, input, 'Choose what to do with the sensor.');
  const had = listSensors(db).find((s) => s.place === place) ?? {
    place,
    on: false,
    batteryAt: now,
    sentUntil: now,
    calibratedAt: now,
  };
  const change = {
    on: { on: true, sentUntil: now },
    off: { on: false },
    battery: { batteryAt: now },
    calibrate: { calibratedAt: now },
  } as const;
  writeSensor(db, { ...had, ...change[act] });
}

/** @throws Refused 422 */
export const readPlace = (text: unknown): Place =>
  readInput(z.enum(PLACES, 'Choose the place.'), text, 'Choose the place.');
