/** A job as a file: taken out whole, brought in whole or not at all. */
import { JOB_FORMAT, readJobFile, type JobExport } from '$core/formats/job-json';
import type { Db } from '../db/open';
import { listRecorded, insertFact } from '../store/facts';
import { findJob, insertJob, insertZone } from '../store/jobs';
import { insertPhoto, listPhotoFiles } from '../store/photos';
import { writeLots, writePieces } from '../store/pieces';
import { insertPrintJob, listPrintJobs } from '../store/prints';
import { insertWorker, listWorkers } from '../store/workers';
import { openJob } from './job-file';
import { answersOf } from './propose';
import { Refused } from './refused';
import { refreshSummary } from './summaries';

/** Everything about a job. */
export function exportJob(db: Db, jobId: string): JobExport {
  const { job, zones, lots, pieces, choice } = openJob(db, jobId);
  const facts = listRecorded(db, jobId);
  const prints = listPrintJobs(db, jobId);
  const photos = listPhotoFiles(db, jobId);
  const named = new Set([
    ...(choice?.workers ?? []),
    ...[...facts, ...prints, ...photos].map((x) => x.worker),
  ]);
  return {
    format: JOB_FORMAT,
    version: 1,
    job: { ...job, choice, answers: answersOf({ job }) },
    zones,
    lots,
    // The order of the list is their place; lots name their own.
    pieces: pieces.map((piece) => {
      const { id, code, zoneId, wall, cabinet, band, row, column, form, hinge, x, y, w, h, condition } =
        piece;
      return { id, code, zoneId, wall, cabinet, band, row, column, form, hinge, x, y, w, h, condition };
    }),
    workers: listWorkers(db).filter((w) => named.has(w.id)),
    facts,
    // A queue belongs to the printer that stands here.
    prints: prints.map((p) => ({
      ...p,
      labels: p.labels.map((l) => (l.state === 'waiting' ? { ...l, state: 'dropped' as const } : l)),
    })),
    photos: photos.map((p) => ({
      ...p,
      image: p.image.toString('base64'),
      thumbnail: p.thumbnail.toString('base64'),
    })),
  };
}

/** Who a person of the file is here: the one with the same id, else with the same name, else new. */
function bringPeople(db: Db, file: JobExport): Map<string, string> {
  const here = listWorkers(db);
  const ids = new Map<string, string>();
  for (const worker of file.workers) {
    const known = here.find((w) => w.id === worker.id) ?? here.find((w) => w.name === worker.name);
    if (!known) insertWorker(db, worker);
    ids.set(worker.id, known?.id ?? worker.id);
  }
  return ids;
}

/**
 * Brings a job in from a file.
 * @param json parsed JSON, unchecked
 * @returns its id
 * @throws Refused 422 with every fault and its place; 409 when the job is here already. Nothing is kept then
 */
export function importJob(db: Db, json: unknown): string {
  const read = readJobFile(json);
  if ('faults' in read) throw new Refused(422, read.faults.join('\n'), 'file');
  const { file } = read;
  const { job } = file;
  return db
    .transaction(() => {
      if (findJob(db, job.id))
        throw new Refused(409, `The job “${job.name}” is here already. Nothing was brought in.`, 'file');
      const people = bringPeople(db, file);
      const who = (worker: string): string => people.get(worker) ?? worker;
      const choice = job.choice && { ...job.choice, workers: job.choice.workers.map(who) };
      insertJob(db, {
        ...job,
        choice: choice && JSON.stringify(choice),
        answers: job.answers && JSON.stringify(job.answers),
      });
      for (const zone of file.zones) insertZone(db, job.id, zone);
      writePieces(
        db,
        job.id,
        file.pieces.map((p, position) => ({ ...p, position, lotId: null })),
      );
      writeLots(db, job.id, file.lots);
      for (const { recordedAt, ...fact } of file.facts)
        insertFact(db, { ...fact, worker: who(fact.worker) }, recordedAt);
      for (const { labels, ...print } of file.prints)
        insertPrintJob(db, { ...print, job: job.id, worker: who(print.worker) }, labels);
      for (const photo of file.photos)
        insertPhoto(db, job.id, {
          ...photo,
          worker: who(photo.worker),
          image: Buffer.from(photo.image, 'base64'),
          thumbnail: Buffer.from(photo.thumbnail, 'base64'),
        });
      refreshSummary(db, job.id);
      return job.id;
    })
    .immediate();
}
