/** What the door mark of a piece shows: how far each face is, and its one state. */
import { facesOf, gets, type Step } from '$core/coating/route';
import type { Face } from '$core/coating/system';
import type { Waits } from '$core/coating/waits';
import { pieceState, type JobState } from '../state/state';
import { nextStep, windowOf } from '../guard/window';
import { openFlaws } from '../guard/open-flaws';

export interface FaceMark {
  primed: boolean;
  /** finish coats laid, and how many it gets */
  coats: number;
  of: number;
}

type MarkState = 'up' | 'working' | 'drying' | 'ready' | 'defect' | 'home';

export interface Mark {
  front: FaceMark;
  back: FaceMark;
  state: MarkState;
}

function faceMark(state: JobState, route: readonly Step[], piece: string, face: Face): FaceMark {
  const { done } = pieceState(state, piece);
  const coats = route.filter((s) => s.kind === 'coat' && facesOf(s).includes(face) && gets(s, piece));
  const finish = coats.filter((s) => s.product?.kind === 'finish');
  return {
    primed: coats.some((s) => s.product?.kind === 'primer' && done.has(s.key)),
    coats: finish.filter((s) => done.has(s.key)).length,
    of: finish.length,
  };
}

function markState(
  state: JobState,
  route: readonly Step[],
  piece: string,
  now: number,
  waits: Waits,
): MarkState {
  const own = pieceState(state, piece);
  if ([...state.touchUps.values()].some((t) => t.piece === piece && !t.closed)) return 'defect';
  if (state.flaws.size && openFlaws(state, route).has(piece)) return 'defect';
  if (own.hungIn !== null) return 'home';
  if (!own.down) return 'up';
  if ([...state.works.values()].some((w) => w.end === null && w.pieces.includes(piece))) return 'working';
  const next = nextStep(state, route, piece);
  return next && windowOf(state, next, piece, waits).from > now ? 'drying' : 'ready';
}

/** @param now ms since 1970 */
export const pieceMark = (
  state: JobState,
  route: readonly Step[],
  piece: string,
  now: number,
  waits: Waits,
): Mark => ({
  front: faceMark(state, route, piece, 'front'),
  back: faceMark(state, route, piece, 'back'),
  state: markState(state, route, piece, now, waits),
});

const isSameFace = (a: FaceMark, b: FaceMark): boolean =>
  a.primed === b.primed && a.coats === b.coats && a.of === b.of;
/** Whether two marks look alike. */
export const isSameMark = (a: Mark, b: Mark): boolean =>
  a.state === b.state && isSameFace(a.front, b.front) && isSameFace(a.back, b.back);
