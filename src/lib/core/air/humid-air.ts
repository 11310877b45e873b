/** Humid air near a drying film. Source: Magnus form, WMO-No. 8 (Sonntag 1990). */

const A = 17.62;
const B = 243.12;

/**
 * Saturation vapour pressure over water.
 * @param celsius air temperature, °C
 * @returns Pa
 */
export const saturationPressure = (celsius: number): number =>
  611.2 * Math.exp((A * celsius) / (B + celsius));

/**
 * Dew point, the inverse of the Magnus form at e = RH · e_s.
 * @param celsius air temperature, °C
 * @param humidity relative humidity, a share above 0 and at most 1
 * @returns °C
 * @throws RangeError when the humidity is not in (0, 1]
 */
export function dewPoint(celsius: number, humidity: number): number {
  if (!(humidity > 0 && humidity <= 1)) {
    throw new RangeError(`Relative humidity must be above 0 and at most 1, got ${humidity}`);
  }
  const g = Math.log(humidity) + (A * celsius) / (B + celsius);
  return (B * g) / (A - g);
}

/** The least a surface must be above the dew point to be coated, K. Source: ISO 8502-4 practice. */
export const DEW_POINT_MARGIN_K = 3;

/** The humidity above which nothing is coated where a product names no limit of its own. */
export const DEFAULT_MAX_HUMIDITY = 0.85;

export interface AirReading {
  /** °C */
  celsius: number;
  /** relative humidity, share 0–1 */
  humidity: number;
  /** surface temperature, °C; the air's where it was not measured */
  surface?: number;
}

export interface AirLimits {
  minC: number;
  maxC: number;
  /** share 0–1 */
  maxHumidity?: number;
}

export interface AirVerdict {
  coat: boolean;
  /** surface temperature less dew point, K */
  marginK: number;
  /** why not, in words; empty when it may be coated */
  reasons: string[];
}

/**
 * Whether a coat may go on in this air.
 * @param reading the air, and the surface where known
 * @param limits the product's own limits
 */
export function judgeAir(reading: AirReading, limits: AirLimits): AirVerdict {
  const surface = reading.surface ?? reading.celsius;
  const marginK = surface - dewPoint(reading.celsius, reading.humidity);
  const maxHumidity = limits.maxHumidity ?? DEFAULT_MAX_HUMIDITY;
  const reasons: string[] = [];
  if (marginK < DEW_POINT_MARGIN_K) {
    reasons.push(`surface only ${marginK.toFixed(1)} K above the dew point, ${DEW_POINT_MARGIN_K} K needed`);
  }
  if (reading.celsius < limits.minC)
    reasons.push(`${reading.celsius.toFixed(1)} °C is below the product’s ${limits.minC} °C`);
  if (reading.celsius > limits.maxC)
    reasons.push(`${reading.celsius.toFixed(1)} °C is above the product’s ${limits.maxC} °C`);
  if (reading.humidity > maxHumidity) {
    reasons.push(
      `${Math.round(reading.humidity * 100)} % humidity is above ${Math.round(maxHumidity * 100)} %`,
    );
  }
  return { coat: reasons.length === 0, marginK, reasons };
}
