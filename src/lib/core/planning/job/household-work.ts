/** What the household knows of a job's work: what is done in its house, and how long the solvent of a coat smells where it lives. */
import { smellOf } from '$core/coating/smell';
import { whereOf, type AnyStep } from '$core/takeoff/any-step';
import type { JobToPlan } from './job-to-plan';
import { readOperationId } from '../model/operation-id';
import type { ProblemDraft } from './problem-draft';

/** Puts it into a draft whose operations are complete; nothing where only the hand-back matters. */
export function addHousehold({ problem }: ProblemDraft, job: JobToPlan): void {
  if (job.fronts === false) return;
  const steps = new Map<string, AnyStep>(
    [...job.route, ...(job.site ?? []).map((s) => s.step)].map((s) => [s.key, s]),
  );
  problem.household = problem.operations.flatMap(({ id }) => {
    const step = steps.get(readOperationId(id)?.step ?? '');
    if (!step) return [];
    const inTheKitchen = whereOf(step) === 'kitchen';
    const smell = step.product && (inTheKitchen || job.atHome === true) ? smellOf(step.product) : null;
    const visit = job.atHouse === true || inTheKitchen;
    return visit || smell !== null ? [{ operation: id, house: '', visit, smell }] : [];
  });
}
