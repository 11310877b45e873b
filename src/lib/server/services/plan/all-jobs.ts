/** All open jobs planned together, what that would give, and taking it over; and when a new kitchen could start. */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { jointStart } from '$core/job-plan/job-at';
import { sayWhyNoPlan } from '$core/job-plan/say-no-plan';
import { ownId } from '$core/planning/job/joined-id';
import type { NewStart } from '$core/job-plan/new-kitchen';
import { stampOf, whatChanged } from '$core/job-plan/stamp';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { listOpenJobs } from '../../store/jobs';
import { writeStamp, type StoredPlan } from '../../store/plans';
import { ask } from '../../threads/ask';
import type { Found } from '../../threads/planner-thread';
import { beginSearch, forgetSearch, searchOf, stopSearch, type Search } from '../../threads/searches';
import { companyZone } from '../company/clock';
import { eachJob } from '../job/each-job';
import { handBack, operationNames } from './hand-back';
import { basisOf, keepPlan, type Basis } from './make/make-plan';
import type { JobWithPlan } from './open-planned';
import { surroundings } from './make/plan-inputs';

const KEY = 'together';

/** What the search under way, or the last, began from. */
let begunFrom: Basis[] = [];

/** Every open job as it would be planned now; those that cannot be read are left out. */
const basesOf = (db: Db, now: number): Basis[] =>
  eachJob(
    db,
    listOpenJobs(db).map((j) => j.id),
    (id) => basisOf(db, id, now),
  ).read.flatMap((basis) => (basis && basis.file.pieces.length ? [basis] : []));

export const allJobsSearch = (): Search | null => searchOf(KEY);
export const stopAllJobs = (): void => stopSearch(KEY);
export const dropAllJobs = (): void => forgetSearch(KEY);

/** Begins to plan all open jobs together. @throws Refused 409 when there is nothing to plan */
export async function planAllJobs(db: Db, now: number): Promise<void> {
  const bases = basesOf(db, now);
  if (bases.length === 0) throw new Refused(409, 'No job is planned yet. Choose a system for one first.');
  begunFrom = bases;
  await beginSearch(KEY, { kind: 'together', jobs: bases.map((b) => b.inputs), at: now }, now);
}

export interface Compared {
  id: string;
  name: string;
  /** hand-backs, ms since 1970 */
  was: number | null;
  is: number;
}

/** Hand-backs that planning together would give, against the plans as they are. */
export function compareAllJobs(
  opened: readonly JobWithPlan[],
  found: Found | null,
  startedAt: number,
): Compared[] {
  if (found?.kind !== 'together' || !found.made) return [];
  const { backs } = found.made;
  return opened.flatMap(({ file, plan }) => {
    const { id, name } = file.job;
    const back = backs.get(id);
    const was = handBack(plan)?.at ?? null;
    return back === undefined ? [] : [{ id, name, was, is: jointStart(startedAt) + back * MINUTE }];
  });
}

/** Why there is no joint plan, in words; null where there is one, or nobody looked for it. */
export function whyNoJointPlan(
  opened: readonly JobWithPlan[],
  found: Found | null,
  startedAt: number,
): string | null {
  if (found?.kind !== 'together' || !found.made || isPlan(found.made.result)) return null;
  const names = opened.flatMap(({ file }) =>
    operationNames(file).map(([id, words]): [string, string] => [
      ownId(file.job.id, id),
      `${words}, ${file.job.name},`,
    ]),
  );
  return sayWhyNoPlan(found.made.result, names, jointStart(startedAt), companyZone());
}

const MOVED_ON = 'Something was recorded or chosen since. Plan together again.';

/** Whether what a job is planned from is still so, other jobs' plans left aside: those are what is replaced. */
function stillHolds(was: Basis, is: Basis | undefined, now: number): boolean {
  if (!is || was.file.job.choice !== is.file.job.choice) return false;
  const alone = ({ inputs, facts }: Basis) =>
    stampOf({ ...inputs, around: { ...inputs.around, neighbours: [] } }, facts, now, null, []);
  return whatChanged(alone(was), alone(is), now) === null;
}

/**
 * Takes over a joint plan: every job is planned near its part of it, around those before it, the first to be handed back
 * first. All or none.
 * @throws Refused 409 when the jobs have moved on since
 */
export async function takeOverAllJobs(db: Db, now: number): Promise<void> {
  const done = searchOf(KEY);
  const joint = done?.found?.kind === 'together' ? done.found.made : null;
  if (!done || !joint || !isPlan(joint.result))
    throw new Refused(409, 'There is no joint plan to take over. Plan together first.');
  const holdUp = (bases: readonly Basis[]): boolean =>
    bases.length === begunFrom.length &&
    begunFrom.every((was) =>
      stillHolds(
        was,
        bases.find((b) => b.file.job.id === was.file.job.id),
        now,
      ),
    );
  const bases = basesOf(db, now);
  if (!holdUp(bases)) throw new Refused(409, MOVED_ON);
  const jobs = bases.map((b) => b.inputs);
  const plans = await ask('plans-within', { jobs, joint, startedAt: done.startedAt, at: now });
  db.transaction(() => {
    if (!holdUp(basesOf(db, now))) throw new Refused(409, MOVED_ON);
    const kept = new Map<string, StoredPlan>();
    for (const [id, made] of plans) {
      const basis = basisOf(db, id, now);
      const plan = basis && keepPlan(db, basis, { made, inputs: basis.inputs, toldAgainst: () => null });
      if (plan && typeof plan !== 'string') kept.set(id, plan);
    }
    // Only now is each one's plan known to the others.
    for (const [id, plan] of kept) {
      const basis = basisOf(db, id, now);
      if (basis)
        writeStamp(db, plan.id, stampOf(basis.inputs, basis.facts, now, plan, plan.stamp?.weighed ?? []));
    }
  }).immediate();
  forgetSearch(KEY);
}

/**
 * When a new kitchen could start, around all jobs as they are planned.
 * @returns null where no job is planned to be like, or none fits
 */
export async function newKitchenStart(db: Db, now: number): Promise<NewStart | null> {
  const like = basesOf(db, now).at(-1);
  if (!like) return null;
  const around = surroundings(db, null, now);
  return ask('new-kitchen', { like: { ...like.inputs, around }, now, zone: companyZone() });
}
