/** The hours in which the air of a place lets a product be laid. */
import { mayCoat } from '$core/air/humid-air';
import type { Product } from '$core/coating/system';
import type { Climate } from '$core/drying/climate';
import type { Interval } from '../model/problem';

const MINUTE = 60_000;

/** Whether a product may be laid in each hour of a climate, made once for the same limits: many plans meet the same air. */
const known = new WeakMap<Climate, Map<string, readonly boolean[]>>();

function mayCoatIn(climate: Climate, limits: Product['limits']): readonly boolean[] {
  const own = known.get(climate) ?? new Map<string, readonly boolean[]>();
  known.set(climate, own);
  const key = JSON.stringify(limits);
  const made = own.get(key) ?? climate.air.map((hour) => mayCoat(hour, limits));
  own.set(key, made);
  return made;
}

/**
 * @param climate the air of the place; outside of it nothing is known against any hour
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
  for (let k = first; k < air.length && minute(k) < horizon; k++) if (may[k]) add(minute(k), minute(k + 1));
  add(Math.max(0, minute(air.length)), horizon);
  return open;
}

/** The first moment from `at` on at which a product may be laid, ms since 1970; null: not as long as the air is known. */
export function mayCoatFrom(climate: Climate, limits: Product['limits'], at: number): number | null {
  const { start, step, air } = climate;
  const first = Math.floor((at - start) / (step * MINUTE));
  if (first < 0 || first >= air.length) return at;
  const k = air.findIndex((hour, i) => i >= first && mayCoat(hour, limits));
  return k < 0 ? null : Math.max(at, start + k * step * MINUTE);
}
