/** Work that is recorded by ticks alone, piece by piece: taking down, fitting handles, hanging. */
import { workMinutes, type Step } from '$core/coating/route';
import type { Choice } from '$core/planning/job/choice';
import type { Lot } from '$core/planning/job/lots';
import type { SiteStep } from '$core/takeoff/site-route';
import { visitMinutes } from '$core/takeoff/visit-minutes';
import { isVisit, takeDownMinutes, type VisitedPiece } from '$core/takeoff/visits';
import { takenBackBy } from '../log/decided';
import type { Fact } from '../log/events';
import { pieceState, type JobState, type PieceState } from '../state/state';
import { paceKey, plannedPace } from './pace';
import type { Tick } from './ticked-pace';

export interface TickedJob {
  state: JobState;
  choice: Choice | null;
  pieces: readonly VisitedPiece[];
  lots: readonly Lot[];
  route: readonly Step[];
  site: readonly SiteStep[];
}

/** Work that is ticked piece by piece. */
export interface Ticked {
  key: string;
  pieces: readonly string[];
  /** of a piece, by the figures */
  minutes: (piece: string) => number;
  isWhole: boolean;
  /** minutes of all of it by the figures */
  figure: number;
  /** the step that it is in the kitchen, or of pieces */
  step: Pick<Step, 'key'>;
  /** pieces that a fact ticks */
  of: (body: Fact['body']) => readonly string[];
}

export function tickedWorks({ choice, state, pieces, lots, route, site }: TickedJob): Ticked[] {
  const whole = (ids: readonly string[], isDone: (p: PieceState) => boolean): boolean =>
    ids.length > 0 && ids.every((id) => isDone(pieceState(state, id)));
  const figures = visitMinutes(choice?.visitMinutes);
  const byId = new Map(pieces.map((p) => [p.id, p]));
  const hang = route.find((s) => s.kind === 'hang');
  const drills = !route.some((s) => s.kind === 'drill');
  const visits = site.filter(isVisit).flatMap((step): Ticked[] => {
    const { visit } = step;
    const key = `visit ${visit.kind}`;
    const own = { step, key, pieces: visit.pieces, figure: step.minutes / plannedPace(choice, key) };
    if (visit.kind === 'down')
      return [
        {
          ...own,
          minutes: (id) => {
            const piece = byId.get(id);
            return piece ? takeDownMinutes(piece, figures, drills) : 0;
          },
          isWhole: whole(visit.pieces, (p) => p.down),
          of: (body) => (body.kind === 'piece.down' ? body.pieces : []),
        },
      ];
    if (visit.kind === 'handles')
      return [
        {
          ...own,
          minutes: () => figures.handleOn,
          isWhole: whole(visit.pieces, (p) => p.fitted.has('handle')),
          of: (body) => (body.kind === 'piece.fitted' && body.part === 'handle' ? body.pieces : []),
        },
      ];
    return [];
  });
  if (!hang) return visits;
  const key = paceKey(hang);
  return [
    ...visits,
    ...lots.map((lot): Ticked => ({
      step: hang,
      key,
      pieces: lot.pieces,
      figure: workMinutes(hang, lot.pieces.length) / plannedPace(choice, key),
      minutes: () => hang.minutesPerPiece / plannedPace(choice, key),
      isWhole: whole(lot.pieces, (p) => p.hungIn !== null),
      of: (body) => (body.kind === 'piece.hung' ? [body.piece] : []),
    })),
  ];
}

/** A log without what was taken back. */
export function counting(log: readonly Fact[]): Fact[] {
  const back = new Set(log.flatMap(({ body }) => takenBackBy(body)));
  return log.filter((f) => !back.has(f.id));
}

/** The ticks of a work in a log without what was taken back, each under its fact's id. */
export function ticksOf({ pieces, minutes, of }: Ticked, log: readonly Fact[]): (Tick & { id: string })[] {
  const own = new Set(pieces);
  return log.flatMap(({ id, at, worker, body }) => {
    const mine = of(body).filter((p) => own.has(p));
    return mine.length ? [{ id, at, worker, minutes: mine.reduce((sum, p) => sum + minutes(p), 0) }] : [];
  });
}
