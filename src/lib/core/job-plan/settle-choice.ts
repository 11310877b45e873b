/**
 * Settles what a choice leaves to the planner: how the pieces are divided, and how those of each colour are turned.
 * Everything that is possible is planned with a little effort, the better half of it with more, the best with all there is: what is
 * compared was looked for as hard (racing: Maron & Moore 1994).
 */
import { ifKnown } from '../coating/missing-figure';
import { PATTERNS } from '../coating/pattern';
import type { Choice } from '../planning/job/choice';
import { isBetter, type Outcome } from './better';
import { changed, divisions, uneven } from './divisions';
import { EFFORTS } from './efforts';
import { leavesOpen, type PlanInputs } from './inputs';
import { withChoice } from './job-at';
import { weighPlan } from './make-plan';

/** Efforts, one after another, and how many of the best go on to the next. Our choice. */
const ROUNDS = [
  { effort: EFFORTS.settle, left: 4 },
  { effort: EFFORTS.settleMore, left: 2 },
  { effort: EFFORTS.settleMost, left: 1 },
];

/** The same for a few that differ little. */
const FEW = [
  { effort: EFFORTS.settle, left: 2 },
  { effort: EFFORTS.settleMore, left: 1 },
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
  let best = race(inputs, divisions(inputs, choice.open), at) ?? choice;
  // Then unevenly: by walls, by size, or with a small lot at either end.
  if (choice.open.lots) best = race(inputs, [best, ...uneven(best)], at, FEW) ?? best;
  // Then colour by colour: what suits a large lot of uppers need not suit an island.
  const used = zones.filter((z) => pieces.some((p) => p.zoneId === z.id));
  if (choice.open.pattern && used.length > 1)
    for (const { id } of used) {
      const { patterns } = best;
      const turned = PATTERNS.map((pattern) => changed(best, { patterns: { ...patterns, [id]: pattern } }));
      best = race(inputs, [best, ...turned], at, ROUNDS.slice(0, 2)) ?? best;
    }
  return best;
}
