/** The sensors in the places: what they have sent is stored on a timer of its own. */
import { DAY } from '$core/units/durations';
import type { Db } from '../../db/open';
import { sensors } from '../../devices/devices';
import { insertReading, listSensors, writeSensor } from '../../store/readings';
import { storeIfPossible, unavailable } from '../../base/unavailable';
import { keepForecast } from './kept-forecast';
import { placesOf } from './place-air';

/** How often they are asked, ms. */
const PACE = 3_000;
/** How far back a sensor sends what it kept. */
const KEPT = 3 * DAY;

/** Stores what the sensors have sent up to now. */
export function readSensors(db: Db, now: number): void {
  const { every } = sensors;
  const places = placesOf(db);
  for (const sensor of listSensors(db)) {
    if (!sensor.on || now - sensor.sentUntil < every) continue;
    const from = Math.ceil(Math.max(sensor.sentUntil + 1, now - KEPT) / every) * every;
    const sent = sensors.sent(sensor, from, now, places);
    const store = db.transaction(() => {
      keepForecast(db, sensor.place, now);
      for (const reading of sent) insertReading(db, { place: sensor.place, ...reading, source: 'sensor' });
      writeSensor(db, { ...sensor, sentUntil: Math.floor(now / every) * every });
    });
    // A sensor sends again what was not stored.
    if (!storeIfPossible(() => store.immediate())) return;
  }
}

/**
 * Reads the sensors from now on.
 * @param clock ms since 1970
 * @returns ends it
 */
export function followSensors(db: Db, clock: () => number): () => void {
  const read = (): void => {
    if (!db.open) return;
    try {
      readSensors(db, clock());
    } catch (error) {
      // A sensor sends again what was not stored.
      console.error(unavailable(error) ?? error);
    }
  };
  read();
  const timer = setInterval(read, PACE);
  timer.unref();
  return () => clearInterval(timer);
}
