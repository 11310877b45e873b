/**
 * Exact conversions by definition: 1 in = 25.4 mm, 1 US gal = 231 in³.
 * Source: the definitions of the units (NIST SP 811, appendix B).
 */
import { frozen } from '../frozen';

export const ML_PER_US_GALLON = 231 * 2.54 ** 3;
/** 128 fl oz to the US gallon. */
export const ML_PER_FL_OZ = ML_PER_US_GALLON / 128;
export const UM_PER_MIL = 25.4;
export const M2_PER_FT2 = 0.3048 ** 2;

export const MEASURES = frozen(['us', 'metric'] as const);
export type Measures = (typeof MEASURES)[number];

/** Exact: 1 ft = 0.3048 m. */
export const M_PER_FT = 0.3048;

/** @param fahrenheit °F @returns °C */
export const celsiusOf = (fahrenheit: number): number => (fahrenheit - 32) / 1.8;

/** @param celsius °C @returns °F */
export const fahrenheit = (celsius: number): number => celsius * 1.8 + 32;

/**
 * An area for people.
 * @param m2 square metres
 * @returns e.g. `12.4 m²` or `134 ft²`
 */
export const formatArea = (m2: number, measures: Measures): string =>
  measures === 'us' ? `${Math.round(m2 / M2_PER_FT2)} ft²` : `${m2.toFixed(1)} m²`;

/**
 * A volume for people.
 * @param ml millilitres
 * @returns e.g. `1.35 L` or `0.36 gal`
 */
export const formatVolume = (ml: number, measures: Measures): string =>
  measures === 'us' ? `${(ml / ML_PER_US_GALLON).toFixed(2)} gal` : `${(ml / 1000).toFixed(2)} L`;

/** A temperature difference for people. */
export const formatKelvin = (kelvin: number, measures: Measures): string =>
  measures === 'us' ? `${(kelvin * 1.8).toFixed(1)} °F` : `${kelvin.toFixed(1)} K`;

/**
 * Money for people.
 * @param cents hundredths
 * @param currency sign or letters; may be empty
 */
export const formatMoney = (cents: number, currency: string): string =>
  `${currency}${currency.length > 1 ? ' ' : ''}${(cents / 100).toFixed(2)}`;

/**
 * A film thickness for people.
 * @param um micrometres
 * @returns e.g. `100 µm` or `3.9 mil`
 */
export const formatFilm = (um: number, measures: Measures): string =>
  measures === 'us' ? `${(um / UM_PER_MIL).toFixed(1)} mil` : `${Math.round(um)} µm`;

/**
 * A temperature for people.
 * @param celsius °C
 * @returns e.g. `18.4 °C` or `65 °F`
 */
export const formatTemperature = (celsius: number, measures: Measures): string =>
  measures === 'us' ? `${Math.round(fahrenheit(celsius))} °F` : `${celsius.toFixed(1)} °C`;
