/** Keeps the line of a job for the pages across jobs, in the transaction that changes the job. */
import { pieceState } from '$core/bench/state/state';
import { goMinutes } from '$core/bench/view/touch-up-go';
import { risksOf } from '$core/bench/view/visit-plan';
import { gets } from '$core/coating/route';
import type { Db } from '../../db/open';
import { listJobIds } from '../../store/jobs';
import { writeSummary, type JobStage, type Summary } from '../../store/summaries';
import { writeRecord } from '../../store/durability';
import { durabilityRecord } from './durability-record';
import { openJob, type OpenJob } from './open-job';
import { placesOf } from './places';

/** Coats of a piece that count as passes. */
const coats = (file: OpenJob) => file.route.filter((s) => s.kind === 'coat');

function stageOf(file: OpenJob, s: Omit<Summary, 'stage'>): JobStage {
  if (s.handedOver !== null) return 'check';
  if (s.pieces === 0) return 'survey';
  if (!file.choice) return 'plan';
  if (s.hung === s.pieces) return 'hand-over';
  if (s.passes > 0 && s.passesDone === s.passes) return 'hang';
  if (s.down === s.pieces) return 'coat';
  return s.labelled > 0 || s.down > 0 ? 'take-down' : 'plan';
}

/** How far a job is, counted from its facts. */
export function summarise(file: OpenJob): Summary {
  const states = file.pieces.map((p) => pieceState(file.state, p.id));
  const steps = coats(file);
  const open = [...file.state.touchUps.values()].filter((t) => !t.closed);
  const counts = {
    pieces: states.length,
    labelled: states.filter((s) => s.labelled).length,
    down: states.filter((s) => s.down).length,
    passesDone: states.reduce((sum, s) => sum + steps.filter((step) => s.done.has(step.key)).length, 0),
    passes: file.pieces.reduce((sum, p) => sum + steps.filter((step) => gets(step, p.id)).length, 0),
    hung: states.filter((s) => s.hungIn !== null).length,
    handedOver: file.state.handedOver,
    openTouchUps: open.length,
    checks: file.state.checks.length,
    flaws: [...file.state.flaws.values()].filter((f) => f.accepted === null).length,
    risky: risksOf(file).length > 0,
    touchUpMinutes: open.length
      ? goMinutes(file.state, file, new Map(file.zones.map((z) => [z.id, z.sheen])), placesOf(file))
      : 0,
    lastCheck: file.state.checks.findLast((c) => c.how === 'visit')?.at ?? null,
  };
  return { ...counts, stage: stageOf(file, counts) };
}

/** Writes what other pages keep of a job, as it is now. */
export function keepSummary(db: Db, file: OpenJob): void {
  writeSummary(db, file.job.id, summarise(file));
  writeRecord(db, file.job.id, durabilityRecord(file));
}

export function refreshSummary(db: Db, job: string): void {
  keepSummary(db, openJob(db, job));
}

/** Rebuilds every summary from the log. @returns how many jobs */
export function rebuildSummaries(db: Db): number {
  const ids = listJobIds(db);
  db.transaction(() => ids.forEach((id) => refreshSummary(db, id))).immediate();
  return ids.length;
}
