/** The steps of the lots as operations, from where each lot is now. */
import { frozen } from '$core/frozen';
import { LONG_STAND, stoodLong } from '$core/coating/long-stand';
import { HANDLING } from '$core/coating/handling';
import { facesOf, workMinutes, type Step } from '$core/coating/route';
import { materialOf } from '$core/takeoff/clean-outs';
import { NO_RULES } from '../model/rules';
import type { JobToPlan, LotProgress, StepProgress } from './job-to-plan';
import { factId, operationId } from '../model/operation-id';
import { AIR_SLOTS, type ProblemDraft } from './problem-draft';
import type { SiteEnd } from './site-operations';
import { COATING, KITCHEN, STACK } from './stations';
import type { LotOperations } from './visit-operations';

const skillOf = (step: Step): string =>
  step.kind === 'coat' ? 'coat' : step.kind === 'hang' ? 'hang' : 'prep';
const stationOf = (step: Step): string | null =>
  step.kind === 'coat' ? COATING : step.kind === 'hang' ? KITCHEN : null;
/** Steps that are not broken off once they are begun. */
const WHOLE: readonly Step['kind'][] = frozen(['coat', 'flip']);

/** Slots of the rack that a lot takes. */
const slotsOf = (lot: LotProgress): number => (lot.racked ? (lot.slots ?? lot.pieces) : lot.pieces);
/** Slots of the rack that are taken now. */
export const slotsNow = (lots: readonly LotProgress[]): number =>
  lots.reduce((sum, lot) => sum + (lot.racked ? slotsOf(lot) : 0), 0);

/** What leads to a step: operations of the lot by step, and fixed work that comes before anything is hung. */
interface Before {
  steps: ReadonlyMap<string, readonly string[]>;
  siteEnds: readonly SiteEnd[];
}

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

/** A step that is still to be done on some pieces of a lot. @returns its id */
function addPending(
  draft: ProblemDraft,
  job: JobToPlan,
  { id: lot, colour = '' }: LotProgress,
  step: Step,
  { pending, worth = pending, handled = null, from, to }: StepProgress,
  before: Before,
): string {
  const { problem } = draft;
  const id = operationId(lot, step.key);
  problem.operations.push({
    id,
    lot,
    pieces: pending,
    minutes:
      workMinutes(step, worth) +
      readying(step, pending, { handled, from, to }, { t0: job.t0, wiped: job.wiped?.has(id) ?? false }),
    skill: skillOf(step),
    pausable: !WHOLE.includes(step.kind),
    station: stationOf(step),
    material: step.product && materialOf(step.product, colour),
    lockedStart: draft.pinned(id),
    // Coats keep the hours of the place where they are laid; whatever else is done there keeps the house's.
    ...(stationOf(step) === null ? draft.atPieces : draft.inAirFor(step.product, 'pieces')),
  });
  for (const need of step.after)
    for (const first of before.steps.get(need.step) ?? []) draft.link(first, id, need);
  if (job.soon?.has(id)) {
    const last = [...before.steps.values()].at(-1) ?? [];
    for (const first of last) draft.after(first, id, LONG_STAND / 60_000);
  }
  if (step.kind === 'hang') for (const end of before.siteEnds) draft.after(end.id, id);
  draft.window(id, lot, from, to);
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
 * @param siteEnds fixed work that must be done before anything is hung
 * @param downOf the operation of taking a lot down, where it is planned
 * @returns what is still to be done of each lot
 */
export function addLots(
  draft: ProblemDraft,
  job: JobToPlan,
  siteEnds: readonly SiteEnd[],
  downOf: (lot: string) => string | undefined = () => undefined,
): Map<string, LotOperations> {
  const { problem } = draft;
  const all = new Map<string, LotOperations>();
  let stationTaken = false;
  for (const lot of job.lots) {
    const byStep = new Map(lot.steps.map((s) => [s.key, s]));
    const present = new Map<string, string[]>();
    const ends = siteEnds.filter((e) => e.stage === (lot.stage ?? 0));
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
      if (progress.pending > 0)
        ids.push(addPending(draft, job, lot, step, progress, { steps: present, siteEnds: ends }));
      if (ids.length) present.set(step.key, ids);
    }
    all.set(lot.id, present);
    const hang = present.get('hang')?.[0];
    if (!hang) continue;
    problem.finish.push({ operation: hang, tail: 0 });
    if (job.fronts !== false)
      addFronts(draft, lot, downOf(lot.id) ?? present.values().next().value?.[0], hang);
    const firstCoat = job.route.find((s) => s.kind === 'coat' && present.get(s.key)?.length);
    const onRack = lot.racked
      ? draft.helper(factId.lying(lot.id, 'rack'), lot.id, 1)
      : firstCoat && present.get(firstCoat.key)?.[0];
    if (onRack && slotsOf(lot))
      problem.holds.push({ rack: 'rack', slots: slotsOf(lot), from: onRack, to: hang, tail: null });
    addStack(draft, job, lot, downOf(lot.id) ?? present.values().next().value?.[0], onRack);
  }
  return all;
}
