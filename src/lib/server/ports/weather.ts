import type { AirState } from '$core/air/room';

/** Where forecasts come from. */
export interface WeatherSource {
  /** false where nobody forecasts */
  there: boolean;
  /**
   * Air outdoors by the hour. The same hours may be asked for again: what was foreseen for them must not change unless
   * the source has a newer forecast.
   *
   * @param from ms since 1970, on a whole hour; may be in the past
   * @param hours how many
   * @returns as many of them as are known; none where nobody forecasts
   */
  forecast(from: number, hours: number): (AirState & { at: number })[];
}
