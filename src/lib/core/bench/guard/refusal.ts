/** Why a fact is not kept: what, why and from when it would be. */
import { z } from 'zod';
import { RULE_FACTS, RULES, type RuleKey, type SometimesKey } from './rules';

export { BY_CONTEXT, RULES } from './rules';

const refusalSchema = z.object({
  rule: z.enum(RULES),
  message: z.string(),
  /** ms since 1970 from which it is allowed, where waiting helps */
  from: z.number().nullable(),
  /** whether a reason can overrule it */
  canOverride: z.boolean(),
  /** ids of facts that would be taken back together with the one in question */
  with: z.array(z.uuid()).max(2000).optional(),
});
export type Refusal = z.infer<typeof refusalSchema>;

/**
 * A refusal by one rule. Whether a reason can overrule it stands in the table of the rules; where that says sometimes, it is said here.
 * @param more whether a reason can overrule it, where that is not the same each time; when it is allowed, ms since 1970, where waiting helps
 */
export function refuse<R extends RuleKey>(
  rule: R,
  message: string,
  ...more: R extends SometimesKey ? [canOverride: boolean, from?: number | null] : [from?: number | null]
): Refusal {
  const { overruled } = RULE_FACTS[rule];
  const last = more.at(-1);
  const from = typeof last === 'number' ? last : null;
  const canOverride = overruled === 'sometimes' ? more[0] === true : overruled === 'yes';
  return { rule, message, from, canOverride };
}

/** Those of several judgements that refuse. */
export const refusalsOf = (...all: (Refusal | null | undefined | false)[]): Refusal[] =>
  all.flatMap((r) => r || []);

/** What is told of several refusals together: whether reasons can overrule them all, and when waiting helps with all. */
export function together(
  refusals: readonly Refusal[],
): Pick<Refusal, 'rule' | 'canOverride' | 'from'> | null {
  const first = refusals.find((r) => !r.canOverride) ?? refusals[0];
  if (!first) return null;
  const froms = refusals.map((r) => r.from);
  return {
    rule: first.rule,
    canOverride: first.canOverride,
    from: froms.every((f) => f !== null) ? Math.max(...froms) : null,
  };
}

/** All refusals in one text. */
export const sayRefusals = (refusals: readonly Refusal[]): string => refusals.map((r) => r.message).join(' ');
