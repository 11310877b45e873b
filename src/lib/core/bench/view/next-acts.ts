/** What a job wants next, on its pieces and in the kitchen, as a list of a few lines. */
import { frozen } from '$core/frozen';
import type { Step } from '$core/coating/route';
import type { Waits } from '$core/coating/waits';
import type { Lot } from '$core/planning/job/lots';
import { operationId } from '$core/planning/model/operation-id';
import type { AnyStep } from '$core/takeoff/any-step';
import type { SiteStep } from '$core/takeoff/site-route';
import type { VisitKind } from '$core/takeoff/visit';
import { isVisit } from '$core/takeoff/visits';
import { dayAfter, isoDay } from '$core/units/clock-time';
import type { JobState } from '../state/state';
import { acts, kitchenActs, RANK, type Act } from './acts';
import { visitLeft } from '../guard/visits';

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
  const tomorrow = dayAfter(isoDay(now, zone), zone);
  const kitchen = kitchenActs({ state, site, siteWaits }, now);
  const comesDown = new Set(
    kitchen.flatMap(({ step }) => (step.visit?.kind === 'down' ? [step.visit.lot] : [])),
  );
  const atOf = (act: Act<AnyStep>): number | undefined => planned.get(operationId(act.lot, act.step.key));
  const common = (act: Act<AnyStep>) => ({
    at: atOf(act),
    status: act.status,
    from: act.status === 'waiting' ? act.from : null,
    closes: act.closes,
    worker: act.status === 'running' ? act.work.worker : null,
  });
  const onPieces = acts(state, route, lots, now, planned, waits)
    // What still hangs is taken down first.
    .filter((a) => a.status !== 'up' || !comesDown.has(a.lot))
    .map((a) => ({
      ...common(a),
      words: `${a.step.act} · lot ${names.get(a.lot) ?? ''}`,
      pieces: a.pieces.length,
    }));
  const inTheHouse = kitchen.map((a) => {
    const { step } = a;
    const at = atOf(a);
    // What is planned in the house for another day waits for it.
    const since = Math.max(a.status === 'waiting' ? a.from : 0, at !== undefined && at >= tomorrow ? at : 0);
    const waits = a.status !== 'running' && since > now ? { status: 'waiting' as const, from: since } : {};
    const colour = zones.length > 1 ? zones.find((z) => z.id === step.zone)?.colour : undefined;
    const where = step.visit?.kind === 'out' ? '' : ' · kitchen';
    return {
      ...common(a),
      ...waits,
      words: `${step.act}${colour ? `, ${colour}` : ''}${where}`,
      pieces: isVisit(step) && BY_PIECE.includes(step.visit.kind) ? visitLeft(state, step).length : 0,
    };
  });
  const due = ({ from, at }: { from: number | null; at: number | undefined }): number =>
    from ?? at ?? Number.MAX_SAFE_INTEGER;
  return [...onPieces, ...inTheHouse]
    .sort((a, b) => RANK[a.status] - RANK[b.status] || due(a) - due(b))
    .map(({ at: _, ...act }) => act);
}
