/** What a job wants next, on its pieces and in the kitchen, as a list of a few lines. */
import { frozen } from '$core/frozen';
import type { Step } from '$core/coating/route';
import type { Waits } from '$core/coating/waits';
import type { Lot } from '$core/planning/job/lots';
import { operationId } from '$core/planning/job/operation-id';
import { SITE, type SiteStep } from '$core/takeoff/site-route';
import type { VisitKind } from '$core/takeoff/visit';
import { isVisit } from '$core/takeoff/visits';
import { dayAfter, isoDay } from '$core/units/clock-time';
import type { JobState } from '../state/state';
import { acts } from './acts';
import { siteNext, siteProgress } from './site';
import { visitLeft } from './visits';

export interface NextAct {
  /** `up`: some of its pieces still hang in their openings */
  status: 'running' | 'ready' | 'waiting' | 'up';
  words: string;
  /** none for fixed work and for what is done once for the whole kitchen */
  pieces: number;
  /** from when it may be done, or is planned in the house, ms since 1970 */
  from: number | null;
  closes: number | null;
  /** who is at it */
  worker: string | null;
}

interface JobNow {
  state: JobState;
  route: readonly Step[];
  lots: readonly Lot[];
  site: readonly SiteStep[];
  waits: Waits;
  /** as on the pieces where nothing is said */
  siteWaits?: Waits | undefined;
  zones: readonly { id: string; colour: string }[];
}

/** Visits that are for pieces; the others are for the whole kitchen. */
const BY_PIECE: readonly VisitKind[] = frozen(['down', 'out', 'back', 'handles']);

const RANK = frozen({ running: 0, ready: 1, waiting: 2, up: 3 });

/**
 * @param now ms since 1970
 * @param planned when operations begin by the plan, by their ids
 * @param zone time zone: what is planned in the house for another day waits for it
 * @returns under way first, then ready in the order of the plan, then waiting by time
 */
export function nextActs(
  job: JobNow,
  now: number,
  planned: ReadonlyMap<string, number>,
  zone: string,
): NextAct[] {
  const { state, route, lots, site, waits, siteWaits = waits, zones } = job;
  const names = new Map(lots.map((l) => [l.id, l.name]));
  const next = new Set(siteNext(state, site).map((s) => s.key));
  const tomorrow = dayAfter(isoDay(now, zone), zone);
  const open = siteProgress(state, site, siteWaits).filter(
    (s) => s.state !== 'done' && (s.state !== 'pending' || next.has(s.step.key)),
  );
  const comesDown = new Set(
    open.flatMap(({ step }) => (step.visit?.kind === 'down' ? [step.visit.lot] : [])),
  );
  const onPieces = acts(state, route, lots, now, planned, waits)
    // What still hangs is taken down first.
    .filter((a) => a.status !== 'up' || !comesDown.has(a.lot))
    .map((a) => ({
      at: planned.get(operationId(a.lot, a.step.key)),
      status: a.status,
      words: `${a.step.act} · lot ${names.get(a.lot) ?? ''}`,
      pieces: a.pieces.length,
      from: a.status === 'waiting' ? a.from : null,
      closes: a.closes,
      worker: a.status === 'running' ? a.work.worker : null,
    }));
  const inTheHouse = open.map(({ step, from, to, state: how }) => {
    const at = planned.get(operationId(SITE, step.key));
    const since = Math.max(from, at !== undefined && at >= tomorrow ? at : 0);
    const colour = zones.length > 1 ? zones.find((z) => z.id === step.zone)?.colour : undefined;
    const where = step.visit?.kind === 'out' ? '' : ' · kitchen';
    return {
      at,
      status:
        how !== 'pending' ? ('running' as const) : since > now ? ('waiting' as const) : ('ready' as const),
      words: `${step.act}${colour ? `, ${colour}` : ''}${where}`,
      pieces: isVisit(step) && BY_PIECE.includes(step.visit.kind) ? visitLeft(state, step).length : 0,
      from: how === 'pending' && since > now ? since : null,
      closes: to,
      worker: how === 'pending' ? null : typeof how === 'object' ? how.worker : null,
    };
  });
  const due = ({ from, at }: { from: number | null; at: number | undefined }): number =>
    from ?? at ?? Number.MAX_SAFE_INTEGER;
  return [...onPieces, ...inTheHouse]
    .sort((a, b) => RANK[a.status] - RANK[b.status] || due(a) - due(b))
    .map(({ at: _, ...act }) => act);
}
