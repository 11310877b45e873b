/**
 * A round of visits in one day: the shortest order in which every house is reached while it is open. Exact, by dynamic programming over
 * the sets of houses seen (Held & Karp 1962; with time windows: Christofides, Mingozzi & Toth 1981).
 */

import { z } from 'zod';

/** Houses that a round is worked out for at most. */
const MOST_STOPS = 10;

export interface Stop {
  id: string;
  /** minutes of work there */
  minutes: number;
  /** when the house is open, minutes of the day */
  open: [from: number, to: number][];
}

interface RoundStop {
  id: string;
  /** minutes of the day: arrives, begins, leaves */
  arrives: number;
  begins: number;
  leaves: number;
}

export interface Round {
  stops: RoundStop[];
  /** minutes of the day: leaves home, is back */
  leaves: number;
  back: number;
  /** minutes on the road */
  travel: number;
}

/** The first minute from `at` on at which so much work fits into an open stretch; null where none does. */
function beginAt({ open, minutes }: Stop, at: number): number | null {
  for (const [from, to] of [...open].sort((a, b) => a[0] - b[0])) {
    const begins = Math.max(at, from);
    if (begins + minutes <= to) return begins;
  }
  return null;
}

interface Reached {
  /** when it leaves the last house */
  leaves: number;
  travel: number;
  before: number;
  arrives: number;
  begins: number;
}

/** Sooner back, then less on the road. */
const better = (a: Reached, b: Reached): boolean =>
  a.leaves < b.leaves - 1e-9 || (a.leaves < b.leaves + 1e-9 && a.travel < b.travel - 1e-9);

/**
 * @param stops at most ten
 * @param travel minutes between stops by their index; the last row and column are home
 * @param leaves minute of the day at which it leaves home
 * @param until minute by which it is back
 * @returns the round that is back first; null where no order reaches all
 * @throws RangeError for more stops than are worked out, or a travel table of another size
 */
export function shortestRound(
  stops: readonly Stop[],
  travel: readonly (readonly number[])[],
  leaves: number,
  until: number,
): Round | null {
  const n = stops.length;
  if (n > MOST_STOPS) throw new RangeError(`A round has at most ${MOST_STOPS} visits`);
  if (travel.length !== n + 1 || travel.some((row) => row.length !== n + 1))
    throw new RangeError('The table of travel has a row and a column for every stop and for home');
  if (n === 0) return { stops: [], leaves, back: leaves, travel: 0 };
  const way = (a: number, b: number): number => travel[a]?.[b] ?? Infinity;
  // Best ways to have seen a set of houses, the last of them `j`. Leaving sooner is never worse: one may wait.
  const best: (Reached | undefined)[][] = Array.from(
    { length: 1 << n },
    () => new Array<Reached | undefined>(n),
  );
  const reach = (from: Reached | null, last: number, j: number): Reached | null => {
    const stop = stops[j];
    if (!stop) return null;
    const arrives = (from?.leaves ?? leaves) + way(last, j);
    const begins = beginAt(stop, arrives);
    if (begins === null) return null;
    return {
      ...{ arrives, begins, before: last },
      leaves: begins + stop.minutes,
      travel: (from?.travel ?? 0) + way(last, j),
    };
  };
  const put = (set: number, j: number, found: Reached | null): void => {
    const row = best[set];
    const had = row?.[j];
    if (row && found && (!had || better(found, had))) row[j] = found;
  };
  for (let j = 0; j < n; j++) put(1 << j, j, reach(null, n, j));
  for (let set = 1; set < 1 << n; set++)
    for (let last = 0; last < n; last++) {
      const from = best[set]?.[last];
      if (!from) continue;
      for (let j = 0; j < n; j++) if (!(set & (1 << j))) put(set | (1 << j), j, reach(from, last, j));
    }
  const all = (1 << n) - 1;
  let end: { j: number; back: number; travel: number } | null = null;
  for (let j = 0; j < n; j++) {
    const found = best[all]?.[j];
    if (!found) continue;
    const [back, total] = [found.leaves + way(j, n), found.travel + way(j, n)];
    if (back > until + 1e-9) continue;
    if (!end || back < end.back - 1e-9 || (back < end.back + 1e-9 && total < end.travel - 1e-9))
      end = { j, back, travel: total };
  }
  if (!end) return null;
  const order: RoundStop[] = [];
  for (let [set, j] = [all, end.j]; j !== n;) {
    const at = best[set]?.[j];
    const stop = stops[j];
    if (!at || !stop) break;
    order.unshift({ id: stop.id, arrives: at.arrives, begins: at.begins, leaves: at.leaves });
    set &= ~(1 << j);
    j = at.before;
  }
  return { stops: order, leaves, back: end.back, travel: end.travel };
}

const WRITE = 'Write degrees as a number, such as 44.6488';
/** Where something is, degrees. */
export const positionSchema = z.object({
  latitude: z.number(WRITE).min(-90, 'A latitude is from -90 to 90').max(90, 'A latitude is from -90 to 90'),
  longitude: z
    .number(WRITE)
    .min(-180, 'A longitude is from -180 to 180')
    .max(180, 'A longitude is from -180 to 180'),
});
export type Position = z.infer<typeof positionSchema>;

/** Mean radius of the earth, km. */
const EARTH = 6371;
/** Roads are longer than the line, and a van in town goes so fast; parking and the door. From memory. */
const [DETOUR, KM_PER_HOUR, PARKING] = [1.3, 35, 4];
/** Where nobody wrote down where a house is, minutes. From memory. */
export const UNKNOWN_TRAVEL = 15;

/** Great-circle distance, km. Source: haversine formula. */
export function distance(a: Position, b: Position): number {
  const rad = (d: number): number => (d * Math.PI) / 180;
  const h =
    Math.sin(rad(b.latitude - a.latitude) / 2) ** 2 +
    Math.cos(rad(a.latitude)) * Math.cos(rad(b.latitude)) * Math.sin(rad(b.longitude - a.longitude) / 2) ** 2;
  return 2 * EARTH * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** Minutes from one place to another; a usual time where one of them is not known. */
export const travelMinutes = (a: Position | null, b: Position | null): number =>
  a && b ? Math.round(((distance(a, b) * DETOUR) / KM_PER_HOUR) * 60 + PARKING) : UNKNOWN_TRAVEL;
