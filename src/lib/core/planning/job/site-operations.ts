/** The fixed work in the kitchen as operations. */
import { SITE } from '$core/takeoff/site-route';
import type { SiteProgress } from './job-to-plan';
import { helperId, operationId } from './operation-id';
import type { ProblemDraft } from './problem-draft';
import { KITCHEN } from './stations';

/**
 * Puts the fixed work into a draft.
 *
 * @returns the operations that must be done before anything is hung: what nothing else of the fixed work waits for
 */
export function addSite(draft: ProblemDraft, site: readonly SiteProgress[]): string[] {
  const { problem } = draft;
  const added = new Map<string, string>();
  for (const { step, state, from, to } of site) {
    const id = operationId(SITE, step.key);
    if (state === 'done') continue;
    if (state !== 'pending') {
      added.set(step.key, draft.running(helperId(id, 'running'), SITE, state, step.minutes, null));
      continue;
    }
    problem.operations.push({
      id,
      lot: SITE,
      pieces: 0,
      minutes: step.minutes,
      skill: step.kind === 'coat' ? 'coat' : 'prep',
      pausable: step.kind !== 'coat' && step.kind !== 'rub',
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
    problem.finish.push({ operation: id, tail: 0 });
  }
  return [...added.values()].filter((id) => !problem.links.some((l) => l.from === id));
}
