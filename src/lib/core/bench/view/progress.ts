/** How far every lot is, as the planner wants to know it. */
import { gets, worthOf, type Step } from '$core/coating/route';
import type { Waits } from '$core/coating/waits';
import type { LotProgress } from '$core/planning/job/job-to-plan';
import type { Lot } from '$core/planning/job/lots';
import { pieceState, type JobState } from '../state/state';
import { handledAt } from '../guard/stood';
import { windowOf } from '../guard/window';
import { readPlace, type PlaceKind } from '../state/piece-places';

/** Places of a piece that is done with the rack. */
const OFF_THE_RACK = new Set<PlaceKind>(['stack', 'van', 'hanger', 'bag']);

/** @returns progress of the lots that are not wholly home, in their order */
export function lotProgress(
  state: JobState,
  route: readonly Step[],
  lots: readonly Lot[],
  waits: Waits,
): LotProgress[] {
  const running = [...state.works.values()].filter((w) => w.end === null);
  return lots.flatMap((lot) => {
    const out = lot.pieces.filter((p) => pieceState(state, p).hungIn === null);
    if (out.length === 0) return [];
    const steps = route.map((step) => {
      const works = running.filter((w) => w.step === step.key && w.lot === lot.id);
      const taken = new Set(works.flatMap((w) => w.pieces));
      const pending = out.filter(
        (p) => gets(step, p) && !pieceState(state, p).done.has(step.key) && !taken.has(p),
      );
      const windows = pending.map((p) => windowOf(state, step, p, waits));
      const ends = windows.flatMap((w) => (w.to === null ? [] : [w.to]));
      return {
        key: step.key,
        pending: pending.length,
        worth: worthOf(step, pending),
        handled: pending.reduce<number | null>((first, p) => {
          const handled = handledAt(pieceState(state, p));
          return handled === null ? first : Math.min(first ?? Infinity, handled);
        }, null),
        from: Math.max(0, ...windows.map((w) => w.from)),
        to: ends.length ? Math.min(...ends) : null,
        running: works.map((w) => ({
          worker: w.worker,
          pieces: w.pieces.length,
          worth: worthOf(step, w.pieces),
          start: w.start,
        })),
      };
    });
    const racked = route.some(
      (s) => s.kind === 'coat' && out.some((p) => pieceState(state, p).done.has(s.key)),
    );
    // Wrapped, hung up or in the van with all its coats, a piece takes no slot any more.
    const slots = out.filter((p) => {
      const coats = route.some(
        (s) => s.kind === 'coat' && gets(s, p) && !pieceState(state, p).done.has(s.key),
      );
      return coats || !OFF_THE_RACK.has(readPlace(pieceState(state, p).place).kind);
    }).length;
    const down = out.filter((p) => pieceState(state, p).down || pieceState(state, p).done.size > 0).length;
    return [{ id: lot.id, pieces: out.length, down, racked, slots, steps }];
  });
}
