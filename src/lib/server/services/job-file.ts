/** Everything about one job, as the pages need it. */
import type { Context } from '$core/bench/guard';
import type { Fact } from '$core/bench/events';
import { fold, type JobState } from '$core/bench/fold';
import type { Lot } from '$core/bench/acts';
import { buildRoute, type Step } from '$core/coating/route';
import { choiceSchema, type Choice } from '$core/planning/choice';
import { sayTime } from '$core/units/clock-time';
import type { Db } from '../db/open';
import { listFacts } from '../store/facts';
import { findJob, listZones, type Job, type Zone } from '../store/jobs';
import { listLots, listPieces, type Piece } from '../store/pieces';
import { Refused } from './refused';

export interface JobFile {
  job: Job;
  zones: Zone[];
  pieces: Piece[];
  lots: Lot[];
  facts: Fact[];
  state: JobState;
  choice: Choice | null;
  /** empty before a system is chosen */
  route: Step[];
  codes: Map<string, string>;
  context: Context;
}

/** Loads a job. @throws Refused 404 when there is none */
export function openJob(db: Db, id: string): JobFile {
  const job = findJob(db, id);
  if (!job)
    throw new Refused(
      404,
      'There is no such job. It may have been opened from an old link: look it up under Jobs.',
    );
  const pieces = listPieces(db, id);
  const facts = listFacts(db, id);
  const state = fold(facts);
  const choice = job.choice === null ? null : choiceSchema.parse(JSON.parse(job.choice));
  const route = choice ? buildRoute(choice.system, choice.counts, choice.tool) : [];
  const codes = new Map(pieces.map((p) => [p.id, p.code]));
  const cures = route.flatMap((s) => (s.product?.stages.cured ? [s.product.stages.cured.value] : []));
  const context: Context = {
    state,
    route,
    codes,
    cureMinutes: cures.length ? Math.max(...cures) : null,
    sayTime: (ms) => sayTime(ms, job.zone),
  };
  return {
    job,
    zones: listZones(db, id),
    pieces,
    lots: listLots(db, id),
    facts,
    state,
    choice,
    route,
    codes,
    context,
  };
}
