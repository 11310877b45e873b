/** A job as a whole: put right what does not read, put it away, delete it. */
import { isTimeZone } from '$core/units/time-zones';
import { z } from 'zod';
import type { Db } from '../../db/open';
import { forgetLog } from '../../store/facts';
import {
  archivedAt,
  clearChoice,
  contentsOf,
  deleteJob,
  findJob,
  writeAbout,
  jobPositions,
  writeArchived,
  writePosition,
  type Job,
} from '../../store/jobs';
import { listWorkers } from '../../store/workers';
import { eachJob, withFaults, type JobFault } from './each-job';
import { openJob } from './open-job';
import { positionSchema, type Position } from '$core/quality/round';
import { readNumber } from '$core/units/read-number';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { forgetSearch, stopSearch } from '../../threads/searches';
import { refreshSummary } from './summaries';

interface ManagedJob {
  id: string;
  name: string;
  place: string;
  /** as it is stored, which may be none */
  zone: string;
  archivedAt: number | null;
  /** where its house is; null where nobody wrote it down */
  position: Position | null;
  /** whether something was chosen for its plan */
  chosen: boolean;
  faults: JobFault[];
  /** what goes when it is deleted */
  contents: ReturnType<typeof contentsOf>;
}

/** @throws Refused 404 when there is no such job */
function jobCalled(db: Db, id: string): Job {
  const job = findJob(db, id);
  if (!job) throw new Refused(404, 'There is no such job. It may be deleted: look it up under Jobs.');
  return job;
}

/** A job from what is stored of it, however much of that can be read. @throws Refused 404 */
export function managedJob(db: Db, id: string): ManagedJob {
  const { name, place, zone, choice } = jobCalled(db, id);
  const { read, spoilt } = eachJob(db, [id], (job) => openJob(db, job));
  return {
    id,
    name,
    place,
    zone,
    position: jobPositions(db).get(id) ?? null,
    archivedAt: archivedAt(db, id),
    chosen: choice !== null,
    faults: [...spoilt, ...withFaults(read)].flatMap((job) => job.faults),
    contents: contentsOf(db, id),
  };
}

const aboutSchema = z.object({
  name: z.string().trim().min(1, 'Give the job a name').max(80, 'A name has at most 80 letters'),
  place: z.string().trim().max(200, 'An address has at most 200 letters'),
  zone: z.string().refine(isTimeZone, 'Choose a time zone, such as America/Halifax'),
});

/** Keeps name, address and time zone. @throws Refused 404, 422 with the field */
export function changeAbout(db: Db, id: string, input: unknown): void {
  jobCalled(db, id);
  const given = readInput(aboutSchema, input, 'It is not complete.');
  writeAbout(db, id, given);
}

const degrees = z.string().transform(readNumber);
const positionInput = z.object({ latitude: degrees, longitude: degrees }).pipe(positionSchema);

/** Where a house is, from two fields; null where both are empty. @throws Refused 422 with the field */
export function positionFrom(latitude: string, longitude: string): Position | null {
  if (!latitude.trim() && !longitude.trim()) return null;
  return readInput(positionInput, { latitude, longitude }, 'Write latitude and longitude, or neither.');
}

/** Keeps where the house of a job is. @throws Refused 404 */
export function placeJob(db: Db, id: string, position: Position | null): void {
  jobCalled(db, id);
  writePosition(db, id, position);
}

/** Forgets what was chosen for the plan of a job; what was recorded stays. @throws Refused 404 */
export function forgetChoice(db: Db, id: string): void {
  jobCalled(db, id);
  stopSearch(id);
  db.transaction(() => {
    clearChoice(db, id);
    refreshSummary(db, id);
  }).immediate();
}

/** Puts a job away, or brings it back. @throws Refused 404 */
export function archive(db: Db, id: string, at: number | null): void {
  jobCalled(db, id);
  stopSearch(id);
  writeArchived(db, id, at);
}

/** Whether a person may delete a job: the lead of the crew, or anyone where nobody leads. */
export function mayDelete(db: Db, worker: string): boolean {
  const leads = listWorkers(db).filter((w) => w.role.trim().toLowerCase() === 'lead');
  return leads.length === 0 || leads.some((w) => w.id === worker);
}

/**
 * Deletes a job with all that belongs to it.
 * @param typed its name, typed by who wants it gone
 * @throws Refused 404; 409 for who may not; 422 for another name
 */
export function removeJob(db: Db, id: string, typed: string, worker: string, now: number): void {
  const job = jobCalled(db, id);
  if (!mayDelete(db, worker))
    throw new Refused(409, 'Only the lead deletes a job. Archive it, or ask the lead to delete it.');
  if (typed.trim() !== job.name.trim())
    throw new Refused(422, `Type the name of the job, ${job.name}, to delete it.`, 'name');
  stopSearch(id);
  db.transaction(() => deleteJob(db, job, worker, now)).immediate();
  forgetLog(db, id);
  forgetSearch(id);
}
