/**
 * How far the visits to the house are: taking down, handles and the walk are recorded elsewhere, piece by piece or at the hand-over, and
 * count as their visit's progress.
 */
import { MINUTE } from '$core/units/durations';
import { frozen } from '$core/frozen';
import type { Waits } from '$core/coating/waits';
import type { Visit, VisitKind } from '../../takeoff/visit';
import { isVisit, type VisitStep } from '../../takeoff/visits';
import type { SiteStep } from '../../takeoff/site-route';
import { doneInKitchen, pieceState, type JobState } from '../state/state';

/** Where a visit is recorded that is not started and ended on the bench: the page, by its address in a job. */
export const RECORDED_ELSEWHERE: Readonly<Partial<Record<VisitKind, { page: string; words: string }>>> =
  frozen({
    down: { page: 'take-down', words: 'Take down' },
    handles: { page: 'hang', words: 'Hang' },
    walk: { page: 'hand-over', words: 'Hand over' },
  });

const isDown = (state: JobState, piece: string): boolean => {
  const own = pieceState(state, piece);
  return own.down || own.missing !== null || own.hungIn !== null || own.done.size > 0;
};
const isWorkedOn = (state: JobState, piece: string): boolean =>
  pieceState(state, piece).done.size > 0 || isHome(state, piece);
/** Hung, or known to be lost. */
const isHome = (state: JobState, piece: string): boolean =>
  pieceState(state, piece).hungIn !== null || pieceState(state, piece).missing !== null;

/** Pieces that a visit is still to be made for; what was recorded as done asks for none. */
export function visitLeft(state: JobState, { key, visit }: VisitStep): string[] {
  if (doneInKitchen(state, key) !== null) return [];
  const { kind, pieces } = visit;
  const left = (isDone: (piece: string) => boolean): string[] => pieces.filter((p) => !isDone(p));
  switch (kind) {
    case 'arrive':
      return pieces.some((p) => isDown(state, p)) ? [] : [...pieces];
    case 'down':
      return left((p) => isDown(state, p));
    case 'out':
      return left((p) => isWorkedOn(state, p));
    case 'back':
      return left((p) => isHome(state, p));
    case 'handles':
      return left((p) => pieceState(state, p).fitted.has('handle') || pieceState(state, p).missing !== null);
    case 'collect':
    case 'walk':
      return state.handedOver === null ? [...pieces] : [];
  }
}

/** A visit as it is still to be made: fewer pieces take less time. */
export function visitNow(state: JobState, step: VisitStep): VisitStep {
  const { kind, pieces } = step.visit;
  const left = visitLeft(state, step);
  const byPiece = kind === 'down' || kind === 'handles';
  return byPiece && left.length < pieces.length && pieces.length > 0
    ? { ...step, minutes: Math.max(1, Math.ceil((step.minutes * left.length) / pieces.length)) }
    : step;
}

/** From when the films on the pieces of a visit allow it, as far as they are laid; ms since 1970. */
export function visitFrom(state: JobState, { needs }: Visit, waits: Waits): number {
  let from = 0;
  for (const { step, film, stage, wet, min, pieces } of needs)
    for (const piece of pieces) {
      const end = pieceState(state, piece).done.get(step)?.end;
      if (end === undefined) continue;
      from = Math.max(from, film && stage ? waits.readyAt(film, stage, end, wet) : end + min * MINUTE);
    }
  return from;
}

/** What comes before a visit and is not done, in words; null where it may be made. */
export function visitFirst(state: JobState, steps: readonly SiteStep[], step: VisitStep): string | null {
  const { kind, pieces, needs } = step.visit;
  const counted = (n: number): string => (n === 1 ? '1 piece' : `${n} pieces`);
  const open = (of: readonly SiteStep[]): SiteStep | undefined =>
    of.find((s) => (isVisit(s) ? visitLeft(state, s).length > 0 : doneInKitchen(state, s.key) === null));
  switch (kind) {
    case 'arrive':
    case 'down':
      return null;
    case 'out': {
      const up = pieces.filter((p) => !isDown(state, p));
      return up.length
        ? `Take down: ${counted(up.length)} still ${up.length === 1 ? 'hangs' : 'hang'}`
        : null;
    }
    case 'back': {
      const behind = new Set(
        needs.flatMap((n) => n.pieces.filter((p) => !pieceState(state, p).done.has(n.step))),
      );
      return behind.size
        ? `All coats: ${counted(behind.size)} ${behind.size === 1 ? 'lacks' : 'lack'} one`
        : null;
    }
    case 'handles': {
      const away = pieces.filter((p) => !isHome(state, p));
      return away.length
        ? `Hang: ${counted(away.length)} ${away.length === 1 ? 'is' : 'are'} not home`
        : null;
    }
    case 'collect':
    case 'walk': {
      const away = pieces.filter((p) => !isHome(state, p));
      if (away.length) return `Hang: ${counted(away.length)} ${away.length === 1 ? 'is' : 'are'} not home`;
      const before = open(
        steps.filter((s) => !s.touchUp && (!isVisit(s) || (kind === 'walk' && s.visit.kind === 'collect'))),
      );
      return before?.act ?? null;
    }
  }
}
