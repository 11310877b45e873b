/** The hours in which the air of a place lets a product be laid. */
import { mayCoat } from '$core/air/humid-air';
import type { Product } from '$core/coating/system';
import type { Climate } from '$core/drying/climate';
import type { Interval } from '../model/problem';

const MINUTE = 60_000;

/**
 * @param climate the air of the place; outside of it nothing is known against any hour
 * @param t0 start of the plan, ms since 1970
 * @param horizon minutes of the plan
 * @returns the open hours, in whole minutes of the plan; sorted and apart
 */
export function hoursToCoat(
  { start, step, air }: Climate,
  limits: Product['limits'],
  t0: number,
  horizon: number,
): Interval[] {
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
  for (let k = first; k < air.length && minute(k) < horizon; k++) {
    const hour = air[k];
    if (hour && mayCoat(hour, limits)) add(minute(k), minute(k + 1));
  }
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
