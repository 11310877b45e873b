/** A place whose air is helped by what stands in it. */
import type { Places } from '$core/air/places';
import type { Choice } from '$core/planning/job/choice';

/** What a room of the house is heated to where it is heated for the paint, °C. */
const ROOM = 21;

/** @returns the places with one of them heated day and night, or dried where it can be */
export function betterPlaces(places: Places, place: Choice['place'], how: 'heat' | 'dry' | 'both'): Places {
  if (place !== 'tent') return { ...places, [place]: { ...places[place], heatedTo: ROOM, nightTo: ROOM } };
  const { tent } = places;
  return {
    ...places,
    tent: {
      ...tent,
      ...(how === 'dry' ? {} : { heater: { ...tent.heater, on: true, nights: true } }),
      ...(how === 'heat' ? {} : { dehumidifier: { ...tent.dehumidifier, on: true } }),
    },
  };
}
