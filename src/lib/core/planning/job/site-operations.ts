/** The fixed work in the kitchen as operations. */
import { SITE } from '$core/takeoff/site-route';
import type { SiteProgress } from './job-to-plan';
import { factId, operationId } from '../model/operation-id';
import type { ProblemDraft } from './problem-draft';
import { KITCHEN } from './stations';

/** Fixed work that nothing else of it waits for, and its stage. */
export interface SiteEnd {
  id: string;
  stage: number;
}

/**
 * Puts the fixed work, and touch-ups in the kitchen, into a draft.
 *
 * @returns the operations that must be done before anything is hung: what nothing else of the fixed work waits for; and the last
 * ones of the touch-ups
 */
export function addSite(
  draft: ProblemDraft,
  site: readonly SiteProgress[],
): { beforeHanging: SiteEnd[]; touchUps: string[] } {
  const { problem } = draft;
  const added = new Map<string, string>();
  for (const { step, state, from, to } of site) {
    const id = operationId(SITE, step.key);
    if (state === 'done' || step.visit) continue;
    if (state !== 'pending') {
      added.set(step.key, draft.running(factId.running(id, 0), SITE, state, step.minutes, null));
      continue;
    }
    problem.operations.push({
      id,
      lot: SITE,
      pieces: 0,
      minutes: step.minutes,
      skill: step.kind === 'coat' ? 'coat' : 'prep',
      pausable: step.kind !== 'coat',
      station: KITCHEN,
      material: null,
      lockedStart: draft.pinned(id),
      ...draft.inAirFor(step.product, 'site'),
    });
    for (const need of step.after) {
      const before = added.get(need.step);
      if (before) draft.link(before, id, need, 'site');
    }
    draft.window(id, SITE, from, to);
    added.set(step.key, id);
    // A touch-up keeps nobody from handing the kitchen back.
    if (!step.touchUp) problem.finish.push({ operation: id, tail: 0 });
  }
  const ends = (ofTouchUps: boolean): SiteEnd[] =>
    site.flatMap(({ step }) => {
      const id = added.get(step.key);
      const isEnd = id !== undefined && !problem.links.some((l) => l.from === id);
      return isEnd && (step.touchUp !== undefined) === ofTouchUps ? [{ id, stage: step.stage ?? 0 }] : [];
    });
  return { beforeHanging: ends(false), touchUps: ends(true).map((e) => e.id) };
}
