/** What most tests begin with: a kitchen, a choice for it, facts. */
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { factSchema, type Fact, type FactBody } from '$core/bench/log/events';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { v7 as newId } from 'uuid';

/** Eight doors and two drawers on one wall. */
export const SMALL_KITCHEN =
  'wall North\nupper 30 : pair\nupper 30 : pair\nbase 24 : drawer / door L\nbase 36 : drawer / pair\n';

/** A choice for the plan, unchecked. @param workers ids of people @param more what is chosen otherwise */
export const usualChoice = (workers: readonly string[], more: object = {}): object => ({
  system: SHELLAC_URETHANE,
  counts: usualCounts(SHELLAC_URETHANE),
  tool: 'spray',
  lotSize: 5,
  rackSlots: 24,
  startDay: '2026-03-09',
  workers,
  crewWeek: USUAL_CREW_WEEK,
  houseWeek: USUAL_HOUSE_WEEK,
  ...more,
});

/** A fact as a device sends it. @param at ms since 1970 */
export const factOf = (
  job: string,
  worker: string,
  at: number,
  body: FactBody,
  more: Partial<Fact> = {},
): Fact => factSchema.parse({ id: newId(), job, worker, at, device: 'device', body, ...more });
