/** What it takes to help the air of a place. */
import { HOUR } from '$core/units/durations';
import type { Place, Places } from '$core/air/places';
import type { Db } from '../../db/open';
import { forecastAir, placesOf } from './place-air';

/**
 * What a place takes more as it would be than as it is, over a stretch that is foreseen.
 * @returns power of the tent's devices, kWh; and how much warmer it is by day and by night on average, K
 */
export function powerFor(
  db: Db,
  better: Places,
  place: Place,
  from: number,
  to: number,
): { kwh: number; warmer: number } {
  const first = Math.floor(from / HOUR) * HOUR;
  const hours = Math.max(1, Math.ceil((to - first) / HOUR));
  const [is, would] = [placesOf(db), better].map((p) => forecastAir(p, place, first, hours));
  let [watts, kelvin] = [0, 0];
  would?.forEach((a, i) => {
    const b = is?.[i];
    watts += (a.watt ?? 0) - (b?.watt ?? 0);
    kelvin += a.celsius - (b?.celsius ?? a.celsius);
  });
  return { kwh: watts / 1000, warmer: kelvin / hours };
}
