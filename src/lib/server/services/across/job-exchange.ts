/** A job as a file: taken out whole, brought in whole or not at all. */
import { JOB_FORMAT, readJobFile, type JobExport } from '$core/formats/job-json';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { listRecorded, insertFact } from '../../store/facts';
import { findJob, insertJob, insertZone, undelete } from '../../store/jobs';
import { insertPhoto, listPhotoFiles } from '../../store/photos';
import { writeLots, writePieces } from '../../store/pieces';
import { insertPrintJob, listPrintJobs } from '../../store/prints';
import { anyKnown, type Table } from '../../store/known-ids';
import { insertAnswer, insertOffer, listAnswers, listOffers } from '../../store/offers';
import { insertWorker, listWorkers } from '../../store/workers';
import { encodePhoto } from '../survey/attach-photo';
import { now } from '../company/clock';
import { openJob } from '../job/open-job';
import { answersOf } from '../plan/propose';
import { Refused } from '../../base/refused';
import { refreshSummary } from '../job/summaries';

/** Everything about a job. */
export function exportJob(db: Db, jobId: string): JobExport {
  const { job, zones, lots, pieces, choice } = openJob(db, jobId);
  const facts = listRecorded(db, jobId);
  const prints = listPrintJobs(db, jobId);
  const photos = listPhotoFiles(db, jobId);
  const offers = listOffers(db, jobId)
    .map((o) => ({ ...o, answers: listAnswers(db, o.id) }))
    .sort((a, b) => a.version - b.version);
  const named = new Set([
    ...(choice?.workers ?? []),
    ...[...facts, ...prints, ...photos, ...offers.flatMap((o) => o.answers)].map((x) => x.worker),
    ...offers.map((o) => o.madeBy),
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
    offers,
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

/** Ids that a file gives to what is in it, of each table. */
const givenIds = (file: JobExport): [table: Table, ids: string[]][] => [
  ['zone', file.zones.map((z) => z.id)],
  ['lot', file.lots.map((l) => l.id)],
  ['piece', file.pieces.map((p) => p.id)],
  ['event', file.facts.map((f) => f.id)],
  ['print_job', file.prints.map((p) => p.id)],
  ['photo', file.photos.map((p) => p.id)],
  ['offer', file.offers.map((o) => o.id)],
  ['offer_answer', file.offers.flatMap((o) => o.answers.map((a) => a.id))],
];

/**
 * A file under ids that nothing here has: where one of its ids is in use, all of them are made new, wherever they are in
 * the file, in the order of the old ones. The id of the job stays.
 */
function underFreeIds(db: Db, file: JobExport): JobExport {
  const given = givenIds(file);
  if (!given.some(([table, ids]) => anyKnown(db, table, ids))) return file;
  const old = given.flatMap(([, ids]) => ids).sort();
  const fresh = new Map(old.map((id) => [id, newId()]));
  const photos = new Map(file.photos.map((p) => [p.id, p]));
  // Pictures are large and name nothing.
  const light = { ...file, photos: file.photos.map((p) => ({ ...p, image: '', thumbnail: '' })) };
  const renamed = JSON.parse(JSON.stringify(light).replace(UUID, (id) => fresh.get(id) ?? id)) as JobExport;
  const back = new Map([...fresh].map(([was, is]) => [is, was]));
  return {
    ...renamed,
    photos: renamed.photos.map((p) => {
      const { image = '', thumbnail = '' } = photos.get(back.get(p.id) ?? p.id) ?? {};
      return { ...p, image, thumbnail };
    }),
  };
}
const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/gi;

/** @throws Refused 422 with every fault of a file and its place */
export function readImport(json: unknown, now: number): JobExport {
  const read = readJobFile(json, now);
  if ('faults' in read) throw new Refused(422, read.faults.join('\n'), 'file');
  return read.file;
}

/** Encodes the pictures of a file anew, as uploads are. @throws Refused 422 for one that is no photo */
async function encodePhotos(file: JobExport): Promise<JobExport> {
  const photos: JobExport['photos'] = [];
  for (const [i, photo] of file.photos.entries()) {
    const encoded = await encodePhoto(Buffer.from(photo.image, 'base64')).catch((error: unknown) => {
      if (error instanceof Refused) throw new Refused(422, `photos.${i}.image: ${error.message}`, 'file');
      throw error;
    });
    const { image, thumbnail, width, height } = encoded;
    photos.push({
      ...photo,
      width,
      height,
      image: image.toString('base64'),
      thumbnail: thumbnail.toString('base64'),
    });
  }
  return { ...file, photos };
}

/**
 * Brings a job in from a file.
 * @param json parsed JSON, unchecked
 * @returns its id
 * @throws Refused 422 with every fault and its place; 409 when the job is here already. Nothing is kept then
 */
export async function importJob(db: Db, json: unknown): Promise<string> {
  const file = readImport(json, now(db));
  if (findJob(db, file.job.id)) throw hereAlready(file);
  return bringIn(db, await encodePhotos(file));
}

const hereAlready = ({ job }: JobExport): Refused =>
  new Refused(409, `The job “${job.name}” is here already. Nothing was brought in.`, 'file');

/**
 * Stores a job that was read from a file, its photos encoded anew. Nothing of another job is touched.
 * @returns its id
 * @throws Refused 409 when the job is here already
 */
export function bringIn(db: Db, read: JobExport): string {
  return db
    .transaction(() => {
      if (findJob(db, read.job.id)) throw hereAlready(read);
      const file = underFreeIds(db, read);
      const { job } = file;
      undelete(db, job.id);
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
      // Each is given the next version: in the order in which they were made.
      for (const { answers, ...offer } of [...file.offers].sort((a, b) => a.version - b.version)) {
        insertOffer(db, job.id, { ...offer, madeBy: who(offer.madeBy) });
        for (const answer of answers)
          insertAnswer(db, { ...answer, offer: offer.id, worker: who(answer.worker) });
      }
      refreshSummary(db, job.id);
      return job.id;
    })
    .immediate();
}
