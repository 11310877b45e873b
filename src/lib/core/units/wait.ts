/** Waits as painters write them: `45 min`, `16 h`, `2 d 4 h`; a bare number is minutes. */
import { frozen } from '../frozen';

const UNITS: Record<string, number> = frozen({ min: 1, m: 1, h: 60, d: 1440, w: 10_080 });

/**
 * Reads a wait.
 * @returns minutes; NaN where it cannot be read
 */
export function readWait(text: string): number {
  const rest = text.trim().toLowerCase().replaceAll(',', '.');
  if (/^\d+(\.\d+)?$/.test(rest)) return Number(rest);
  const parts = [...rest.matchAll(/(\d+(?:\.\d+)?)\s*(min|m|h|d|w)\b/g)];
  const read = parts.map((p) => p[0]).join('');
  if (parts.length === 0 || read.replace(/\s/g, '') !== rest.replace(/\s/g, '')) return NaN;
  return parts.reduce((sum, [, value, unit]) => sum + Number(value) * (UNITS[unit ?? ''] ?? NaN), 0);
}

/** Writes a wait so that it reads back exactly: `2 d 4 h`, `45 min`. */
export function writeWait(minutes: number): string {
  const [d, h, m] = [Math.floor(minutes / 1440), Math.floor((minutes % 1440) / 60), minutes % 60];
  const parts = [d ? `${d} d` : '', h ? `${h} h` : '', m ? `${Number(m.toFixed(3))} min` : ''].filter(
    Boolean,
  );
  return parts.join(' ') || '0 min';
}
