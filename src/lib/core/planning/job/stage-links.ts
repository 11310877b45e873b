/** Fixed work waits until its doors are down; and where a kitchen goes home in parts, one stage follows the other. */
import { SITE } from '$core/takeoff/site-route';
import type { JobToPlan } from './job-to-plan';
import { operationId, readOperationId } from '../model/operation-id';
import type { ProblemDraft } from './problem-draft';
import type { KitchenWork, LotOperations } from './kitchen-operations';

/** @param lots what is still to be done of each, by id */
export function linkStages(
  draft: ProblemDraft,
  job: JobToPlan,
  { visit }: KitchenWork,
  lots: ReadonlyMap<string, LotOperations>,
): void {
  const ids = new Set(draft.problem.operations.map((o) => o.id));
  const stageOfLot = new Map(job.lots.map((l) => [l.id, l]));
  const site = (job.site ?? []).filter(
    ({ step, state }) => state === 'pending' && !step.visit && !step.touchUp,
  );
  /** covering what stays is done before anything comes down */
  const covers = new Set((job.site ?? []).flatMap(({ step }) => (step.prep === 'protect' ? [step.key] : [])));
  const done = new Set((job.site ?? []).flatMap(({ step, state }) => (state === 'done' ? [step.key] : [])));
  const first = site.filter(
    ({ step }) => !covers.has(step.key) && step.after.every((r) => covers.has(r.step) || done.has(r.step)),
  );
  const after = (from: string, to: string): void => {
    if (ids.has(from) && ids.has(to)) draft.after(from, to);
  };
  for (const { step } of first)
    for (const [lot] of lots) {
      const down = visit('down', lot);
      if (down && (stageOfLot.get(lot)?.stage ?? 0) === (step.stage ?? 0))
        after(down, operationId(SITE, step.key));
    }
  const home = [...lots].flatMap(([lot, operations]) =>
    (stageOfLot.get(lot)?.stage ?? 0) === 0 ? (operations.get('hang') ?? []) : [],
  );
  for (const [lot, operations] of lots) {
    const { stage = 0, down = 0 } = stageOfLot.get(lot) ?? {};
    // What is down already waits for nothing.
    if (stage === 0 || down > 0) continue;
    const own = [...operations.values()].flat().filter((id) => readOperationId(id) !== null);
    const inLot = new Set(own);
    const begin = visit('down', lot);
    const firsts = begin
      ? [begin]
      : own.filter((id) => !draft.problem.links.some((l) => l.to === id && inLot.has(l.from)));
    for (const hang of home) for (const id of firsts) after(hang, id);
  }
  for (const { step } of site)
    if ((step.stage ?? 0) > 0 && step.after.every((r) => done.has(r.step)))
      for (const hang of home) after(hang, operationId(SITE, step.key));
}
