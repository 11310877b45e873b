import type { Climate } from '$core/drying/climate';
import type { FilmAir } from '$core/drying/phase';

/** One air for a span of days. @param start ms since 1970 */
export const constantClimate = (air: FilmAir, start: number, days: number): Climate => ({
  start,
  step: 60,
  air: Array.from({ length: days * 24 }, () => air),
});
