/** How sure the hand-back of a plan is: worked out once for each plan, in a thread, and kept as long as the server runs. */
import type { BackBy } from '$core/job-plan/back-by';
import type { Db } from '../../db/open';
import { ask } from '../../threads/ask';
import { handBack } from './hand-back';
import type { JobWithPlan } from './open-planned';
import { questions } from './questions';

/** Futures of a plan that is shown: a chance is right to some three in a hundred. */
const RUNS = process.env.ANTHEM_EFFORT === 'quick' ? 40 : 200;
/** Plans whose chances are kept. */
const KEPT = 200;

/** `asked`: it is being worked out. */
export type Chances = BackBy | 'asked';

const all = new WeakMap<Db, Map<string, Chances | null>>();
/** One after another: planning goes first. */
let last: Promise<unknown> = Promise.resolve();

/** @returns null where there is no plan that hands back, or it cannot be told */
export function chancesOf(db: Db, { file, plan }: JobWithPlan, now: number): Chances | null {
  if (!plan || handBack(plan) === null) return null;
  const known = all.get(db) ?? new Map<string, Chances | null>();
  all.set(db, known);
  const had = known.get(plan.id);
  if (had !== undefined) return had;
  if (known.size >= KEPT) known.clear();
  known.set(plan.id, 'asked');
  const work = async (): Promise<void> => {
    const asked = db.open ? questions(db, file, now) : null;
    if (!asked) return;
    const { inputs, others, at, risk: model } = asked;
    const found = await ask('back-by', { job: { inputs, plan }, others, at, model, runs: RUNS });
    known.set(plan.id, found);
  };
  last = last.then(work).catch((reason: unknown) => {
    known.set(plan.id, null);
    console.error(reason);
  });
  return 'asked';
}
