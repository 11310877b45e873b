/** Spells of a piece's films out of what was recorded. Docs: docs/methods/lasting.md */
import { DAY } from '$core/units/durations';
import { gets, type Step } from '../coating/route';
import { pieceState, type JobState } from '../bench/state/state';
import type { Look, Spell } from './record';

/** Days between two moments, to a thousandth. */
const days = (from: number, to: number): number => Math.round(((to - from) / DAY) * 1000) / 1000;

/** When films of a piece were laid, in order. */
function coatsOf(state: JobState, route: readonly Step[], piece: string): number[] {
  const { done, doneBefore } = pieceState(state, piece);
  const coats = new Set(route.filter((s) => s.kind === 'coat' && gets(s, piece)).map((s) => s.key));
  return [
    ...[...done].flatMap(([step, d]) => (coats.has(step) ? [d.end] : [])),
    ...doneBefore.flatMap(({ step, done: d }) => (coats.has(step) ? [d.end] : [])),
  ].sort((a, b) => a - b);
}

/**
 * The spells of a piece: one begins when it is first hung, and another when it comes home after a coat, or is touched up after a
 * failure. Looks between a failure and its mending belong to neither.
 * @returns in order; empty for a piece that never hung
 */
export function spellsOf(state: JobState, route: readonly Step[], piece: string): Spell[] {
  const { hangs } = pieceState(state, piece);
  const coats = coatsOf(state, route, piece);
  const first = hangs[0];
  if (first === undefined) return [];
  // What the last walk finds is put right before the kitchen is in use.
  const handedOver = state.handedOver ?? 0;
  const again = hangs.filter((at, i) => i > 0 && coats.some((c) => c > (hangs[i - 1] ?? 0) && c <= at));
  const mended = [...state.touchUps.values()].flatMap((t) =>
    t.piece === piece && t.opened > handedOver && t.closed && t.closed.at > first
      ? [{ opened: t.opened, at: t.closed.at }]
      : [],
  );
  const starts = [...new Set([first, ...again, ...mended.map((m) => m.at)])].sort((a, b) => a - b);
  const checks = state.checks
    .filter((c) => c.piece === piece && c.spot !== 'panel' && c.at > handedOver)
    .sort((a, b) => a.at - b.at);
  return starts.map((start, i): Spell => {
    const until = starts[i + 1] ?? Infinity;
    const looks = checks.filter((c) => c.at >= start && c.at < until);
    // What opened the touch-up that begins the next spell ends this one's story.
    const broken = looks.findIndex((c) => c.failure !== null);
    const film = mended.some((m) => m.at === start) ? start : coats.filter((c) => c <= start).at(-1);
    return {
      start,
      filmAge: film === undefined ? null : days(film, start),
      end: until === Infinity ? null : days(start, until),
      looks: (broken < 0 ? looks : looks.slice(0, broken + 1)).map((c): Look => ({
        day: days(start, c.at),
        failure: c.failure,
        method: c.method,
        how: c.how,
        face: c.face,
        x: c.x,
        y: c.y,
      })),
    };
  });
}
