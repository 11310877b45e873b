/** A job as it is to be planned from a moment on. */

import { begunWithoutPauses, goesOn, leftShare } from '../bench/view/left-of-work';
import { once } from '../units/keep-last';
import { DAY, MINUTE } from '$core/units/durations';
import { kitchenWorks, piecesBegun } from '../bench/state/state';
import { lotProgress } from '../bench/view/progress';
import { withRework } from '../bench/guard/rework';
import { cureOf, kitchenSteps } from '../bench/guard/touch-up-steps';
import { siteProgress } from '../bench/guard/kitchen-work';
import type { Step } from '../coating/route';
import type { Waits } from '../coating/waits';
import type { SiteStep } from '../takeoff/site-route';
import type { Choice } from '../planning/job/choice';
import type { JobToPlan, LotProgress, SiteProgress } from '../planning/job/job-to-plan';
import { finishGroups } from '../planning/job/finishes';
import { divideByZone, type Lot } from '../planning/job/lots';
import { stageOf, standOf } from '../kitchen/stages';
import { COATING } from '../planning/job/stations';
import type { Plan, Problem } from '../planning/model/problem';
import { colourOfZone, materialOf } from '../takeoff/clean-outs';
import { kitchenOf } from '../takeoff/fixed-zones';
import { waitsOf } from '../coating/waits';
import { dayAfter, dayToMs } from '../units/clock-time';
import type { PlanInputs } from './inputs';
import { rackSlotsOf, usedElsewhere } from './neighbours';
import { visitsOf, waysOf } from './ways';

/** The route as it is now, with what flaws ask for. @throws Error when a figure is missing */
export const routeNow = once(({ choice, job, pieces, state }: PlanInputs): Step[] => {
  const ids = pieces.map((p) => p.id);
  return withRework(waysOf(choice, job, pieces).plainRoute, state, ids);
});

/** The steps in the kitchen as they are now: the fixed work with what flaws ask for, visits, and touch-ups that are planned. @throws Error when a figure is missing */
export function siteNow(inputs: PlanInputs): SiteStep[] {
  const { choice, job, pieces, lots, state } = inputs;
  const route = routeNow(inputs);
  const { site, parts, plainRoute } = waysOf(choice, job, pieces);
  const all = [...site, ...visitsOf(choice, pieces, lots, plainRoute)];
  return kitchenSteps(all, state, { route, pieces, parts, zone: job.zone, cureMinutes: cureOf(route) });
}

/** Without touch-ups that are planned for after a moment: they are none of a plan's that ends not much later. */
function within(site: readonly SiteStep[], until: number): SiteStep[] {
  const later = new Set(site.flatMap((s) => (s.touchUp && (s.notBefore ?? 0) > until ? [s.touchUp] : [])));
  return site.filter((s) => !s.touchUp || !later.has(s.touchUp));
}

/** How the films of a job wait. */
export const waitsFor = ({ air }: PlanInputs): Waits => waitsOf(air);
/** How films on its fixed work wait. */
export const siteWaitsFor = ({ air, houseAir }: PlanInputs): Waits => waitsOf(houseAir ?? air);

/** The air where pieces are coated, and that of the house; undefined where the job follows the sheet. */
export const coatingAirFor = ({ air, houseAir }: PlanInputs): JobToPlan['coatingAir'] =>
  air ? { pieces: air.climate, site: (houseAir ?? air).climate } : undefined;

type Painted = Pick<PlanInputs, 'pieces' | 'zones' | 'lots'> & { state: Pick<PlanInputs['state'], 'works'> };

/** What the pieces of a lot are painted: a lot has one colour. */
const colourOf = ({ pieces, zones }: Painted, lot: Lot): string =>
  colourOfZone(zones, pieces.find((p) => p.id === lot.pieces[0])?.zoneId);

/** The materials that were laid on pieces, in their order: the gun still holds the last. */
export function materialsLaid(job: Painted, route: readonly Step[]): string[] {
  const laid = [...job.state.works.values()].sort((a, b) => a.start - b.start);
  return laid.flatMap((work) => {
    const product = route.find((s) => s.key === work.step)?.product;
    const lot = job.lots.find((l) => l.id === work.lot);
    return product ? [materialOf(product, lot ? colourOf(job, lot) : '')] : [];
  });
}

/** The materials of the coats that a plan lays where pieces are coated, in its order. */
export function materialsPlanned({ operations }: Problem, { assignments }: Plan): string[] {
  const start = new Map(assignments.map((a) => [a.operation, a.start]));
  const at = (id: string): number => start.get(id) ?? Infinity;
  return operations
    .filter((o) => o.station === COATING && start.has(o.id))
    .sort((a, b) => at(a.id) - at(b.id))
    .flatMap((o) => o.material ?? []);
}

/** How far the work in the kitchen is; what pauses is still to be done, as far as it is left. */
function siteLeft(inputs: PlanInputs, steps: readonly SiteStep[]): SiteProgress[] {
  const works = kitchenWorks(inputs.state);
  return siteProgress(inputs.state, steps, siteWaitsFor(inputs)).map((progress): SiteProgress => {
    const { step } = progress;
    const work = works.get(step.key);
    if (!work || work.end !== null) return progress;
    if (goesOn(work)) return { ...progress, state: { worker: work.worker, start: begunWithoutPauses(work) } };
    const minutes = Math.max(1, Math.ceil(step.minutes * leftShare(work, step.minutes)));
    return { ...progress, state: 'pending', step: { ...step, minutes } };
  });
}

/** The lots with what each is painted. */
const inColours = (inputs: PlanInputs, progress: readonly LotProgress[]): LotProgress[] =>
  progress.map((lot) => {
    const own = inputs.lots.find((l) => l.id === lot.id);
    return own ? { ...lot, colour: colourOf(inputs, own) } : lot;
  });

/** The lots with the stage in which each comes down: the last of its pieces decides. */
function inStages({ choice, job, pieces, lots }: PlanInputs, progress: LotProgress[]): LotProgress[] {
  if (choice.stages === 'together') return progress;
  const kitchen = kitchenOf(job);
  const stage = new Map(pieces.map((p) => [p.id, stageOf(choice.stages, standOf(kitchen, p))]));
  const of = new Map(lots.map((lot) => [lot.id, Math.max(0, ...lot.pieces.map((p) => stage.get(p) ?? 0))]));
  return progress.map((lot) => ({ ...lot, stage: of.get(lot.id) ?? 0 }));
}

/** Days by which a plan may end later where something else than an early hand-back counts first. Our choice. */
const LATER_FOR_GOALS = 7;

/** By how much a plan may end later than it could: as was shown and chosen, or as far as the goals and the promised day go. */
function laterThanFirst(
  { goals, later, laterFor, promised }: Choice,
  zone: string,
  t0: number,
): Pick<JobToPlan, 'later' | 'by' | 'first'> {
  if (later > 0 || laterFor) return { later: later * 1440, first: laterFor ?? 'fronts' };
  if (goals[0] === 'back') return { later: 0 };
  const by = promised === null ? {} : { by: Math.floor((dayAfter(promised, zone) - t0) / MINUTE) };
  return { later: LATER_FOR_GOALS * 1440, ...by };
}

/** The whole minute from which a job is planned, ms since 1970. */
const planStart = ({ choice, job }: Pick<PlanInputs, 'choice' | 'job'>, at: number): number =>
  Math.max(Math.ceil(at / MINUTE) * MINUTE, dayToMs(choice.startDay, job.zone));

/** The moment that the minutes of a joint plan count from, ms since 1970. */
export const jointStart = (at: number): number => Math.ceil(at / MINUTE) * MINUTE;

/**
 * @param at ms since 1970
 * @param only other jobs it keeps clear of; all where nothing is said
 * @throws Error when a figure is missing
 */
export function jobAt(
  inputs: PlanInputs,
  at: number,
  horizonDays: number,
  only?: ReadonlySet<string>,
): JobToPlan {
  const { choice, job, state, lots, pins, around } = inputs;
  const route = routeNow(inputs);
  const waits = waitsFor(inputs);
  const siteWaits = siteWaitsFor(inputs);
  const coatingAir = coatingAirFor(inputs);
  const t0 = planStart(inputs, at);
  return {
    name: job.name,
    t0,
    zone: job.zone,
    horizonDays,
    route,
    tool: choice.tool,
    lots: inStages(inputs, inColours(inputs, lotProgress(state, route, lots, waits))),
    workers: choice.workers,
    crewWeek: choice.crewWeek,
    houseWeek: choice.houseWeek,
    rackSlots: rackSlotsOf(choice, around),
    stackSlots: choice.stackSlots,
    lastMaterial: materialsLaid(inputs, route).at(-1) ?? null,
    waits,
    siteWaits,
    ...(coatingAir ? { coatingAir } : {}),
    atHouse: choice.place === 'house',
    atHome: choice.place !== 'shop',
    goals: choice.goals,
    rules: choice.rules,
    shortestComing: choice.shortestComing,
    site: siteLeft(inputs, within(siteNow(inputs), t0 + (horizonDays / 2) * DAY)),
    pins: new Map([...pins].filter(([, pinnedTo]) => pinnedTo >= t0)),
    ...laterThanFirst(choice, job.zone, t0),
    usedElsewhere: usedElsewhere(choice, around, at, only),
  };
}

/** The job as if something else had been chosen. Pieces are divided anew only before work begins. */
export function withChoice(inputs: PlanInputs, choice: Choice): PlanInputs {
  const groups = finishGroups(choice, inputs.pieces, inputs.zones, kitchenOf(inputs.job));
  const apart = (c: Choice): string => Object.keys(c.finishes).sort().join();
  const again =
    !piecesBegun(inputs.state) &&
    (choice.lotSize !== inputs.choice.lotSize ||
      choice.division !== inputs.choice.division ||
      choice.stages !== inputs.choice.stages ||
      apart(choice) !== apart(inputs.choice));
  const lots = again
    ? divideByZone(groups.pieces, groups.zones, choice, [], (i) => `as if ${i}`)
    : inputs.lots;
  return { ...inputs, choice, lots };
}
