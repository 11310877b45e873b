/** Lengths are kept in millimetres; people type and read inches (with fractions), centimetres or millimetres. */
import { frozen } from '../frozen';

export const LENGTH_UNITS = frozen(['in', 'cm', 'mm'] as const);
export type LengthUnit = (typeof LENGTH_UNITS)[number];

const MM_PER: Record<LengthUnit, number> = frozen({ mm: 1, cm: 10, in: 25.4 });

const LENGTH = /^(?:(\d+)\s+(\d+)\/(\d+)|(\d+)\/(\d+)|(\d+(?:[.,]\d+)?))\s*(mm|cm|in|")?$/;
/** A comma before three digits: thousands in some countries, decimals in others. */
const THOUSANDS = /^[1-9]\d{0,2},\d{3}$/;

/**
 * Reads a length such as `36`, `14 3/8 in`, `3/4"`, `91.5 cm` or `914mm`.
 * @param text what was typed
 * @param unit the unit of a bare number
 * @returns millimetres, or `null` when the text is not a length above zero. `1,234` is thousands in millimetres, which nobody
 * measures to a thousandth; in other units it could be either and is not read
 */
export function parseLength(text: string, unit: LengthUnit): number | null {
  const m = LENGTH.exec(text.trim());
  if (!m) return null;
  const [, whole, num, den, num2, den2, plain, suffix] = m;
  const own = suffix === '"' ? 'in' : ((suffix as LengthUnit | undefined) ?? unit);
  const thousands = plain !== undefined && THOUSANDS.test(plain);
  if (thousands && own !== 'mm') return null;
  const value = plain
    ? Number(plain.replace(',', thousands ? '' : '.'))
    : Number(whole ?? 0) + Number(num ?? num2) / Number(den ?? den2);
  // A nanometre is finer than any rule: the same length is the same number, whatever the unit it was typed in.
  const mm = Math.round(value * MM_PER[own] * 1e6) / 1e6;
  return Number.isFinite(mm) && mm > 0 ? mm : null;
}

/** So many parts of the whole as a mixed fraction: 115 of 8 is 14 3/8. */
function fraction(parts: number, of: number): string {
  const whole = Math.floor(parts / of);
  let [num, den] = [parts % of, of];
  if (num === 0) return String(whole);
  while (num % 2 === 0) {
    num /= 2;
    den /= 2;
  }
  return whole ? `${whole} ${num}/${den}` : `${num}/${den}`;
}

/**
 * Writes a length for people: inches to the nearest 1/16 as a mixed fraction, cm to 0.1, mm whole.
 * @param mm millimetres
 * @param unit the unit to write in
 * @returns the number without its unit, e.g. `14 3/8`
 */
export function formatLength(mm: number, unit: LengthUnit): string {
  if (unit === 'mm') return String(Math.round(mm));
  if (unit === 'cm') return String(Math.round(mm) / 10);
  return fraction(Math.round((mm / 25.4) * 16), 16);
}

/** Finest fraction of an inch that is written exactly. */
const FINEST = 64;

/**
 * Writes a length exactly: in the unit where that can be read back as the same length, else in millimetres.
 * @param mm millimetres, to the nanometre
 * @param unit the unit of bare numbers
 * @returns text that `parseLength` reads as the same length, e.g. `14 3/8` or `365.1 mm`
 */
export function writeLength(mm: number, unit: LengthUnit): string {
  const exact = `${mm} mm`;
  const parts = Math.round((mm / MM_PER.in) * FINEST);
  const text =
    unit === 'in' ? fraction(parts, FINEST) : unit === 'cm' ? String(Math.round(mm * 1e5) / 1e6) : String(mm);
  return parseLength(text, unit) === mm ? text : exact;
}
