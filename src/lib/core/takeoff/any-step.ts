/** A step of a job: on pieces, or in the kitchen on none. */
import { workMinutes, worthOf, type Step } from '../coating/route';
import type { SiteStep } from './site-route';

export type AnyStep = Step | SiteStep;

/** Whether a step is done in the kitchen: fixed work, a visit, a touch-up. */
export const inKitchen = (step: AnyStep): step is SiteStep => 'areaM2' in step;

/** Work of a step, whole minutes. @param pieces ids of what it is done on; none in the kitchen */
export const minutesOf = (step: AnyStep, pieces: readonly string[]): number =>
  inKitchen(step) ? step.minutes : workMinutes(step, worthOf(step, pieces));

/** Where a step is done: at the place of coating, where the pieces lie beside it, in the customer's kitchen, or on the way. */
export type Where = 'coating' | 'pieces' | 'kitchen' | 'way';

export function whereOf(step: AnyStep): Where {
  if (inKitchen(step)) return step.visit?.kind === 'out' ? 'way' : 'kitchen';
  return step.kind === 'coat' ? 'coating' : step.kind === 'hang' ? 'kitchen' : 'pieces';
}
