/**
 * Settles what a choice leaves to the planner: how the pieces are divided, and how those of each colour are turned. Everything that is
 * possible is planned with a small effort; the earliest hand-back wins, then the fewest hours.
 */
import { PATTERNS } from '$core/coating/pattern';
import { lotSizes } from '$core/planning/lots';
import { choiceSchema, type Choice } from '$core/planning/choice';
import { planJob } from '$core/planning/plan-job';
import type { Db } from '../../db/open';
import { withChoice } from './ask';
import { jobToPlan } from './current-plan';
import type { JobFile } from '../job/open-job';

const EFFORT = { seed: 20260309, steps: 16, nodes: 300, prove: false };
const HORIZON = 90;
const PLAIN: Choice['pattern'] = 'backs-then-fronts';

interface Weighed {
  choice: Choice;
  back: number;
  minutes: number;
}

function weighOne(db: Db, file: JobFile, choice: Choice, now: number): Weighed | null {
  try {
    const job = jobToPlan(db, withChoice(db, file, choice, now), now, HORIZON);
    const made = job && planJob(job, EFFORT);
    if (!job || !made || 'infeasible' in made.result) return null;
    const minutes = made.problem.operations.reduce(
      (sum, o) => sum + (o.lockedStart === null ? o.minutes : 0),
      0,
    );
    return { choice, back: job.t0 + made.result.makespan * 60_000, minutes };
  } catch {
    // A figure that this pattern would need is not known.
    return null;
  }
}

/**
 * @param file the job before the choice; no work has begun
 * @returns the choice with lot size and pattern as the planner would have them; as it was where nothing is left open
 */
export function settleChoice(db: Db, file: JobFile, choice: Choice, now: number): Choice {
  if ((!choice.open.lots && !choice.open.pattern) || file.state.works.size > 0 || file.pieces.length === 0)
    return choice;
  const most = Math.min(60, choice.rackSlots);
  const pots = choice.system.products.flatMap((p) => (p.mix ? [p.mix.potLife.value] : []));
  const coat = withChoice(db, file, choice, now).route.find((s) => s.kind === 'coat');
  const sizes = choice.open.lots
    ? lotSizes(file.pieces.length, most, pots.length ? Math.min(...pots) : null, coat?.minutesPerPiece ?? 1)
    : [choice.lotSize];
  const patterns = choice.open.pattern ? PATTERNS : [choice.pattern];
  // The sizes are tried in the plainest pattern, the patterns with the best size.
  const better = (a: Weighed | null, b: Weighed | null): Weighed | null =>
    !a ? b : !b ? a : b.back < a.back || (b.back === a.back && b.minutes < a.minutes) ? b : a;
  let best: Weighed | null = null;
  const plain = choice.open.pattern ? { pattern: PLAIN, patterns: {} } : {};
  const pattern = choice.open.pattern ? PLAIN : choice.pattern;
  for (const lotSize of sizes)
    best = better(best, weighOne(db, file, choiceSchema.parse({ ...choice, ...plain, lotSize }), now));
  const lotSize = best?.choice.lotSize ?? choice.lotSize;
  const weigh = (change: Partial<Choice>): Weighed | null =>
    weighOne(db, file, choiceSchema.parse({ ...choice, ...best?.choice, ...change }), now);
  for (const other of patterns)
    if (other !== pattern) best = better(best, weigh({ lotSize, pattern: other, patterns: {} }));
  // Then colour by colour: what suits a large lot of uppers need not suit an island.
  const zones = file.zones.filter((z) => file.pieces.some((p) => p.zoneId === z.id));
  if (choice.open.pattern && zones.length > 1)
    for (const { id } of zones)
      for (const other of patterns) {
        const way = best?.choice.pattern;
        if (other !== (best?.choice.patterns[id] ?? way))
          best = better(best, weigh({ patterns: { ...best?.choice.patterns, [id]: other } }));
      }
  return best?.choice ?? choice;
}
