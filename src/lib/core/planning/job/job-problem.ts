/**
 * A job as a planning problem: what is still to be done, from now. Facts enter as what they leave behind: a film that
 * is still drying, work under way and pieces on the rack become operations of helpers of their own, pinned to the start.
 */
import type { Requirement } from '$core/coating/route';
import { SITE } from '$core/takeoff/site-route';
import type { AirWaits } from '../model/model';
import type { Problem } from '../model/problem';
import type { JobToPlan } from './job-to-plan';
import { addHousehold } from './household-work';
import { addLots } from './lot-operations';
import { factId } from '../model/operation-id';
import { addPeople, addRackOfOthers } from './other-jobs';
import { draftProblem, type ProblemDraft } from './problem-draft';
import { linkStages } from './stage-links';
import { addKitchen, linkVisits, wholeVisits } from './kitchen-operations';

export interface JobProblem {
  problem: Problem;
  /** waits that follow the air, by link */
  air: AirWaits;
  /** the films that wait in the air where pieces dry */
  films: ReadonlyMap<string, readonly Requirement[]>;
}

/** Nothing begins before a minute: what nothing leads to waits for it. */
function beginOn(draft: ProblemDraft, firstDay: number): void {
  const { problem } = draft;
  const led = new Set(problem.links.map((l) => l.to));
  const first = problem.operations.filter((o) => o.lockedStart === null && !led.has(o.id)).map((o) => o.id);
  const gate = draft.helper(factId.firstDay(SITE), SITE, firstDay);
  for (const id of first) draft.after(gate, id);
}

/**
 * Builds the problem. Its least waits are those of the best air of the days; how long each film really waits is given
 * beside it.
 *
 * @returns the problem, or null when nothing is left to do
 */
export function buildProblem(job: JobToPlan): JobProblem | null {
  const draft = draftProblem(job);
  const kitchen = addKitchen(draft, job.site ?? []);
  const lots = addLots(draft, job, kitchen);
  linkVisits(draft, kitchen, lots);
  linkStages(draft, job, kitchen, lots);
  if (draft.problem.finish.length === 0) {
    const handles = kitchen.visit('handles');
    const last = [...kitchen.touchUps, ...(handles ? [handles] : [])];
    draft.problem.finish.push(...last.map((operation) => ({ operation, tail: 0 })));
  }
  if (draft.problem.finish.length === 0) return null;
  const firstDay = job.notBefore === undefined ? 0 : draft.minute(job.notBefore);
  if (firstDay > 0) beginOn(draft, firstDay);
  addRackOfOthers(draft, job);
  addPeople(draft, job);
  wholeVisits(draft, kitchen);
  addHousehold(draft, job);
  return { problem: draft.problem, air: draft.air, films: draft.films };
}
