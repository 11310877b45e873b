/** Work in the kitchen, on no piece: how far it is, and what may be done to it now. */
import type { Waits } from '../../coating/waits';
import type { SiteProgress } from '../../planning/job/job-to-plan';
import { SITE, type SiteStep } from '../../takeoff/site-route';
import { isVisit } from '../../takeoff/visits';
import { doneInKitchen, kitchenWorks, pieceState, type JobState } from '../state/state';
import { visitFirst, visitFrom, visitLeft, visitNow } from './visits';
import { windowOf } from './window';

/** @returns every step in the kitchen, in order, with how far it is */
export function siteProgress(state: JobState, steps: readonly SiteStep[], waits: Waits): SiteProgress[] {
  const works = kitchenWorks(state);
  return steps.map((step) => {
    const work = works.get(step.key);
    if (isVisit(step) && doneInKitchen(state, step.key) === null && visitLeft(state, step).length === 0)
      return { step, from: 0, to: null, state: 'done' };
    if (isVisit(step) && !work)
      return {
        step: visitNow(state, step),
        from: visitFrom(state, step.visit, waits),
        to: null,
        state: 'pending',
      };
    const { from, to } = windowOf(state, step, SITE, waits);
    return {
      step,
      from: Math.max(from, step.notBefore ?? 0),
      to,
      state: !work ? 'pending' : work.end === null ? { worker: work.worker, start: work.start } : 'done',
    };
  });
}

/** Steps that can be done next: all before them is done. */
export function siteNext(state: JobState, steps: readonly SiteStep[]): SiteStep[] {
  const works = kitchenWorks(state);
  return steps.filter((s) =>
    works.has(s.key)
      ? false
      : isVisit(s)
        ? visitLeft(state, s).length > 0 && visitFirst(state, steps, s) === null
        : s.after.every((r) => doneInKitchen(state, r.step) !== null),
  );
}

/** Steps of the fixed work that are not done: touch-ups and visits are not of it. */
export const siteLeft = (state: JobState, steps: readonly SiteStep[]): SiteStep[] =>
  steps.filter((s) => !s.touchUp && !s.visit && doneInKitchen(state, s.key) === null);

/** When the fixed work of a step's colour was last worked on or wiped, ms since 1970; null where nothing was done to it. */
export function siteHandledAt(state: JobState, steps: readonly SiteStep[], step: SiteStep): number | null {
  const { done, readied } = pieceState(state, SITE);
  const own = steps.filter((s) => s.touchUp === step.touchUp && (s.zone === step.zone || s.zone === null));
  const last = Math.max(0, ...own.flatMap(({ key }) => [done.get(key)?.end ?? 0, readied.get(key) ?? 0]));
  return last > 0 ? last : null;
}

/** From when the films below a step may be sanded, ms since 1970; 0 where it has none. */
export function siteSandableFrom(state: JobState, step: SiteStep, waits: Waits): number {
  const ready = step.after.map(({ step: below, film, wet }) => {
    const laid = doneInKitchen(state, below);
    return film && laid !== null ? waits.readyAt(film, film.stages.sand ? 'sand' : 'recoat', laid, wet) : 0;
  });
  return Math.max(0, ...ready);
}
