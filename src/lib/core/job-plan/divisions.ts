/** Every way to divide a job's pieces evenly and to turn them that is worth planning, and what no plan of any of them is before. */
import { ifFeasible } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { piecesBegun } from '../bench/state/state';
import { ifKnown } from '../coating/missing-figure';
import { PATTERNS } from '../coating/pattern';
import { lowerBound } from '../planning/bounds/bound';
import { choiceSchema, type Choice } from '../planning/job/choice';
import { buildProblem } from '../planning/job/job-problem';
import { DIVISIONS, lotSizes } from '../planning/job/lots';
import { compile } from '../planning/compile/compile';
import { heads } from '../planning/bounds/heads';
import { stageOf, stagingsOf, standOf, type Staging } from '../kitchen/stages';
import { kitchenOf } from '../takeoff/fixed-zones';
import type { PlanInputs } from './inputs';
import { jobAt, routeNow, withChoice } from './job-at';

export const changed = (from: Choice, change: Partial<Choice>): Choice =>
  choiceSchema.parse({ ...from, ...change });

/**
 * Choices that differ in the size of lots and in how all pieces are turned.
 * @param open which of the two may be changed
 * @throws Error when a figure that the choice itself needs is missing
 */
export function divisions(inputs: PlanInputs, open: Pick<Choice['open'], 'lots' | 'pattern'>): Choice[] {
  const { choice, pieces } = inputs;
  const most = Math.min(60, choice.rackSlots);
  const pots = choice.system.products.flatMap((p) => (p.mix ? [p.mix.potLife.value] : []));
  const coat = routeNow(inputs).find((s) => s.kind === 'coat');
  const sizes = open.lots
    ? lotSizes(pieces.length, most, pots.length ? Math.min(...pots) : null, coat?.minutesPerPiece ?? 1)
    : [choice.lotSize];
  const ways = open.pattern ? PATTERNS : [null];
  return sizes.flatMap((lotSize) =>
    ways.map((pattern) =>
      changed(choice, {
        lotSize,
        ...(open.lots ? { division: 'even' } : {}),
        ...(pattern ? { pattern, patterns: {} } : {}),
      }),
    ),
  );
}

/** A choice with its pieces divided in every other way, into lots of the same size at most. */
export const uneven = (choice: Choice): Choice[] =>
  DIVISIONS.filter((division) => division !== choice.division).map((division) =>
    changed(choice, { division }),
  );

/** The other ways in which a kitchen may go home: all at once, or in two stages that both have pieces. */
export function stagings({ choice, job, pieces }: PlanInputs): Staging[] {
  const kitchen = kitchenOf(job);
  const stands = pieces.map((p) => standOf(kitchen, p));
  return stagingsOf(kitchen).filter(
    (s) =>
      s !== choice.stages && (s === 'together' || new Set(stands.map((stand) => stageOf(s, stand))).size > 1),
  );
}

/** The bound of one choice's plans, ms since 1970; null where it has none or a figure that it needs is not known. */
function boundOf(inputs: PlanInputs, at: number, days: number): number | null {
  const job = jobAt(inputs, at, days);
  const built = buildProblem(job);
  if (!built) return null;
  return ifFeasible(
    () => {
      const m = compile(built.problem, built.air);
      return job.t0 + lowerBound(m, heads(m)) * MINUTE;
    },
    () => null,
  );
}

export interface WidestBound {
  /** no plan of any of them hands back before, ms since 1970 */
  back: number;
  /** how many there are */
  ways: number;
}

/**
 * What no plan is before, whatever the even lots and the turning (one for all pieces, or as they are chosen). The crew, rack, days, pins and
 * the other jobs' plans stay as they are.
 * @returns null once work has begun, when lots stay as they are, or where no way is possible
 */
export function boundOverDivisions(inputs: PlanInputs, at: number, days: number): WidestBound | null {
  if (piecesBegun(inputs.state)) return null;
  const all = [inputs.choice, ...divisions(inputs, { lots: true, pattern: true })];
  const bounds = [...new Map(all.map((c) => [JSON.stringify(c), c])).values()].flatMap((choice) => {
    const bound = ifKnown(() => boundOf(withChoice(inputs, choice), at, days));
    return bound === null ? [] : [bound];
  });
  return bounds.length ? { back: Math.min(...bounds), ways: bounds.length } : null;
}
