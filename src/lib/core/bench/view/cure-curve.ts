/** The cure of a kitchen over its days, and what it would be in a colder or damper room from now on. */
import { DAY } from '$core/units/durations';
import { frozen } from '$core/frozen';
import { waitsIn } from '$core/coating/waits';
import { fromThenOn, movedAt, ratesOf } from '$core/drying/climate';
import { careDates, cureShare, type WaitsOf } from './care';
import type { Bench } from './bench-job';
import { pieceState } from '../state/state';
import { homeWaits } from './home-waits';

/** Points of the curve. */
const POINTS = 40;

/** Rooms that are compared. Our choice. */
export const ROOMS = frozen([
  { key: 'cold', words: 'in a cold room, 14 °C', air: { celsius: 14, humidity: 0.55, wind: 0.1 } },
  { key: 'damp', words: 'in a damp room, 75 %', air: { celsius: 19, humidity: 0.75, wind: 0.1 } },
] as const);

export interface CureCurve {
  /** ms since 1970, shares 0–1 */
  points: { at: number; share: number }[];
  cured: number;
  /** when it would be cured in other rooms from now on */
  rooms: { key: string; words: string; cured: number }[];
}

/** @returns null while a coat is still to come, or where no film names a cure */
export function cureCurve(bench: Bench, now: number): CureCurve | null {
  const { state, route, pack, air, houseAir } = bench;
  const ids = pack.pieces.map((p) => p.id);
  const waits = homeWaits(bench);
  const curedIn = (of: WaitsOf) => careDates(state, route, ids, of).find((d) => d.stage === 'cured');
  const last = curedIn(waits);
  if (!last) return null;
  const from = Math.min(last.laid, now);
  const to = Math.max(last.at, now) + DAY;
  const points = Array.from({ length: POINTS + 1 }, (_, i) => {
    const at = from + ((to - from) * i) / POINTS;
    return { at, share: cureShare(state, route, ids, at, waits) };
  });
  const rooms = ROOMS.flatMap(({ key, words, air: other }) => {
    if (!air || now >= last.at) return [];
    const changed: WaitsOf = (piece) => {
      const { hungAt } = pieceState(state, piece);
      const whole =
        houseAir && hungAt !== null ? movedAt(air.climate, hungAt, houseAir.climate) : air.climate;
      return waitsIn(ratesOf(fromThenOn(whole, now, other)), new Map(air.multipliers));
    };
    const cured = curedIn(cached(changed, (p) => pieceState(state, p).hungAt));
    return cured ? [{ key, words, cured: cured.at }] : [];
  });
  return { points, cured: last.at, rooms };
}

/** Waits are made once for pieces that came home in one hour. */
function cached(make: WaitsOf, hungAt: (piece: string) => number | null): WaitsOf {
  const known = new Map<number | null, ReturnType<WaitsOf>>();
  return (piece) => {
    const at = hungAt(piece);
    const hour = at === null ? null : Math.floor(at / 3_600_000);
    const had = known.get(hour) ?? make(piece);
    known.set(hour, had);
    return had;
  };
}
