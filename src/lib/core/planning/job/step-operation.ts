/** A step that is still to be done as an operation, on pieces or in the kitchen: where it is done says its place, its hours and its air. */
import { frozen } from '$core/frozen';
import { inKitchen, whereOf, type AnyStep, type Where } from '$core/takeoff/any-step';
import { materialOf } from '$core/takeoff/clean-outs';
import { operationId } from '../model/operation-id';
import type { ProblemDraft } from './problem-draft';
import { COATING, KITCHEN } from './stations';

const STATION: Readonly<Record<Where, string | null>> = frozen({
  coating: COATING,
  pieces: null,
  kitchen: KITCHEN,
  // Pieces are unloaded where they are coated.
  way: null,
});

const SKILL: Readonly<Record<AnyStep['kind'], string>> = frozen({
  ...{ prep: 'prep', sand: 'prep', drill: 'prep', flip: 'prep', close: 'prep' },
  ...{ coat: 'coat', hang: 'hang', visit: 'hang' },
});

/** Steps that are not broken off once they are begun. */
const WHOLE: readonly AnyStep['kind'][] = frozen(['coat', 'flip']);

interface ToDo {
  lot: string;
  colour?: string | undefined;
  step: AnyStep;
  pieces: number;
  minutes: number;
  /** what was laid before allows it from and until, ms since 1970; null: without end */
  from: number;
  to: number | null;
}

/**
 * Puts a step into a draft.
 * @param before operations of a step that is to be done before it
 * @returns its id
 */
export function addStep(
  draft: ProblemDraft,
  { lot, colour = '', step, pieces, minutes, from, to }: ToDo,
  before: (step: string) => readonly string[],
): string {
  const id = operationId(lot, step.key);
  const where = whereOf(step);
  const air = where === 'coating' ? 'pieces' : 'site';
  draft.problem.operations.push({
    ...{ id, lot, pieces, minutes },
    skill: SKILL[step.kind],
    pausable: !WHOLE.includes(step.kind),
    station: STATION[where],
    material: where === 'coating' && step.product ? materialOf(step.product, colour) : null,
    lockedStart: draft.pinned(id),
    // Coats keep the hours of the place where they are laid; whatever else is done to pieces there keeps the house's.
    ...(where === 'pieces' ? draft.atPieces : draft.inAirFor(step.product, air)),
  });
  for (const need of step.after)
    for (const first of before(need.step)) draft.link(first, id, need, inKitchen(step) ? 'site' : 'pieces');
  draft.window(id, lot, from, to);
  return id;
}
