/** Learns how long work takes here from what was recorded. */
import { takenBackBy } from '$core/bench/state/decided';
import type { Fact } from '$core/bench/state/events';
import { pieceState, type JobState, type SiteWork, type Work } from '$core/bench/state/state';
import { believable, learntPace, paceKey, paceOf, sitePaceKey } from '$core/bench/view/pace';
import { tickedPace } from '$core/bench/view/ticked-pace';
import type { Step } from '$core/coating/route';
import type { Lot } from '$core/planning/job/lots';
import type { Choice } from '$core/planning/job/choice';
import type { SiteStep } from '$core/takeoff/site-route';
import { visitMinutes } from '$core/takeoff/visit-minutes';
import { isVisit, takeDownMinutes } from '$core/takeoff/visits';
import type { Db } from '../../db/open';
import type { Piece } from '../../store/pieces';
import { deletePace, listPaces, writePace } from '../../store/paces';

const MINUTE = 60_000;
/** Newest works of a kind that count. */
const KEPT = 60;

/** The newest paces by kind of step. */
export function recentPaces(db: Db): Map<string, number[]> {
  const byKey = new Map<string, number[]>();
  for (const { key, ratio } of listPaces(db, KEPT)) byKey.set(key, [...(byKey.get(key) ?? []), ratio]);
  return byKey;
}

/** Factors of the figures' minutes by kind of step. */
export const learntPaces = (db: Db): Record<string, number> =>
  Object.fromEntries([...recentPaces(db)].map(([key, ratios]) => [key, learntPace(ratios)]));

/** A job's log and what it makes of its steps. */
export interface Recorded {
  log: readonly Fact[];
  state: JobState;
  choice: Choice | null;
  pieces: readonly Piece[];
  lots: readonly Lot[];
  route: readonly Step[];
  site: readonly SiteStep[];
}

/** Facts that a pace is learnt of, or that take one back. */
export const TEACHES: ReadonlySet<Fact['body']['kind']> = new Set([
  ...(['work.finished', 'site.finished', 'piece.down', 'piece.hung', 'piece.fitted'] as const),
  ...(['void', 'contradiction.settled'] as const),
]);

/** Keeps what a new fact teaches, or forgets what a fact taken back had taught. */
export function keepPace(db: Db, fact: Fact, job: Recorded): void {
  const { body } = fact;
  const { state } = job;
  switch (body.kind) {
    case 'work.finished':
      keepWork(db, fact.job, job, state.works.get(body.work));
      return;
    case 'site.finished':
      keepSite(db, fact.job, job, state.siteWorks.get(body.work));
      return;
    case 'piece.down':
    case 'piece.fitted':
      keepTicked(db, fact.job, job, new Set(body.pieces));
      return;
    case 'piece.hung':
      keepTicked(db, fact.job, job, new Set([body.piece]));
      return;
    case 'void':
    case 'contradiction.settled': {
      // A work may have lost its end, or its beginning.
      const open = [...state.works.values(), ...state.siteWorks.values()].filter((w) => w.end === null);
      const settled = body.kind === 'void' ? [] : body.of;
      for (const id of [...open.map((w) => w.id), ...takenBackBy(body), ...settled]) deletePace(db, id);
      keepTicked(db, fact.job, job, null);
    }
  }
}

/** The factor that a step's minutes were planned with: what is learnt is over the figure itself. */
const planned = (choice: Choice | null, key: string): number => choice?.paces[key] ?? 1;

function keepWork(db: Db, job: string, { choice, route }: Recorded, work: Work | undefined): void {
  const step = work && route.find((s) => s.key === work.step);
  const ratio = work && step && paceOf(work, step);
  if (!work || !step || !ratio) return;
  const key = paceKey(step);
  const { id, worker, start, end } = work;
  writePace(db, { work: id, job, key, worker, ratio: ratio * planned(choice, key), at: end ?? start });
}

function keepSite(db: Db, job: string, { choice, site }: Recorded, work: SiteWork | undefined): void {
  const step = work && site.find((s) => s.key === work.step);
  const key = step && sitePaceKey(step);
  if (!work || work.end === null || !step || !key) return;
  const { id, worker, start, end } = work;
  const ratio = believable((end - start) / MINUTE / step.minutes);
  if (ratio) writePace(db, { work: id, job, key, worker, ratio: ratio * planned(choice, key), at: end });
}

/** Work that is ticked piece by piece. */
interface Ticked {
  key: string;
  pieces: readonly string[];
  /** of a piece, by the figures */
  minutes: (piece: string) => number;
  isDone: (piece: string) => boolean;
  /** pieces that a fact ticks */
  of: (body: Fact['body']) => readonly string[];
}

function tickedWorks({ choice, state, pieces, lots, route, site }: Recorded): Ticked[] {
  const figures = visitMinutes(choice?.visitMinutes);
  const byId = new Map(pieces.map((p) => [p.id, p]));
  const hang = route.find((s) => s.kind === 'hang');
  const drills = !route.some((s) => s.kind === 'drill');
  const visits = site.filter(isVisit).flatMap(({ visit }): Ticked[] => {
    const own = { key: `visit ${visit.kind}`, pieces: visit.pieces };
    if (visit.kind === 'down')
      return [
        {
          ...own,
          minutes: (id) => {
            const piece = byId.get(id);
            return piece ? takeDownMinutes(piece, figures, drills) : 0;
          },
          isDone: (id) => pieceState(state, id).down,
          of: (body) => (body.kind === 'piece.down' ? body.pieces : []),
        },
      ];
    if (visit.kind === 'handles')
      return [
        {
          ...own,
          minutes: () => figures.handleOn,
          isDone: (id) => pieceState(state, id).fitted.has('handle'),
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
      key,
      pieces: lot.pieces,
      minutes: () => hang.minutesPerPiece / planned(choice, key),
      isDone: (id) => pieceState(state, id).hungIn !== null,
      of: (body) => (body.kind === 'piece.hung' ? [body.piece] : []),
    })),
  ];
}

/**
 * Stands under the fact that ticked the last piece.
 * @param touched only work on these pieces; all where it is null
 */
function keepTicked(db: Db, job: string, recorded: Recorded, touched: ReadonlySet<string> | null): void {
  const back = new Set(recorded.log.flatMap(({ body }) => takenBackBy(body)));
  for (const { key, pieces, minutes, isDone, of } of tickedWorks(recorded)) {
    if (touched && !pieces.some((p) => touched.has(p))) continue;
    const isWhole = pieces.length > 0 && pieces.every(isDone);
    if (!isWhole && touched) continue;
    const own = new Set(pieces);
    const ticks = recorded.log.flatMap(({ id, at, worker, body }) => {
      const mine = back.has(id) ? [] : of(body).filter((p) => own.has(p));
      return mine.length ? [{ id, at, worker, minutes: mine.reduce((sum, p) => sum + minutes(p), 0) }] : [];
    });
    for (const { id } of ticks) deletePace(db, id);
    const ratio = isWhole ? tickedPace(ticks) : null;
    const last = ticks.reduce<(typeof ticks)[number] | null>((a, b) => (a && a.at > b.at ? a : b), null);
    if (ratio && last) writePace(db, { work: last.id, job, key, worker: last.worker, ratio, at: last.at });
  }
}
