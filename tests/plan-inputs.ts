/** A kitchen as a planning thread is given it, without a database. */
import { emptyState } from '$core/bench/state/state';
import { usualCounts, type System } from '$core/coating/system';
import type { PlanInputs } from '$core/job-plan/inputs';
import type { PlannedPiece } from '$core/job-plan/ways';
import { USUAL_CONDITION } from '$core/kitchen/condition';
import { readNotation } from '$core/kitchen/notation';
import { surveyPieces } from '$core/kitchen/pieces';
import { choiceSchema, USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { finishGroups } from '$core/planning/job/finishes';
import { divideByZone } from '$core/planning/job/lots';
import { uuid } from './bench-builders';

/** Two walls with a glass door, drawers and an island’s two doors: twelve pieces. */
export const TWO_COLOURS = `wall North
upper 30 : pair
upper 15 : glass R
base 24 : drawer / door L
base 36 : drawer / pair
island Side
base 30 : pair
base 18 : drawer / door L
`;
export const WALLS = uuid(901);
export const ISLAND = uuid(902);

/**
 * @param more what is chosen beside the usual
 * @param condition what was noted of each piece, by its number
 */
export function planInputs(
  system: System,
  more: object = {},
  condition: (i: number) => Partial<PlannedPiece['condition']> = () => ({}),
  job: Partial<PlanInputs['job']> = {},
): PlanInputs {
  const surveyed = job.surveyed ?? TWO_COLOURS;
  const { kitchen } = readNotation(surveyed, 'in');
  const drawn = surveyPieces(kitchen);
  const pieces = drawn.map((p, i): PlannedPiece => ({
    id: uuid(i + 1),
    code: `P${i + 1}`,
    ...{ w: p.w, h: p.h },
    zoneId: p.wall === 'Side' ? ISLAND : WALLS,
    wall: p.wall,
    cabinet: p.cabinet,
    form: p.form,
    condition: { ...USUAL_CONDITION, ...condition(i) },
  }));
  const zones = [{ id: WALLS }, { id: ISLAND }];
  const choice = choiceSchema.parse({
    system,
    counts: usualCounts(system),
    tool: system.tool,
    lotSize: 6,
    rackSlots: 24,
    startDay: '2026-03-09',
    workers: ['ines', 'tobin'],
    crewWeek: USUAL_CREW_WEEK,
    houseWeek: USUAL_HOUSE_WEEK,
    fixed: true,
    ...more,
  });
  const groups = finishGroups(choice, pieces, zones, kitchen);
  return {
    job: { id: uuid(0), name: 'Quay End', zone: 'Etc/UTC', unit: 'in', ...job, surveyed },
    pieces,
    zones,
    lots: divideByZone(groups.pieces, groups.zones, choice, [], (i) => `lot${i}`),
    state: emptyState(),
    choice,
    pins: new Map(),
    around: { absences: [], neighbours: [] },
    air: null,
    houseAir: null,
  };
}
