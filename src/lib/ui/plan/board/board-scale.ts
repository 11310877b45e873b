/** The time axis of the board: open hours to scale, closed ones folded to thin bands unless they are wanted. */
import { HOUR } from '$core/units/durations';

/** A folded night and a folded lunch, px. */
const FOLDED_NIGHT = 16;
const FOLDED_BREAK = 5;
/** A closed stretch longer than this is a night, ms. */
const LONGEST_BREAK = 2 * HOUR;
/** Below so many px an hour nothing can be told apart: then the board is wider than the screen. */
const LEAST_PER_HOUR = 4;
const LEAST_PER_HOUR_WITH_NIGHTS = 2;

/** A span of time, ms since 1970. */
type Span = readonly [number, number];

export interface Stretch {
  /** ms since 1970 */
  a: number;
  b: number;
  closed: boolean;
  /** left edge and width, px */
  x: number;
  w: number;
}

export interface BoardScale {
  stretches: Stretch[];
  /** of the whole board, px */
  width: number;
  /** place of a moment, px */
  x: (ms: number) => number;
  /** the moment at a place: the other way of `x`, ms since 1970 */
  momentAt: (px: number) => number;
}

interface Wanted {
  /** ms since 1970 */
  from: number;
  to: number;
  /** hours that are open; hours that were worked count as open, too */
  open: readonly Span[];
  worked: readonly Span[];
  /** room before the first moment and after the last, px */
  left: number;
  right: number;
  /** px that the board may take */
  room: number;
  /** px an hour; 0 for as much as fits the room */
  perHour: number;
  /** closed hours to scale */
  nights: boolean;
}

/** Open and closed stretches of a span, in order and without gaps. */
export function cutStretches(
  from: number,
  to: number,
  spans: readonly Span[],
): { a: number; b: number; closed: boolean }[] {
  const cuts: { a: number; b: number; closed: boolean }[] = [];
  const inside = spans
    .map(([a, b]): Span => [Math.max(from, a), Math.min(to, b)])
    .filter(([a, b]) => a < b)
    .sort((p, q) => p[0] - q[0]);
  let at = from;
  for (const [a, b] of inside) {
    const last = cuts.at(-1);
    if (a > at) cuts.push({ a: at, b: a, closed: true }, { a, b, closed: false });
    else if (last && !last.closed) last.b = Math.max(last.b, b);
    else cuts.push({ a: at, b, closed: false });
    at = Math.max(at, b);
  }
  if (at < to) cuts.push({ a: at, b: to, closed: true });
  return cuts;
}

/** The scale of a board. */
export function boardScale(wanted: Wanted): BoardScale {
  const { from, to, open, worked, left, right, room, perHour, nights } = wanted;
  const cuts = cutStretches(from, to, [...open, ...worked]);
  const foldedTo = (s: { a: number; b: number; closed: boolean }): number | null => {
    if (!s.closed || nights) return null;
    return s.b - s.a > LONGEST_BREAK ? FOLDED_NIGHT : FOLDED_BREAK;
  };
  const hours = cuts.reduce((n, s) => n + (foldedTo(s) === null ? s.b - s.a : 0), 0) / HOUR;
  const fixed = cuts.reduce((n, s) => n + (foldedTo(s) ?? 0), 0);
  const fitting = (room - left - right - fixed) / Math.max(1, hours);
  const scale = perHour || Math.max(nights ? LEAST_PER_HOUR_WITH_NIGHTS : LEAST_PER_HOUR, fitting);
  let at = left;
  const stretches = cuts.map((s): Stretch => {
    const w = foldedTo(s) ?? ((s.b - s.a) / HOUR) * scale;
    const placed = { ...s, x: at, w };
    at += w;
    return placed;
  });
  return {
    stretches,
    width: Math.ceil(at + right),
    x: (ms) => {
      const s = stretches.find((k) => ms <= k.b) ?? stretches.at(-1);
      return s ? s.x + (Math.max(0, Math.min(ms, s.b) - s.a) / (s.b - s.a)) * s.w : left;
    },
    momentAt: (px) => {
      const s = stretches.find((k) => px <= k.x + k.w) ?? stretches.at(-1);
      return s ? s.a + (Math.max(0, Math.min(px - s.x, s.w)) / s.w) * (s.b - s.a) : from;
    },
  };
}
