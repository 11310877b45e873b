/** The air in a place of the company through weather. Docs: docs/methods/air.md */
import { frozen } from '../frozen';
import { hourOfDay } from '../units/clock-time';
import type { Place, Places } from './places';
import { indoors, inTent, STILL, type AirState } from './room';

/** Air at a moment with the speed at which it moves over films, m/s, and in a tent the power that its devices take, W. */
export type MovingAir = AirState & { wind: number; watt?: number };

/** From the evening until the crew comes. */
const NIGHT = frozen({ from: 19, to: 6 });

/** Whether the thermostats of the night hold. @param at ms since 1970 @param zone IANA time zone */
export const isNight = (at: number, zone: string): boolean => {
  const hour = hourOfDay(at, zone);
  return hour >= NIGHT.from || hour < NIGHT.to;
};

/** A stretch of time, ms since 1970. */
export interface Stretch {
  from: number;
  to: number;
}

/** The places with what warms one of them switched on; null where nothing does. */
export function withHeat(places: Places, place: Place): Places | null {
  if (place !== 'tent') return places[place].heatedTo === null ? null : places;
  const { tent } = places;
  return tent.heater.watt > 0 ? { ...places, tent: { ...tent, heater: { ...tent.heater, on: true } } } : null;
}

/** Hours that a building is followed before the first one that counts, so that its lag has settled. */
export const SETTLING = 96;

/**
 * The air at a place through weather.
 *
 * @param weather outdoors, hourly; the first {@link SETTLING} hours let the buildings settle and are left out of the result
 * @param zone IANA time zone, for the thermostats of the night
 * @param warm when the place itself is kept warm as by day, whatever the hour
 */
export function airAtPlace(
  places: Places,
  place: Place,
  weather: readonly (AirState & { at: number })[],
  zone: string,
  warm: Stretch | null = null,
): (MovingAir & { at: number })[] {
  const night = (i: number): boolean => isNight(weather[i]?.at ?? 0, zone);
  /** what is kept warm has no night then */
  const own = (i: number): boolean => {
    const at = weather[i]?.at ?? 0;
    return night(i) && !(warm && at >= warm.from && at < warm.to);
  };
  const { tent } = places;
  const air =
    place === 'tent'
      ? indoors(weather, places[tent.in], night).map((around, i) => inTent(around, tent, own(i)))
      : indoors(weather, places[place], own).map((a) => ({ ...a, wind: STILL }));
  return air.map((a, i) => ({ ...a, at: weather[i]?.at ?? 0 })).slice(SETTLING);
}
