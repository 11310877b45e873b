/** Lets the stored plans follow what happens: those that do not hold any more are made anew. */
import type { Db } from '$server/db/open';
import { Refused } from '$server/base/refused';
import { lastFact } from '$server/store/facts';
import { listOpenJobs } from '$server/store/jobs';
import { unavailable } from '$server/base/unavailable';
import { openJob, type OpenJob } from '$server/services/job/open-job';
import { currentPlan } from './current-plan';
import { makeCurrentPlan } from './make-plan';

/** All plans are looked at so often, ms: absences end and work becomes overdue by itself. */
const PACE = 20_000;
/** Jobs that are planned at once: as many as there are threads. */
const AT_ONCE = 2;
/** A plan that could not be made is tried again after so long, or when something changes, ms. */
const PATIENCE = 300_000;

interface Follower {
  clock: () => number;
  /** jobs that are looked at next, those that someone waits for first */
  wanted: string[];
  /** jobs that are looked at now */
  working: Set<string>;
  failed: Map<string, { of: string; message: string; at: number }>;
}
const followers = new WeakMap<Db, Follower>();

/** Stands for what a job was when its plan failed. */
const stateOf = (db: Db, file: OpenJob): string => `${lastFact(db, file.job.id)} ${file.job.choice ?? ''}`;

/** Why the plan of a job as it is now could not be made; null where that is not so. */
export function planFailure(db: Db, file: OpenJob): string | null {
  const failed = followers.get(db)?.failed.get(file.job.id);
  return failed?.of === stateOf(db, file) && Date.now() - failed.at < PATIENCE ? failed.message : null;
}

/** Someone waits for the plan of a job: it is looked at before others. */
export function wantPlan(db: Db, job: string): void {
  const follower = followers.get(db);
  if (!follower) return;
  follower.wanted = [job, ...follower.wanted.filter((j) => j !== job)];
  begin(db, follower);
}

/** Something was changed: all plans are looked at soon. */
export function lookAtPlans(db: Db): void {
  const follower = followers.get(db);
  if (!follower || !db.open) return;
  const known = new Set(follower.wanted);
  follower.wanted.push(...listOpenJobs(db).flatMap(({ id }) => (known.has(id) ? [] : [id])));
  begin(db, follower);
}

/** Takes up what is wanted and not looked at, as far as there is room. */
function begin(db: Db, follower: Follower): void {
  const { wanted, working } = follower;
  while (working.size < AT_ONCE && db.open) {
    const next = wanted.findIndex((job) => !working.has(job));
    const [job] = next < 0 ? [] : wanted.splice(next, 1);
    if (job === undefined) return;
    working.add(job);
    // Requests go first.
    setImmediate(() => {
      void follow(db, follower, job).finally(() => {
        working.delete(job);
        begin(db, follower);
      });
    });
  }
}

async function follow(db: Db, follower: Follower, job: string): Promise<void> {
  try {
    const file = openJob(db, job);
    if (planFailure(db, file) !== null || currentPlan(db, file, follower.clock()).stale === null) return;
    await makeCurrentPlan(db, job, follower.clock);
    follower.failed.delete(job);
    // Others may have to keep clear of it.
    lookAtPlans(db);
  } catch (error) {
    giveUp(db, follower, job, error);
  }
}

/** Says why a plan could not be made; it is tried again when something changes, or later. */
function giveUp(db: Db, follower: Follower, job: string, error: unknown): void {
  if (!db.open || error instanceof Refused) return;
  const held = unavailable(error);
  console.error(held ?? error);
  if (held !== null) return;
  const message = error instanceof Error ? error.message : String(error);
  try {
    follower.failed.set(job, { of: stateOf(db, openJob(db, job)), message, at: Date.now() });
  } catch (reason) {
    console.error(unavailable(reason) ?? reason);
  }
}

/**
 * From now on plans follow what happens.
 * @param clock ms since 1970
 * @returns ends it
 */
export function followPlans(db: Db, clock: () => number): () => void {
  const follower: Follower = { clock, wanted: [], working: new Set(), failed: new Map() };
  followers.set(db, follower);
  const look = (): void => {
    try {
      lookAtPlans(db);
    } catch (error) {
      // The next look finds what this one missed.
      console.error(unavailable(error) ?? error);
    }
  };
  const timer = setInterval(look, PACE);
  timer.unref();
  look();
  return () => {
    clearInterval(timer);
    followers.delete(db);
  };
}
