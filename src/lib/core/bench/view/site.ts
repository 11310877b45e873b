/** Fixed work: how far it is, and what may be done to it now. */
import type { Waits } from '$core/coating/waits';
import type { SiteProgress } from '$core/planning/job/job-to-plan';
import { isVisit } from '$core/takeoff/visits';
import type { SiteStep } from '$core/takeoff/site-route';
import type { JobState } from '../state/state';
import { visitFirst, visitFrom, visitLeft, visitNow } from './visits';

const MINUTE = 60_000;

/** When the films and waits before a step allow it, as far as they are done; ms since 1970. */
function siteWindow(state: JobState, step: SiteStep, waits: Waits): { from: number; to: number | null } {
  const window: { from: number; to: number | null } = { from: 0, to: null };
  for (const need of step.after) {
    const end = state.site.get(need.step)?.end ?? null;
    if (end === null) continue;
    const from =
      need.film && need.stage ? waits.readyAt(need.film, need.stage, end, need.wet) : end + need.min * MINUTE;
    window.from = Math.max(window.from, from);
    // Scuffed or scored anew, the window is open anew.
    if (need.max !== null)
      window.to = Math.min(
        window.to ?? Infinity,
        Math.max(end, state.siteReadied.get(step.key) ?? 0) + need.max * MINUTE,
      );
  }
  return window;
}

/** @returns every step of the fixed work, in order, with how far it is */
export function siteProgress(state: JobState, steps: readonly SiteStep[], waits: Waits): SiteProgress[] {
  return steps.map((step) => {
    const work = state.site.get(step.key);
    if (isVisit(step) && (work?.end ?? null) === null && visitLeft(state, step).length === 0)
      return { step, from: 0, to: null, state: 'done' };
    if (isVisit(step) && !work)
      return {
        step: visitNow(state, step),
        from: visitFrom(state, step.visit, waits),
        to: null,
        state: 'pending',
      };
    const { from, to } = siteWindow(state, step, waits);
    return {
      step,
      from: Math.max(from, step.notBefore ?? 0),
      to,
      state: !work ? 'pending' : work.end === null ? { worker: work.worker, start: work.start } : 'done',
    };
  });
}

/** Steps that can be done next: all before them is done. */
export const siteNext = (state: JobState, steps: readonly SiteStep[]): SiteStep[] =>
  steps.filter((s) =>
    isVisit(s)
      ? !state.site.has(s.key) && visitLeft(state, s).length > 0 && visitFirst(state, steps, s) === null
      : !state.site.has(s.key) && s.after.every((r) => (state.site.get(r.step)?.end ?? null) !== null),
  );
