/** A job as if something else were chosen or surveyed, and what it would come to. */
import type { ComesTo } from '$core/job-plan/comes-to';
import type { PlanInputs } from '$core/job-plan/inputs';
import { visitsOf, waysOf } from '$core/job-plan/ways';
import type { Choice } from '$core/planning/job/choice';
import { finishGroups } from '$core/planning/job/finishes';
import { divideByZone } from '$core/planning/job/lots';
import { kitchenOf } from '$core/takeoff/fixed-zones';
import type { Db } from '../../db/open';
import type { Piece } from '../../store/pieces';
import { ask } from '../../threads/ask';
import { systemOf, type OpenJob } from '../job/open-job';
import { takeOff } from '../take-off/take-off';
import { planInputs } from './make/plan-inputs';
import { amongOthers } from './questions';

/**
 * The job with other pieces or another choice, its lots divided anew.
 * @throws Error when a figure is missing
 */
export function asIf(file: OpenJob, choice: Choice, pieces: Piece[] = file.pieces): OpenJob {
  const groups = finishGroups(choice, pieces, file.zones, kitchenOf(file.job));
  const lots = divideByZone(groups.pieces, groups.zones, choice, [], (i) => `as if ${i}`);
  const { plainRoute, fixed, site } = waysOf(choice, file.job, pieces);
  const plainSite = [...site, ...visitsOf(choice, pieces, lots, plainRoute)];
  return {
    ...file,
    ...{ choice, pieces, lots, plainRoute, fixed, plainSite },
    system: systemOf(choice),
    route: plainRoute,
    site: plainSite,
  };
}

type Alter = (inputs: PlanInputs) => PlanInputs;

/** What a job would come to. */
export interface Here extends ComesTo {
  ml: number;
  /** paint and labour; null where a price is missing */
  cents: number | null;
}

/**
 * Plans a job as if it were so, in a planning thread, and measures it.
 * @param alter what else would be otherwise, such as the air
 * @param sure whether it is asked by when it is likely
 * @returns null where it cannot be planned
 */
export async function comesToHere(
  db: Db,
  file: OpenJob,
  now: number,
  { alter = (inputs) => inputs, sure = false }: { alter?: Alter | undefined; sure?: boolean } = {},
): Promise<Here | null> {
  const inputs = planInputs(db, file, now);
  const totals = takeOff(db, file, null);
  if (!inputs || !totals || file.pieces.length === 0) return null;
  const among = sure ? amongOthers(db, inputs, now) : null;
  const made = await ask('comes-to', { inputs: alter(inputs), at: now, among });
  if (!made) return null;
  const { minutes, paintCents, labourCents, lines } = totals;
  return {
    ...made,
    minutes,
    ml: lines.reduce((sum, l) => sum + l.volumeMl, 0),
    cents: paintCents === null || labourCents === null ? null : paintCents + labourCents,
  };
}
