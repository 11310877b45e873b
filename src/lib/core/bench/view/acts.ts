/** The bench: what each lot may be given next, what dries until when, what is under way. */
import type { Step } from '$core/coating/route';
import type { Waits } from '$core/coating/waits';
import type { Lot } from '$core/planning/job/lots';
import { nextStep, windowOf } from '../guard/window';
import { pieceState, type JobState, type Work } from '../state/state';

export type Act = {
  lot: string;
  step: Step;
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
  const rank = { running: 0, ready: 1, waiting: 2, up: 3 };
  const due = (a: Act): number =>
    a.status === 'waiting' ? a.from : (planned.get(`${a.lot}:${a.step.key}`) ?? Infinity);
  const key = (a: Act): number => (Number.isFinite(due(a)) ? due(a) : Number.MAX_SAFE_INTEGER);
  return out.sort((a, b) => rank[a.status] - rank[b.status] || key(a) - key(b));
}
