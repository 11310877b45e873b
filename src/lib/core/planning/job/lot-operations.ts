/** The steps of the lots as operations, from where each lot is now. */
import { MINUTE } from '$core/units/durations';
import { LONG_STAND, stoodLong } from '$core/coating/long-stand';
import { HANDLING } from '$core/coating/handling';
import { facesOf, workMinutes, type Step } from '$core/coating/route';
import { NO_RULES } from '../model/rules';
import type { JobToPlan, LotProgress, StepProgress } from './job-to-plan';
import { factId, operationId } from '../model/operation-id';
import { AIR_SLOTS, type ProblemDraft } from './problem-draft';
import type { KitchenWork, LotOperations } from './kitchen-operations';
import { COATING, STACK } from './stations';
import { addStep } from './step-operation';

/** Slots of the rack that a lot takes. */
const slotsOf = (lot: LotProgress): number => (lot.racked ? (lot.slots ?? lot.pieces) : lot.pieces);
/** Slots of the rack that are taken now. */
export const slotsNow = (lots: readonly LotProgress[]): number =>
  lots.reduce((sum, lot) => sum + (lot.racked ? slotsOf(lot) : 0), 0);

/**
 * Minutes of making pieces ready for a coat beside what the route has: scuffed where their window is over, wiped where they
 * stood for days, or will have when the film below lets them be coated.
 */
function readying(
  step: Step,
  pieces: number,
  { handled, from, to }: Required<Pick<StepProgress, 'handled' | 'from' | 'to'>>,
  { t0, wiped }: { t0: number; wiped: boolean },
): number {
  if (!step.product) return 0;
  if (to !== null && to < t0) return Math.ceil(HANDLING.sandFace.value * facesOf(step).length * pieces);
  const waits = step.after.some((need) => need.min * 60_000 > LONG_STAND);
  return wiped || waits || stoodLong(handled, Math.max(t0, from))
    ? Math.ceil(HANDLING.wipe.value * pieces)
    : 0;
}

/** A step that is still to be done on some pieces of a lot. @param present operations of the lot by step, in order @returns its id */
function addPending(
  draft: ProblemDraft,
  job: JobToPlan,
  { id: lot, colour }: LotProgress,
  step: Step,
  { pending, worth = pending, handled = null, from, to }: StepProgress,
  present: LotOperations,
): string {
  const { problem } = draft;
  const known = operationId(lot, step.key);
  const ready = readying(
    step,
    pending,
    { handled, from, to },
    { t0: job.t0, wiped: job.wiped?.has(known) ?? false },
  );
  const minutes = workMinutes(step, worth) + ready;
  const id = addStep(
    draft,
    { lot, colour, step, pieces: pending, minutes, from, to },
    (before) => present.get(before) ?? [],
  );
  if (job.soon?.has(id))
    for (const first of [...present.values()].at(-1) ?? []) draft.after(first, id, LONG_STAND / MINUTE);
  if ((job.rules ?? NO_RULES).sandThere && (step.kind === 'coat' || step.kind === 'sand'))
    problem.holds.push({
      rack: 'air',
      slots: step.kind === 'coat' ? AIR_SLOTS : 1,
      from: id,
      to: null,
      // Dust would stick to the film until it is dry to touch.
      tail: step.kind === 'coat' ? Math.ceil(step.product?.stages.touch?.value ?? 0) : 0,
    });
  return id;
}

/** What the household is without: what is not down yet comes down when its first step begins. */
function addFronts(
  { problem }: ProblemDraft,
  { pieces, down = 0 }: LotProgress,
  first: string | undefined,
  home: string,
): void {
  if (down > 0) problem.fronts?.push({ down: null, home, pieces: down });
  if (pieces > down && first) problem.fronts?.push({ down: first, home, pieces: pieces - down });
}

/** Pieces lie in stacks from when they come down until their first coat, where stacks have a size. */
function addStack(
  draft: ProblemDraft,
  job: JobToPlan,
  lot: LotProgress,
  first: string | undefined,
  coat: string | undefined,
): void {
  if (job.stackSlots == null || lot.racked || !coat || !first || first === coat) return;
  const down = lot.down ?? 0;
  const hold = (slots: number, from: string): void => {
    if (slots > 0) draft.problem.holds.push({ rack: STACK, slots, from, to: coat, tail: null });
  };
  if (down > 0) hold(down, draft.helper(factId.lying(lot.id, 'stack'), lot.id, 1));
  hold(lot.pieces - down, first);
}

/**
 * Puts the lots into a draft.
 * @param kitchen what comes before anything is hung, and when each lot is taken down, where that is planned
 * @returns what is still to be done of each lot
 */
export function addLots(
  draft: ProblemDraft,
  job: JobToPlan,
  kitchen: KitchenWork,
): Map<string, LotOperations> {
  const { problem } = draft;
  const all = new Map<string, LotOperations>();
  let stationTaken = false;
  for (const lot of job.lots) {
    const byStep = new Map(lot.steps.map((s) => [s.key, s]));
    const present = new Map<string, string[]>();
    for (const step of job.route) {
      const progress = byStep.get(step.key);
      if (!progress) continue;
      const ids = progress.running.map((work, i) => {
        // Two may coat at once though the plan would not have it: the station is held by one of them.
        const holds = step.kind === 'coat' && !stationTaken;
        stationTaken ||= holds;
        const id = factId.running(operationId(lot.id, step.key), i);
        return draft.running(
          id,
          lot.id,
          work,
          workMinutes(step, work.worth ?? work.pieces),
          holds ? COATING : null,
        );
      });
      if (progress.pending > 0) ids.push(addPending(draft, job, lot, step, progress, present));
      if (ids.length) present.set(step.key, ids);
    }
    all.set(lot.id, present);
    const hang = present.get('hang')?.[0];
    if (!hang) continue;
    for (const end of kitchen.beforeHanging) if (end.stage === (lot.stage ?? 0)) draft.after(end.id, hang);
    problem.finish.push({ operation: hang, tail: 0 });
    if (job.fronts !== false)
      addFronts(draft, lot, kitchen.visit('down', lot.id) ?? present.values().next().value?.[0], hang);
    const firstCoat = job.route.find((s) => s.kind === 'coat' && present.get(s.key)?.length);
    const onRack = lot.racked
      ? draft.helper(factId.lying(lot.id, 'rack'), lot.id, 1)
      : firstCoat && present.get(firstCoat.key)?.[0];
    if (onRack && slotsOf(lot))
      problem.holds.push({ rack: 'rack', slots: slotsOf(lot), from: onRack, to: hang, tail: null });
    addStack(draft, job, lot, kitchen.visit('down', lot.id) ?? present.values().next().value?.[0], onRack);
  }
  return all;
}
