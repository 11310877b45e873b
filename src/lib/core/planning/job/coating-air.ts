/** The hours in which the air of a place lets a product be laid. */
import { keepFor } from '$core/units/keep-last';
import { MINUTE } from '$core/units/durations';
import { mayCoat } from '$core/air/humid-air';
import { repeated, stepFor } from '$core/drying/climate';
import type { Product } from '$core/coating/system';
import type { Climate } from '$core/drying/climate';
import type { Interval } from '../model/problem';

/** Whether a product may be laid in each hour of a climate, made once for the same limits: many plans meet the same air. */
const known = keepFor<Climate, readonly boolean[]>();

const mayCoatIn = (climate: Climate, limits: Product['limits']): readonly boolean[] =>
  known(climate, JSON.stringify(limits), () => climate.air.map((hour) => mayCoat(hour, limits)));

/**
 * @param climate the air of the place; before it nothing is known against any hour, beyond its end its last days come again
 * @param t0 start of the plan, ms since 1970
 * @param horizon minutes of the plan
 * @returns the open hours, in whole minutes of the plan; sorted and apart
 */
export function hoursToCoat(
  climate: Climate,
  limits: Product['limits'],
  t0: number,
  horizon: number,
): Interval[] {
  const { start, step, air } = climate;
  const may = mayCoatIn(climate, limits);
  const open: Interval[] = [];
  const add = (from: number, to: number): void => {
    const [a, b] = [Math.max(0, Math.ceil(from)), Math.min(horizon, Math.floor(to))];
    if (a >= b) return;
    const last = open.at(-1);
    if (last && last[1] >= a) last[1] = b;
    else open.push([a, b]);
  };
  const minute = (k: number): number => (start - t0) / MINUTE + k * step;
  add(0, minute(0));
  const first = Math.max(0, Math.floor(-minute(0) / step));
  if (!air.length) add(0, horizon);
  else
    for (let k = first; minute(k) < horizon; k++) if (may[stepFor(climate, k)]) add(minute(k), minute(k + 1));
  return open;
}

/** The first moment from `at` on at which a product may be laid, ms since 1970; null: never, however often the last days come again. */
export function mayCoatFrom(climate: Climate, limits: Product['limits'], at: number): number | null {
  const { start, step, air } = climate;
  const first = Math.floor((at - start) / (step * MINUTE));
  if (first < 0 || !air.length) return at;
  const may = mayCoatIn(climate, limits);
  const most = Math.max(first, air.length) + repeated(climate);
  for (let k = first; k < most; k++)
    if (may[stepFor(climate, k)]) return Math.max(at, start + k * step * MINUTE);
  return null;
}
