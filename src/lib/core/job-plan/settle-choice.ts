/**
 * Settles what a choice leaves to the planner: how the pieces are divided, how those of each colour are turned, and in which stages they go home.
 * Everything that is possible is planned with a little effort, the better part of it with more, the best with all there is: what is
 * compared was looked for as hard (racing: Maron & Moore 1994). Where an early hand-back counts first, what no plan of it is earlier than
 * the best so far goes no further.
 */
import { ifKnown } from '../coating/missing-figure';
import { PATTERNS } from '../coating/pattern';
import type { Choice } from '../planning/job/choice';
import { DIVISIONS } from '../planning/job/lots';
import type { Effort } from '../planning/search/effort';
import { asksForWhole, compare, isBetter, isSoonest, outcomeOf, wantedOf, type Outcome } from './better';
import { changed, divisions, stagings, uneven } from './divisions';
import { EFFORTS } from './efforts';
import { leavesOpen, type PlanInputs } from './inputs';
import { withChoice } from './job-at';
import { makePlan, weighPlan, weighWhole } from './make-plan';

interface Round {
  effort: Effort;
  /** how many of the best go on to the next */
  left: number;
  /** of them with the same number of lots at most: a little effort tells these apart less than it errs */
  apart?: number;
}

/** Efforts, one after another, for all ways, and for a few that differ little. Our choice. */
const ALL = (): readonly Round[] => [
  { effort: EFFORTS.settle, left: 9, apart: 1 },
  { effort: EFFORTS.settleMore, left: 2 },
  { effort: EFFORTS.settleMost, left: 1 },
];
const FEW = (): readonly Round[] => [
  { effort: EFFORTS.settle, left: 2 },
  { effort: EFFORTS.settleMore, left: 1 },
];
/** The same where somebody waits for more: with so much more effort, and so many more that go on. */
const harder = (rounds: readonly Round[], times: number): readonly Round[] =>
  rounds.map(({ effort, left, apart = Infinity }, i) => ({
    effort: {
      ...effort,
      steps: effort.steps * times,
      ...(effort.learning === undefined ? {} : { learning: effort.learning * times }),
    },
    left: i === rounds.length - 1 ? 1 : left * times,
    apart: apart * times,
  }));

/** Share of the days by which a way has to be able to be better, for it to be looked at further. Our choice. */
const WORTH = 0.005;

/** What is best so far. */
export interface Settled {
  choice: Choice;
  /** null where no plan is found for it */
  outcome: Outcome | null;
}

/**
 * The best of several choices, after each that is planned.
 * @param than what they are to be better than
 * @returns the best where it is better; null otherwise
 */
function* race(
  inputs: PlanInputs,
  choices: readonly Choice[],
  at: number,
  rounds: readonly Round[],
  than: Outcome | null,
): Generator<void, Settled | null> {
  const wanted = wantedOf(inputs);
  const soonest = isSoonest(wanted);
  // Sizes that come to the same lots are one way.
  const same = new Map<string, Choice>();
  for (const choice of choices) {
    const { pattern, patterns, stages } = choice;
    const lots = withChoice(inputs, choice).lots.map((l) => l.pieces);
    const key = JSON.stringify([lots, pattern, patterns, stages]);
    if (!same.has(key)) same.set(key, choice);
  }
  let left: Settled[] = [...same.values()].map((choice) => ({ choice, outcome: null }));
  for (const [k, round] of rounds.entries()) {
    // One that is left alone is weighed once more, as hard as it gets.
    if (left.length === 0 || (left.length === 1 && k > 0 && k < rounds.length - 1)) continue;
    const weighed: Settled[] = [];
    for (const { choice } of left) {
      // No plan is found, or a figure that a pattern would need is not known.
      const way = withChoice(inputs, choice);
      // Bringing fronts home together takes long: what is looked at first is measured by its hand-back.
      const whole = asksForWhole(wanted) && k > 0;
      const outcome = ifKnown(() =>
        whole ? weighWhole(way, at, round.effort) : weighPlan(way, at, round.effort),
      );
      if (outcome) weighed.push({ choice, outcome });
      yield;
    }
    weighed.sort((a, b) => (a.outcome && b.outcome ? compare(a.outcome, b.outcome, wanted) : 0));
    const best = Math.min(weighed[0]?.outcome?.back ?? Infinity, than?.back ?? Infinity);
    const least = best - WORTH * (best - at);
    const alike = new Map<number, number>();
    left = weighed
      .filter(({ outcome }, i) => !soonest || (i === 0 && !than) || (outcome?.bound ?? 0) < least)
      .filter(({ choice }) => {
        const lots = withChoice(inputs, choice).lots.length;
        alike.set(lots, (alike.get(lots) ?? 0) + 1);
        return (alike.get(lots) ?? 0) <= (round.apart ?? Infinity);
      })
      .slice(0, round.left);
  }
  const [first] = left;
  return first && isBetter(first.outcome, than, wanted) ? first : null;
}

/**
 * Looks for the best way, step by step.
 * @param at ms since 1970
 * @param times how hard: 1 for what is waited for
 * @returns yields the best so far, one plan after another; in the end the best
 * @throws Error when a figure that the choice itself needs is missing
 */
export function* settling(inputs: PlanInputs, at: number, times = 1): Generator<Settled, Settled> {
  const { choice, pieces, zones } = inputs;
  let best: Settled = { choice, outcome: null };
  if (!leavesOpen(inputs)) return best;
  const among = function* (ways: readonly Choice[], rounds: readonly Round[]): Generator<Settled> {
    const looking = race(inputs, ways, at, times === 1 ? rounds : harder(rounds, times), best.outcome);
    let step = looking.next();
    for (; !step.done; step = looking.next()) yield best;
    best = step.value ?? best;
  };
  yield* among(divisions(inputs, choice.open), ALL());
  // Then unevenly: by walls, by size, or with a small lot at either end.
  if (choice.open.lots) yield* among(uneven(best.choice), FEW());
  // Then in stages.
  if (choice.open.stages)
    yield* among(
      stagings({ ...inputs, choice: best.choice }).map((stages) => changed(best.choice, { stages })),
      FEW(),
    );
  // Then colour by colour: what suits a large lot of uppers need not suit an island.
  const used = zones.filter((z) => pieces.some((p) => p.zoneId === z.id));
  if (choice.open.pattern && used.length > 1)
    for (const { id } of used) {
      const { patterns } = best.choice;
      const turned = PATTERNS.filter((p) => p !== (patterns[id] ?? best.choice.pattern)).map((pattern) =>
        changed(best.choice, { patterns: { ...patterns, [id]: pattern } }),
      );
      yield* among(turned, FEW());
    }
  // What a plan comes to is told apart only as it is kept: the way that it goes now stays where no other is better then.
  const wanted = wantedOf(inputs);
  if (asksForWhole(wanted) && best.choice !== choice) {
    const [now, then] = [choice, best.choice].map((c) =>
      ifKnown(() => outcomeOf(makePlan(withChoice(inputs, c), at))),
    );
    if (now && !isBetter(then ?? null, now, wanted)) best = { choice, outcome: now };
  }
  return best;
}

/** How many plans are looked at, about: for progress. */
export const settlingSteps = (inputs: PlanInputs, times = 1): number => {
  const { choice, pieces, zones } = inputs;
  const first = divisions(inputs, choice.open).length + 11 * times;
  const colours = zones.filter((z) => pieces.some((p) => p.zoneId === z.id)).length;
  const apart = choice.open.pattern && colours > 1 ? colours * (PATTERNS.length - 1 + 2 * times) : 0;
  const staged = choice.open.stages ? stagings(inputs).length + 2 * times : 0;
  return first + staged + (choice.open.lots ? DIVISIONS.length - 1 + 2 * times : 0) + apart;
};

/**
 * @param at ms since 1970
 * @param progress told after each plan that is looked at: the share of all that are, 0–1
 * @returns the choice with lot size and patterns as the planner would have them; as it was where nothing is left open
 * @throws Error when a figure that the choice itself needs is missing
 */
export function settleChoice(
  inputs: PlanInputs,
  at: number,
  progress: (share: number) => void = () => undefined,
): Choice {
  const looking = settling(inputs, at);
  const steps = settlingSteps(inputs);
  let step = looking.next();
  for (let k = 1; !step.done; k++) {
    progress(Math.min(1, k / steps));
    step = looking.next();
  }
  return step.value.choice;
}
