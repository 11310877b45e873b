/** What devices that worked apart recorded and cannot all be: shown until a person settles it. */
import { disagreements, type Disagreement } from '$core/bench/view/disagreements';
import type { Db } from '../../db/open';
import { listContested } from '../../store/contested';
import { listWorkers } from '../../store/workers';
import type { OpenJob } from '../job/open-job';

/** Facts that came late and that a guard alone speaks against. */
export const guardedOf = (db: Db, job: string): { fact: string; rule: string; message: string }[] =>
  listContested(db, job).filter((c) => c.other === null);

/** Records of a job that nobody has settled or taken back. */
export const contestedOf = (db: Db, file: OpenJob): Disagreement[] =>
  disagreements({ ...file, people: listWorkers(db) }, guardedOf(db, file.job.id));
