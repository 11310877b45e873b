/** Making ready anew what waits for its next step: pieces, or what stays in the kitchen for one step of it. */
import { SITE } from '../../../takeoff/site-route';
import { touch, type JobState } from '../../state/state';
import type { FactForm } from '../form';
import type { SayContext } from '../kind';
import { overrides, targets } from '../parts';
import { codesOf, stepOfLot } from '../words';
import { z } from 'zod';

export const madeReady = {
  pieces: targets,
  /** in the kitchen: the step that it is made ready for */
  step: z.string().max(200).optional(),
  override: overrides,
};

interface MadeReady {
  pieces: readonly string[];
  step?: string | undefined;
}

export const madeReadyFrom = (form: FactForm): Record<string, unknown> => ({
  pieces: form.all('piece'),
  ...(form.text('step') ? { step: form.text('step') } : {}),
  ...form.override(),
});

/** @param how what was done to all of a piece */
export function makeReady(
  state: JobState,
  { pieces, step }: MadeReady,
  how: 'abraded' | 'wiped',
  at: number,
): void {
  for (const id of pieces) {
    const own = touch(state, id);
    if (step === undefined) own[how] = at;
    else own.readied.set(step, at);
  }
}

/** What was made ready, in words. */
export const sayMadeReady = (context: SayContext, { pieces, step }: MadeReady): string =>
  step === undefined ? codesOf(context, pieces) : stepOfLot(context, step, SITE);
