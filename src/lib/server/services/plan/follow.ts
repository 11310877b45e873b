/** Lets the stored plans follow what happens: those that do not hold any more are made anew, one after another. */
import type { Db } from '../../db/open';
import { Refused } from '../../refused';
import { lastFact } from '../../store/facts';
import { listOpenJobs } from '../../store/jobs';
import { unavailable } from '../../unavailable';
import { openJob, type JobFile } from '../job/open-job';
import { currentPlan } from './current-plan';
import { makeCurrentPlan } from './make-plan';

/** All plans are looked at so often, ms: absences end and work becomes overdue by itself. */
const PACE = 20_000;
/** A plan that could not be made is tried again after so long, or when something changes, ms. */
const PATIENCE = 300_000;

interface Follower {
  clock: () => number;
  /** jobs that are looked at next, those that someone waits for first */
  wanted: string[];
  working: boolean;
  failed: Map<string, { of: string; message: string; at: number }>;
}
const followers = new WeakMap<Db, Follower>();

/** Stands for what a job was when its plan failed. */
const stateOf = (db: Db, file: JobFile): string => `${lastFact(db, file.job.id)} ${file.job.choice ?? ''}`;

/** Why the plan of a job as it is now could not be made; null where that is not so. */
export function planFailure(db: Db, file: JobFile): string | null {
  const failed = followers.get(db)?.failed.get(file.job.id);
  return failed?.of === stateOf(db, file) && Date.now() - failed.at < PATIENCE ? failed.message : null;
}

/** Someone waits for the plan of a job: it is looked at before others. */
export function wantPlan(db: Db, job: string): void {
  const follower = followers.get(db);
  if (!follower || follower.wanted[0] === job) return;
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

function begin(db: Db, follower: Follower): void {
  if (follower.working) return;
  follower.working = true;
  setImmediate(() => {
    void work(db, follower).finally(() => (follower.working = false));
  });
}

async function work(db: Db, follower: Follower): Promise<void> {
  for (let job = follower.wanted.shift(); job !== undefined && db.open; job = follower.wanted.shift()) {
    await follow(db, follower, job);
    // Requests go first.
    await new Promise((done) => setImmediate(done));
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
    if (!db.open || error instanceof Refused) return;
    const held = unavailable(error);
    console.error(held ?? error);
    if (held !== null) return;
    const message = error instanceof Error ? error.message : String(error);
    follower.failed.set(job, { of: stateOf(db, openJob(db, job)), message, at: Date.now() });
  }
}

/**
 * From now on plans follow what happens.
 * @param clock ms since 1970
 * @returns ends it
 */
export function followPlans(db: Db, clock: () => number): () => void {
  const follower: Follower = { clock, wanted: [], working: false, failed: new Map() };
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
