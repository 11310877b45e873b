import type { Place, Places } from '$core/air/places';
import type { AirState } from '$core/air/room';

/** A sensor as the company has set it up. */
export interface Sensor {
  place: Place;
  /** when its battery was new and when it was calibrated, ms since 1970 */
  batteryAt: number;
  calibratedAt: number;
}

/** Thermo-hygrometers in the places. */
export interface AirSensors {
  /** false where this installation has none */
  there: boolean;
  /** ms between two readings */
  every: number;
  /** @returns share of a sensor's battery that is left, 0 to 1 */
  batteryLeft(sensor: Sensor, now: number): number;
  /**
   * What a sensor has sent for a span; moments at which nothing came are left out.
   *
   * @param from ms since 1970, a moment of a reading
   * @param to the last moment, ms since 1970
   * @param places how the places are kept: what a simulated sensor makes its air from
   */
  sent(sensor: Sensor, from: number, to: number, places: Places): (AirState & { at: number })[];
}
