/** The sensors in the places: what they have sent is taken in on a timer of its own. */
import { PLACES, type Place, type Places } from '$core/air/places';
import type { AirState } from '$core/air/room';
import type { Db } from '../../db/open';
import { EVERY, senses } from '../../standins/thermo-hygrometer';
import { surprise, weatherAt } from '../../standins/weather';
import { insertReading, listSensors, writeSensor } from '../../store/readings';
import { storeIfPossible, unavailable } from '../../unavailable';
import { forecastAir, placesOf } from './places';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** How often they are asked, ms. */
const PACE = 3_000;

/** The air that instruments meet: the forecast and what it did not foresee. */
function trueAir(places: Places, place: Place, from: number, to: number): (at: number) => AirState {
  const start = Math.floor(from / HOUR) * HOUR;
  const hours = forecastAir(places, place, start, Math.floor((to - start) / HOUR) + 1);
  return (at) => {
    const foreseen = hours[Math.floor((at - start) / HOUR)] ?? weatherAt(at);
    const off = surprise(at + PLACES.indexOf(place) * DAY * 40);
    return {
      celsius: foreseen.celsius + off.celsius,
      humidity: Math.min(0.98, Math.max(0.08, foreseen.humidity + off.humidity)),
    };
  };
}

/** How far back a sensor sends what it kept. */
const KEPT = 3 * DAY;

/** Takes in what the sensors have sent up to now. */
export function hearSensors(db: Db, now: number): void {
  const places = placesOf(db);
  for (const sensor of listSensors(db)) {
    if (!sensor.on || now - sensor.sentUntil < EVERY) continue;
    const from = Math.ceil(Math.max(sensor.sentUntil + 1, now - KEPT) / EVERY) * EVERY;
    const truth = trueAir(places, sensor.place, from, now);
    const store = db.transaction(() => {
      for (let at = from; at <= now; at += EVERY) {
        const sent = senses(sensor, at, truth(at));
        if (sent) insertReading(db, { place: sensor.place, at, ...sent, source: 'sensor' });
      }
      writeSensor(db, { ...sensor, sentUntil: Math.floor(now / EVERY) * EVERY });
    });
    // A sensor sends again what was not taken in.
    if (!storeIfPossible(() => store.immediate())) return;
  }
}

/**
 * From now on the sensors are heard.
 * @param clock ms since 1970
 * @returns ends it
 */
export function followSensors(db: Db, clock: () => number): () => void {
  const hear = (): void => {
    if (!db.open) return;
    try {
      hearSensors(db, clock());
    } catch (error) {
      // A sensor sends again what was not taken in.
      console.error(unavailable(error) ?? error);
    }
  };
  hear();
  const timer = setInterval(hear, PACE);
  timer.unref();
  return () => clearInterval(timer);
}
