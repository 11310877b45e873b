/** Pinning operations to a time, and letting them go. Pins are stored together with a plan that keeps them, or not at all. */
import { readOperationId } from '$core/planning/model/operation-id';
import { isPlan } from '$core/planning/model/infeasible';
import type { PlanInputs } from '$core/job-plan/inputs';
import { timesOf, type MadePlan } from '$core/job-plan/made-plan';
import { movesBetween } from '$core/planning/search/moves';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { deletePin, deletePins, writePin } from '../../store/pins';
import { findPlan, markSeen, newestPlan, type StoredPlan } from '../../store/plans';
import { ask } from '../../threads/ask';
import { openJob } from '../job/open-job';
import { whyNoPlan } from './hand-back';
import { basisOf, keepPlan, makeCurrentPlan, type Basis } from './make/make-plan';
import { sayOperation } from './say-plan';

const known = (): null => null;

/**
 * Plans a job with other pins and stores both; again where something changed meanwhile.
 * @param make the inputs with the pins, and the plan; null leaves everything as it is
 */
async function planPinned<T>(
  db: Db,
  job: string,
  clock: () => number,
  make: (
    basis: Basis,
    last: StoredPlan | undefined,
  ) => Promise<{ made: MadePlan | null; inputs: PlanInputs; write: () => void; result: T }>,
): Promise<T> {
  for (;;) {
    const basis = basisOf(db, job, clock());
    if (!basis) throw new Refused(409, 'There is no plan yet. Choose a system first.');
    const last = newestPlan(db, job);
    const { made, inputs, write, result } = await make(basis, last);
    if (keepPlan(db, basis, { made, inputs, toldAgainst: known, write }) !== 'changed') return result;
  }
}

/**
 * Pins an operation. It is kept only where a right plan with it is found.
 * @param at ms since 1970, on a whole minute
 * @throws Refused 404 for an operation that is not planned, 409 with the reason when nothing fits the pin
 */
export async function pin(
  db: Db,
  job: string,
  operation: string,
  at: number,
  worker: string,
  clock: () => number,
): Promise<void> {
  await planPinned(db, job, clock, async ({ file, inputs, at: now }, last) => {
    const planned =
      last && isPlan(last.result) && last.result.assignments.some((a) => a.operation === operation);
    if (!planned || readOperationId(operation) === null)
      throw new Refused(404, 'That work is not in the plan any more. Look at the plan again.', 'operation');
    if (!Number.isInteger(at) || at % 60_000 !== 0)
      throw new Refused(422, 'Give the minute it begins.', 'at');
    if (at < now) throw new Refused(422, 'That moment is past. Pin it later.', 'at');
    const pinned = { ...inputs, pins: new Map([...inputs.pins, [operation, at]]) };
    const made = await ask('plan', { inputs: pinned, at: now, near: timesOf(last) });
    if (!made || !isPlan(made.result)) {
      const reason =
        made && !isPlan(made.result) ? whyNoPlan(file, made.result, made.t0) : 'nothing is left to plan';
      throw new Refused(409, `${sayOperation(file, operation)} cannot be pinned there: ${reason}.`, 'at');
    }
    const write = () => writePin(db, { job, operation, at, worker, pinnedAt: now });
    return { made, inputs: pinned, write, result: null };
  });
}

/** Lets one operation go, or all of them. */
export async function unpin(
  db: Db,
  job: string,
  operation: string | null,
  clock: () => number,
): Promise<void> {
  await planPinned(db, job, clock, async ({ inputs, at }, last) => {
    const left = [...inputs.pins].filter(([id]) => operation !== null && id !== operation);
    const free = { ...inputs, pins: new Map(left) };
    const made = await ask('plan', { inputs: free, at, near: timesOf(last) });
    const write = (): void => {
      if (operation === null) deletePins(db, job);
      else deletePin(db, job, operation);
    };
    return { made, inputs: free, write, result: null };
  });
}

/** The new times are right: what moved is told no more. */
export const acceptMoves = (db: Db, job: string, now: number): void => markSeen(db, job, now);

/**
 * Keeps the old times: every moved operation is pinned to where it was, as far as a right plan allows.
 * @returns in words, what could not be kept
 */
export async function keepTimes(
  db: Db,
  job: string,
  worker: string,
  clock: () => number,
): Promise<{ kept: number; lost: string[] }> {
  const plan = await makeCurrentPlan(db, job, clock);
  const before = plan?.before ? findPlan(db, plan.before) : undefined;
  if (!plan || !before) return { kept: 0, lost: [] };
  const moves = movesBetween(before, plan);
  return planPinned(db, job, clock, async ({ inputs, at }) => {
    const { pins, lost, made } = await ask('keep-times', { inputs, moves, at, near: timesOf(before) });
    const write = (): void => {
      for (const [operation, to] of pins) writePin(db, { job, operation, at: to, worker, pinnedAt: at });
      markSeen(db, job, at);
    };
    const file = openJob(db, job);
    return {
      made,
      inputs: { ...inputs, pins: new Map([...inputs.pins, ...pins]) },
      write,
      result: { kept: pins.size, lost: lost.map((id) => sayOperation(file, id)) },
    };
  });
}
