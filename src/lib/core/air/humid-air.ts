/** Humid air near a drying film. Source: Magnus form, WMO-No. 8 (Sonntag 1990). */

import { formatKelvin, formatTemperature, type Measures } from '../units/measures';

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

/**
 * Vapour pressure deficit: what pulls water out of a film.
 * @param celsius air temperature, °C
 * @param humidity relative humidity, share 0–1
 * @returns Pa
 */
export const vapourDeficit = (celsius: number, humidity: number): number =>
  saturationPressure(celsius) * (1 - humidity);

/** Pressure of the air at sea level, Pa. */
const SEA_LEVEL_PA = 101_325;

/**
 * Mass of vapour per mass of dry air. Source: ASHRAE Handbook Fundamentals (2017), ch. 1, eq. 20.
 * @returns kg/kg
 */
export function moistureRatio(celsius: number, humidity: number): number {
  const e = humidity * saturationPressure(celsius);
  return (0.621945 * e) / (SEA_LEVEL_PA - e);
}

/** Relative humidity of air of a moisture ratio, share; above 1 it would be fog. */
export function humidityOf(celsius: number, ratio: number): number {
  const e = (SEA_LEVEL_PA * ratio) / (0.621945 + ratio);
  return e / saturationPressure(celsius);
}

/** The least a surface must be above the dew point to be coated, K. Source: ISO 8502-4 practice. */
export const DEW_POINT_MARGIN_K = 3;

/** The humidity above which nothing is coated where a product names no limit of its own. */
export const DEFAULT_MAX_HUMIDITY = 0.85;

/** A reading beyond these is a fault of the instrument or a slip, °C. */
const [COLDEST, HOTTEST] = [60, 100];

interface AirReading {
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
  /** K; the usual margin where a product names none */
  dewMarginK?: number;
}

interface AirVerdict {
  coat: boolean;
  /** surface temperature less dew point, K */
  marginK: number;
  /** why not, in words; empty when it may be coated */
  reasons: string[];
}

/** Why a coat may not go on, in words when it is asked. */
type Fault = (measures: Measures) => string;

/** @throws RangeError when the reading is none */
function dewMargin({ celsius, humidity, surface = celsius }: AirReading): number {
  for (const degrees of [celsius, surface])
    if (!(degrees > -COLDEST && degrees < HOTTEST))
      throw new RangeError(`${degrees} °C is no temperature of a workshop`);
  return surface - dewPoint(celsius, humidity);
}

function faultsOf(
  { celsius, humidity, surface = celsius }: AirReading,
  limits: AirLimits,
  marginK: number,
): Fault[] {
  const { minC, maxC, maxHumidity = DEFAULT_MAX_HUMIDITY, dewMarginK: needed = DEW_POINT_MARGIN_K } = limits;
  const faults: Fault[] = [];
  if (marginK < needed)
    faults.push(
      (m) =>
        `surface only ${formatKelvin(marginK, m)} above the dew point, ${formatKelvin(needed, m)} needed`,
    );
  const judge = (degrees: number, what: string): void => {
    const against = (side: string, limit: number): Fault => {
      return (m) =>
        `${what}${formatTemperature(degrees, m)} is ${side} the product’s ${formatTemperature(limit, m)}`;
    };
    if (degrees < minC) faults.push(against('below', minC));
    if (degrees > maxC) faults.push(against('above', maxC));
  };
  judge(celsius, '');
  if (surface !== celsius) judge(surface, 'the surface at ');
  if (humidity > maxHumidity)
    faults.push(() => `${Math.round(humidity * 100)} % humidity is above ${Math.round(maxHumidity * 100)} %`);
  return faults;
}

/**
 * Whether a coat may go on in this air, and why not.
 * @param reading the air, and the surface where known
 * @param limits the product's own limits: its temperatures are asked of the air and of the surface
 * @param measures of the reasons
 * @throws RangeError when the reading is none
 */
export function judgeAir(reading: AirReading, limits: AirLimits, measures: Measures = 'metric'): AirVerdict {
  const marginK = dewMargin(reading);
  const reasons = faultsOf(reading, limits, marginK).map((say) => say(measures));
  return { coat: reasons.length === 0, marginK, reasons };
}

/** Whether a coat may go on in this air: what `judgeAir` says, without the words. @throws RangeError when the reading is none */
export const mayCoat = (reading: AirReading, limits: AirLimits): boolean =>
  faultsOf(reading, limits, dewMargin(reading)).length === 0;
