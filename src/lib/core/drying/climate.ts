/** Air that changes with time at one place, and its rates summed up beforehand so that many films can be asked. */
import { MINUTE } from '$core/units/durations';
import { phaseRate, type FilmAir, type RateKind } from './phase';

/** Air in steps of equal length, each holding for its whole step. */
export interface Climate {
  /** start, ms since 1970 */
  start: number;
  /** length of a step, min */
  step: number;
  air: readonly FilmAir[];
}

/** Days at the end of what is known that stand for all that comes after: nobody may reckon with better air than that. Our choice. */
const USUAL_DAYS = 7;

/** Steps at the end of a climate that come again and again beyond it: whole days, where there are any. */
export function repeated({ step, air }: Pick<Climate, 'step' | 'air'>): number {
  const day = Math.max(1, Math.round(1440 / step));
  const days = Math.min(USUAL_DAYS, Math.floor(air.length / day));
  return days > 0 ? days * day : air.length;
}

/** The step of a climate that stands for its step `k`, which may lie beyond its end. */
export const stepFor = (climate: Pick<Climate, 'step' | 'air'>, k: number): number => {
  const known = climate.air.length;
  if (k < known) return k;
  const again = repeated(climate);
  return known - again + ((k - known) % again);
};

/** A climate that is another one from a moment on, for as long as it is known. @param at ms since 1970 */
export const fromThenOn = ({ start, step, air }: Climate, at: number, other: FilmAir): Climate => ({
  start,
  step,
  air: air.map((a, k) => (start + (k + 1) * step * MINUTE > at ? other : a)),
});

/** The air of something that was in one place until a moment and in another from then on. @param at ms since 1970 */
export function movedAt(first: Climate, at: number, second: Climate): Climate {
  const { step } = first;
  const hour = step * MINUTE;
  const count = Math.max(
    first.air.length,
    Math.ceil((second.start + second.air.length * second.step * MINUTE - first.start) / hour),
  );
  const air: FilmAir[] = [];
  for (let k = 0; k < count; k++) {
    const from = first.start + k * hour;
    const later = second.air[Math.floor((from - second.start) / (second.step * MINUTE))];
    const hourOf = from >= at ? (later ?? first.air[k]) : first.air[k];
    // Where nothing is known any more the rest is left to the sheet.
    if (!hourOf) break;
    air.push(hourOf);
  }
  return { start: first.start, step, air };
}

/** Sums of the rate of one kind of phase from the start of a climate, in minutes of the reference rate. */
interface Sums {
  start: number;
  step: number;
  /** sums[k]: up to the start of step k; one more than there are steps */
  sums: Float64Array;
}

/** A climate ready to be asked. */
export interface Rates {
  climate: Climate;
  /** end of what is known, ms since 1970 */
  end: number;
  /**
   * Reference minutes of a phase that pass between two moments.
   * @param minC below it nothing passes, °C
   * @param from ms since 1970; before the climate nothing passes
   */
  passed: (kind: RateKind, minC: number, from: number, to: number) => number;
  /**
   * The moment at which so many reference minutes of a phase have passed.
   * @returns ms since 1970; null when the climate ends before
   */
  when: (kind: RateKind, minC: number, from: number, minutes: number) => number | null;
}

function sumUp({ start, step, air }: Climate, kind: RateKind, minC: number): Sums {
  const sums = new Float64Array(air.length + 1);
  let sum = 0;
  air.forEach((a, k) => {
    sum += a.celsius < minC ? 0 : phaseRate(kind, a) * step;
    sums[k + 1] = sum;
  });
  return { start, step, sums };
}

/** Sums are made when they are first wanted, once for each kind of phase and least temperature. */
export function ratesOf(climate: Climate): Rates {
  const made = new Map<string, Sums>();
  const of = (kind: RateKind, minC: number): Sums => {
    const key = `${kind} ${minC}`;
    const sums = made.get(key) ?? sumUp(climate, kind, minC);
    made.set(key, sums);
    return sums;
  };
  return {
    climate,
    end: climate.start + climate.air.length * climate.step * MINUTE,
    passed: (kind, minC, from, to) => sumAt(of(kind, minC), to) - sumAt(of(kind, minC), from),
    when: (kind, minC, from, minutes) => (minutes <= 0 ? from : reach(of(kind, minC), from, minutes)),
  };
}

/** The moment so many minutes after another one, by halving; null past the end. */
function reach(of: Sums, from: number, minutes: number): number | null {
  const { sums, start, step } = of;
  const wanted = sumAt(of, from) + minutes;
  const last = sums.length - 1;
  const slack = 1e-9 * Math.max(1, wanted);
  if (wanted > (sums[last] ?? 0) + slack) return null;
  let [low, high] = [0, last];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sums[middle] ?? 0) < wanted - slack) low = middle + 1;
    else high = middle;
  }
  const [before, after] = [sums[low - 1] ?? 0, sums[low] ?? 0];
  const share = after > before ? Math.min(1, Math.max(0, (wanted - before) / (after - before))) : 1;
  return Math.max(from, start + (low - 1 + share) * step * MINUTE);
}

function sumAt({ start, step, sums }: Sums, at: number): number {
  const x = (at - start) / (step * MINUTE);
  if (x <= 0) return 0;
  const last = sums.length - 1;
  if (x >= last) return sums[last] ?? 0;
  const k = Math.floor(x);
  const low = sums[k] ?? 0;
  return low + ((sums[k + 1] ?? low) - low) * (x - k);
}
