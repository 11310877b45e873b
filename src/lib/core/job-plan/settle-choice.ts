/**
 * Settles what a choice leaves to the planner: how the pieces are divided, and how those of each colour are turned.
 * Everything that is possible is planned with a little effort, the better half of it with more, the best with all there is: what is
 * compared was looked for as hard (racing: Maron & Moore 1994).
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

/** Efforts, one after another, and how many of the best go on to the next. Our choice. */
const ROUNDS = [
  { effort: EFFORTS.settle, left: 4 },
  { effort: EFFORTS.settleMore, left: 2 },
  { effort: EFFORTS.settleMost, left: 1 },
];

/** The best of several choices; null where no plan is found for any. */
function race(
  inputs: PlanInputs,
  choices: readonly Choice[],
  at: number,
  rounds: readonly (typeof ROUNDS)[number][] = ROUNDS,
): Choice | null {
  const same = new Map(choices.map((c) => [JSON.stringify(c), c]));
  let left = [...same.values()];
  for (const round of rounds) {
    const weighed = left.flatMap((choice): { choice: Choice; outcome: Outcome }[] => {
      // No plan is found, or a figure that a pattern would need is not known.
      const outcome = ifKnown(() => weighPlan(withChoice(inputs, choice), at, round.effort));
      return outcome ? [{ choice, outcome }] : [];
    });
    weighed.sort((a, b) => (isBetter(a.outcome, b.outcome) ? -1 : isBetter(b.outcome, a.outcome) ? 1 : 0));
    left = weighed.slice(0, round.left).map((w) => w.choice);
    if (left.length < 2) break;
  }
  return left[0] ?? null;
}

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
  const change = (from: Choice, changed: Partial<Choice>): Choice =>
    choiceSchema.parse({ ...from, ...changed });
  const ways = choice.open.pattern ? PATTERNS : [null];
  const all = sizes.flatMap((lotSize) =>
    ways.map((pattern) => change(choice, { lotSize, ...(pattern ? { pattern, patterns: {} } : {}) })),
  );
  let best = race(inputs, all, at) ?? choice;
  // Then colour by colour: what suits a large lot of uppers need not suit an island.
  const used = zones.filter((z) => pieces.some((p) => p.zoneId === z.id));
  if (choice.open.pattern && used.length > 1)
    for (const { id } of used) {
      const { patterns } = best;
      const turned = PATTERNS.map((pattern) => change(best, { patterns: { ...patterns, [id]: pattern } }));
      best = race(inputs, [best, ...turned], at, ROUNDS.slice(0, 2)) ?? best;
    }
  return best;
}
