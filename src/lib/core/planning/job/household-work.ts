/** What the household knows of a job's work: what is done in its house, and how long the solvent of a coat smells where it lives. */
import { smellOf } from '$core/coating/smell';
import { SITE } from '$core/takeoff/site-route';
import type { JobToPlan } from './job-to-plan';
import { readOperationId } from '../model/operation-id';
import type { ProblemDraft } from './problem-draft';
import { KITCHEN } from './stations';

/** Puts it into a draft whose operations are complete; nothing where only the hand-back matters. */
export function addHousehold({ problem }: ProblemDraft, job: JobToPlan): void {
  if (job.fronts === false) return;
  const products = new Map(
    [...job.route, ...(job.site ?? []).map((s) => s.step)].map((s) => [s.key, s.product]),
  );
  problem.household = problem.operations.flatMap(({ id, station }) => {
    const known = readOperationId(id);
    if (!known) return [];
    const product = products.get(known.step);
    const atHome = known.lot === SITE || job.atHome === true;
    const smell = product && atHome ? smellOf(product) : null;
    const visit = job.atHouse === true || station === KITCHEN;
    return visit || smell !== null ? [{ operation: id, house: '', visit, smell }] : [];
  });
}
