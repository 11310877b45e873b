/** The bench: what each lot may be given next, and what may be done in the kitchen; what dries until when, what is under way. */
import { frozen } from '$core/frozen';
import type { Step } from '$core/coating/route';
import type { Waits } from '$core/coating/waits';
import type { Lot } from '$core/planning/job/lots';
import { SITE, type SiteStep } from '$core/takeoff/site-route';
import { siteNext, siteProgress } from '../guard/kitchen-work';
import { nextStep, windowOf } from '../guard/window';
import { kitchenWorks, pieceState, type JobState, type Work } from '../state/state';

export type Act<S = Step> = {
  lot: string;
  step: S;
  /** ids; none in the kitchen */
  pieces: string[];
  /** latest moment without sanding, ms since 1970 */
  closes: number | null;
} & (
  | { status: 'ready' }
  /** drying until `from`, ms since 1970 */
  | { status: 'waiting'; from: number }
  | { status: 'running'; work: Work }
  /** some pieces still hang in their openings */
  | { status: 'up' }
);

/**
 * The next act of every group of pieces: those of a lot that stand before the same step, together.
 * @param now ms since 1970
 * @returns under way first, then ready in the order of the plan, then waiting by time
 */
export function acts(
  state: JobState,
  route: readonly Step[],
  lots: readonly Lot[],
  now: number,
  planned: ReadonlyMap<string, number>,
  waits: Waits,
): Act[] {
  const out: Act[] = [];
  const running = [...state.works.values()].filter((w) => w.end === null);
  for (const work of running) {
    const step = route.find((s) => s.key === work.step);
    if (step) out.push({ status: 'running', work, lot: work.lot, step, pieces: work.pieces, closes: null });
  }
  for (const lot of lots) {
    const groups = new Map<string, { step: Step; pieces: string[] }>();
    for (const piece of lot.pieces) {
      if (running.some((w) => w.pieces.includes(piece))) continue;
      const step = nextStep(state, route, piece);
      if (!step) continue;
      const group = groups.get(step.key) ?? { step, pieces: [] };
      group.pieces.push(piece);
      groups.set(step.key, group);
    }
    for (const { step, pieces } of groups.values()) {
      const up = pieces.some((p) => !pieceState(state, p).down);
      const windows = pieces.map((p) => windowOf(state, step, p, waits));
      const from = Math.max(0, ...windows.map((w) => w.from));
      const ends = windows.flatMap((w) => (w.to === null ? [] : [w.to]));
      const base = { lot: lot.id, step, pieces, closes: ends.length ? Math.min(...ends) : null };
      out.push(
        up
          ? { ...base, status: 'up' }
          : from > now
            ? { ...base, status: 'waiting', from }
            : { ...base, status: 'ready' },
      );
    }
  }
  return inTurn(out, planned);
}

/** Which acts come first. */
export const RANK = frozen({ running: 0, ready: 1, waiting: 2, up: 3 });

/** Acts in their order: under way first, then ready in the order of the plan, then waiting by time. */
export function inTurn<S extends { key: string }>(
  list: Act<S>[],
  planned: ReadonlyMap<string, number>,
): Act<S>[] {
  const due = (a: Act<S>): number =>
    a.status === 'waiting' ? a.from : (planned.get(`${a.lot}:${a.step.key}`) ?? Number.MAX_SAFE_INTEGER);
  return list.sort((a, b) => RANK[a.status] - RANK[b.status] || due(a) - due(b));
}

/** What may be done next in the kitchen, or is under way there: fixed work, visits, touch-ups. */
export function kitchenActs(
  { state, site, siteWaits }: { state: JobState; site: readonly SiteStep[]; siteWaits: Waits },
  now: number,
): Act<SiteStep>[] {
  const next = new Set(siteNext(state, site).map((s) => s.key));
  const works = kitchenWorks(state);
  return siteProgress(state, site, siteWaits).flatMap(({ step, from, to, state: how }): Act<SiteStep>[] => {
    const base = { lot: SITE, step, pieces: [], closes: to };
    const work = works.get(step.key);
    if (how === 'done') return [];
    if (how !== 'pending') return work ? [{ ...base, status: 'running', work }] : [];
    if (!next.has(step.key)) return [];
    return [from > now ? { ...base, status: 'waiting', from } : { ...base, status: 'ready' }];
  });
}
