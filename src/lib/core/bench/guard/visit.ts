/** What forbids a visit to the kitchen. */
import type { VisitStep } from '../../takeoff/visits';
import type { Context } from './context';
import { refuse, refusalsOf, type Refusal } from './refusal';
import { RECORDED_ELSEWHERE, visitFirst, visitFrom } from './visits';

/** Judges starting a visit. @param at ms since 1970 */
export function judgeVisit(ctx: Context, step: VisitStep, at: number): Refusal[] {
  const { state, site, siteWaits, sayTime } = ctx;
  const elsewhere = RECORDED_ELSEWHERE[step.visit.kind];
  const first = visitFirst(state, site, step);
  const from = visitFrom(state, step.visit, siteWaits);
  return refusalsOf(
    elsewhere !== undefined &&
      refuse('no-such-step', `“${step.act}” is recorded under ${elsewhere.words}, and counts from there.`),
    first !== null && refuse('skipped-step', `Before “${step.act}” comes: ${first}.`, true),
    from > at &&
      refuse('too-early', `Wait until ${sayTime(from)}: a film is not ready for “${step.act}”.`, true, from),
  );
}
