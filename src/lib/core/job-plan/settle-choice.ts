/**
 * Settles what a choice leaves to the planner: how the pieces are divided, and how those of each colour are turned.
 * Everything that is possible is planned with a small effort; the better plan wins.
 */
import { ifKnown } from '../coating/missing-figure';
import { PATTERNS } from '../coating/pattern';
import { choiceSchema, type Choice } from '../planning/job/choice';
import { lotSizes } from '../planning/job/lots';
import { isBetter, type Outcome } from './better';
import { EFFORTS } from './efforts';
import { leavesOpen, type PlanInputs } from './inputs';
import { routeNow, withChoice } from './job-at';
import { weighPlan } from './make-plan';

const PLAIN: Choice['pattern'] = 'backs-then-fronts';

/** A choice that was weighed. */
interface Weighed {
  choice: Choice;
  outcome: Outcome | null;
}

/** Null outcome where no plan is found, or a figure that a pattern would need is not known. */
const weigh = (inputs: PlanInputs, choice: Choice, at: number): Weighed => ({
  choice,
  outcome: ifKnown(() => weighPlan(withChoice(inputs, choice), at, EFFORTS.settle)),
});

/**
 * @param at ms since 1970
 * @returns the choice with lot size and patterns as the planner would have them; as it was where nothing is left open
 * @throws Error when a figure that the choice itself needs is missing
 */
export function settleChoice(inputs: PlanInputs, at: number): Choice {
  const { choice, pieces, zones } = inputs;
  if (!leavesOpen(inputs)) return choice;
  const most = Math.min(60, choice.rackSlots);
  const pots = choice.system.products.flatMap((p) => (p.mix ? [p.mix.potLife.value] : []));
  const coat = routeNow(inputs).find((s) => s.kind === 'coat');
  const sizes = choice.open.lots
    ? lotSizes(pieces.length, most, pots.length ? Math.min(...pots) : null, coat?.minutesPerPiece ?? 1)
    : [choice.lotSize];
  const start = choice.open.pattern
    ? choiceSchema.parse({ ...choice, pattern: PLAIN, patterns: {} })
    : choice;
  let best: Weighed = { choice, outcome: null };
  const tryOne = (change: Partial<Choice>, from: Choice): void => {
    const weighed = weigh(inputs, choiceSchema.parse({ ...from, ...change }), at);
    if (isBetter(weighed.outcome, best.outcome)) best = weighed;
  };
  // The sizes are tried in the plainest pattern, the patterns with the best size.
  for (const lotSize of sizes) tryOne({ lotSize }, start);
  if (!choice.open.pattern) return best.choice;
  for (const pattern of PATTERNS) if (pattern !== PLAIN) tryOne({ pattern, patterns: {} }, best.choice);
  // Then colour by colour: what suits a large lot of uppers need not suit an island.
  const used = zones.filter((z) => pieces.some((p) => p.zoneId === z.id));
  if (used.length > 1)
    for (const { id } of used)
      for (const pattern of PATTERNS) {
        const { patterns, pattern: usual } = best.choice;
        if (pattern !== (patterns[id] ?? usual))
          tryOne({ patterns: { ...patterns, [id]: pattern } }, best.choice);
      }
  return best.choice;
}
