/** How far every lot is, as the planner wants to know it. */
import { gets, workMinutes, worthOf, type Step } from '$core/coating/route';
import type { Waits } from '$core/coating/waits';
import type { LotProgress } from '$core/planning/job/job-to-plan';
import type { Lot } from '$core/planning/job/lots';
import { pieceState, type JobState, type Work } from '../state/state';
import { begunWithoutPauses, goesOn, leftShare, pauses } from './left-of-work';
import { handledAt } from '../guard/stood';
import { windowOf } from '../guard/window';
import { readPlace, type PlaceKind } from '../state/piece-places';

/** Places of a piece that is done with the rack. */
const OFF_THE_RACK = new Set<PlaceKind>(['stack', 'van', 'hanger', 'bag']);

/** How many usual pieces some are worth to a step, what was worked before a pause left out. */
function worthLeft(step: Step, pending: readonly string[], paused: readonly Work[]): number {
  const left = new Map(
    paused.flatMap((w) => {
      const share = leftShare(w, workMinutes(step, worthOf(step, w.pieces)));
      return w.pieces.map((p) => [p, share] as const);
    }),
  );
  return pending.reduce((sum, p) => sum + worthOf(step, [p]) * (left.get(p) ?? 1), 0);
}

/** @returns progress of the lots that are not wholly home, in their order */
export function lotProgress(
  state: JobState,
  route: readonly Step[],
  lots: readonly Lot[],
  waits: Waits,
): LotProgress[] {
  const works = [...state.works.values()];
  return lots.flatMap((lot) => {
    const out = lot.pieces.filter((p) => pieceState(state, p).hungIn === null);
    if (out.length === 0) return [];
    const steps = route.map((step) => {
      const own = works.filter((w) => w.step === step.key && w.lot === lot.id);
      const running = own.filter(goesOn);
      const taken = new Set(running.flatMap((w) => w.pieces));
      const pending = out.filter(
        (p) => gets(step, p) && !pieceState(state, p).done.has(step.key) && !taken.has(p),
      );
      const windows = pending.map((p) => windowOf(state, step, p, waits));
      const ends = windows.flatMap((w) => (w.to === null ? [] : [w.to]));
      return {
        key: step.key,
        pending: pending.length,
        worth: worthLeft(step, pending, own.filter(pauses)),
        handled: pending.reduce<number | null>((first, p) => {
          const handled = handledAt(pieceState(state, p));
          return handled === null ? first : Math.min(first ?? Infinity, handled);
        }, null),
        from: Math.max(0, ...windows.map((w) => w.from)),
        to: ends.length ? Math.min(...ends) : null,
        running: running.map((w) => ({
          worker: w.worker,
          pieces: w.pieces.length,
          worth: worthOf(step, w.pieces),
          start: begunWithoutPauses(w),
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
