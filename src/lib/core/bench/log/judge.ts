/** What may be done now: every fact is judged before it is kept. */
import { contradictions, stepsBefore } from './contradictions';
import { entryOf, type Fact, type FactBody } from './events';
import { fold } from './fold';
import { fixedName, isFixedId } from '../../kitchen/fixed-parts';
import { piecesIn, targetsIn } from './named';
import { overridesOf } from '../state/overrides';
import type { Context } from '../guard/context';
import { refuse, type Refusal } from '../guard/refusal';

/**
 * Judges a fact against the state before it: by every rule, not by the first that refuses it.
 * @param ctx the job
 * @param facts the facts so far
 * @param fact the new one
 * @returns why it is refused; empty when it may be kept. What its own overrides overrule, each its rule, is left out
 */
export function judge(ctx: Context, facts: readonly Fact[], fact: Fact): Refusal[] {
  const overruled = new Set(overridesOf(fact.body).map((o) => o.rule));
  const one = judgeBody(ctx, facts, fact);
  const all = one === null ? [] : Array.isArray(one) ? one : [one];
  return all.filter((r) => !r.canOverride || !overruled.has(r.rule));
}

function judgeBody(ctx: Context, facts: readonly Fact[], fact: Fact): Refusal | readonly Refusal[] | null {
  const { body, at, worker } = fact;
  const strangers = piecesIn(body).filter((p) => !ctx.codes.has(p));
  if (strangers.length)
    return refuse('unknown', `${strangers.length} of the pieces named are not of this job.`);
  const part = targetsIn(body)?.find((id) => isFixedId(id) && !ctx.parts.has(id));
  if (part !== undefined)
    return refuse('unknown', `There is no ${fixedName(part)}: the survey was changed. Open the bench again.`);
  return entryOf(body).refuse(body, at, ctx, {
    kindOf: (id) => facts.find((f) => f.id === id)?.body.kind ?? null,
    factOf: (id) => facts.find((f) => f.id === id),
    endOf: (id) => facts.find((f) => f.body.kind === 'work.finished' && f.body.work === id),
    by: worker,
    without: (ids) => fold(facts.filter((f) => !ids.has(f.id))),
    factsOn: (piece, kind) =>
      facts.flatMap((f) =>
        f.body.kind === kind && !ctx.state.voided.has(f.id) && piecesIn(f.body).includes(piece) ? [f.id] : [],
      ),
    after: (more) => fold([...facts, { ...fact, body: more as FactBody }]),
    open: () => contradictions(facts, stepsBefore(ctx.route)),
  });
}
