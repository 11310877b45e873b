/** A plan in words: what makes the hand-back what it is, and what moved. */
import { isPlan } from '$core/planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import type { Because, ChainLink } from '$core/planning/job/critical';
import { criticalChain } from '$core/planning/job/critical';
import type { Move } from '$core/planning/search/moves';
import { COATING } from '$core/planning/job/stations';
import { readId, readOperationId } from '$core/planning/model/operation-id';
import { SITE } from '$core/takeoff/site-route';
import { sayDay, sayMinutes, sayTime, startOfDay } from '$core/units/clock-time';
import { GOAL_NAMES } from '$core/planning/model/goals';
import { stagingName } from '$core/kitchen/stages';
import { PATTERN_FACTS } from '$core/coating/pattern';
import { TOOL_FACTS } from '$core/coating/tool';
import type { StoredPlan } from '../../store/plans';
import type { OpenJob } from '../job/open-job';

/** An operation as people know it: “Prime backs, lot A”. */
export function sayOperation(file: OpenJob, id: string): string {
  const read = readId(id);
  if (read.is === 'other work') return 'another job';
  if (read.is === 'other rack') return 'another job’s pieces';
  const [lot, step] = ['lot' in read ? read.lot : '', 'step' in read ? read.step : ''];
  if (lot === SITE) {
    const site = file.site.find((s) => s.key === step);
    const zone = file.zones.length > 1 ? file.zones.find((z) => z.id === site?.zone)?.colour : undefined;
    return `${site?.act ?? step}${zone ? `, ${zone}` : ''}${site?.visit?.kind === 'out' ? '' : ', in the kitchen'}`;
  }
  const act = file.route.find((s) => s.key === step)?.act;
  const name = file.lots.find((l) => l.id === lot)?.name ?? '';
  return act ? `${act}, lot ${name}` : `the work under way on lot ${name}`;
}

/** How the job is set up, in short lines; empty before anything is chosen. */
export function saySetUp(file: OpenJob, people: ReadonlyMap<string, string>): string[] {
  const { choice, lots } = file;
  if (!choice) return [];
  const crew = choice.workers.map((w) => people.get(w) ?? 'somebody').join(', ');
  const open = [
    choice.open.lots ? 'lots' : '',
    choice.open.pattern ? 'turning' : '',
    choice.open.stages ? 'stages' : '',
  ].filter(Boolean);
  return [
    `${file.system?.name ?? ''}, ${TOOL_FACTS[choice.tool].name}, in the ${choice.place}`,
    `${crew}; from ${sayDay(startOfDay(Date.parse(`${choice.startDay}T12:00Z`), 'UTC'), 'UTC')}`,
    `First counts ${choice.promised ? 'the promised day, then ' : ''}${choice.goals
      .map((g) => GOAL_NAMES[g])
      .join(', then ')}`,
    ...(choice.stages === 'together' ? [] : [`In two stages: ${stagingName(choice.stages)}`]),
    `${PATTERN_FACTS[choice.pattern].name}: ${lots.length === 1 ? '1 lot' : `${lots.length} lots`} on a rack of ${choice.rackSlots}${open.length ? `; ${open.join(' and ')} left to the planner` : ''}`,
  ];
}

/**
 * What a plan's bound holds for, in words: other lots, another way of turning, other pins or other jobs' plans may well be
 * sooner.
 * @param pins how many operations are pinned
 */
export function sayBoundHolds(plan: StoredPlan | null, pins: number): string {
  const others = plan?.problem.operations.some((o) => readId(o.id).is.startsWith('other'));
  const fixed = [
    'these lots',
    'this turning',
    ...(pins ? [pins === 1 ? 'the pinned time' : 'the pinned times'] : []),
    ...(others ? ['the other jobs as they are planned'] : []),
  ];
  const last = fixed.pop() ?? '';
  return `${fixed.join(', ')} and ${last}`;
}

/** Why an operation did not begin sooner. */
function sayBecause(file: OpenJob, because: Because, people: ReadonlyMap<string, string>): string {
  const act = (id: string): string => sayOperation(file, id);
  switch (because.kind) {
    case 'film':
      return `waits ${sayMinutes(because.minutes)} for the film of ${act(because.operation)}`;
    case 'sequence':
      return `follows ${act(because.operation)}`;
    case 'person':
      return `${people.get(because.worker) ?? 'the painter'} is at ${act(because.operation)} until then`;
    case 'place':
      return `the ${because.station === COATING ? (file.choice?.place ?? 'place of coating') : because.station} is in use for ${act(because.operation)} until then`;
    case 'rack':
      return `the rack is full until ${act(because.operation)}`;
    case 'hours':
      return 'opening hours';
    case 'window':
      return `so that ${act(because.operation)} comes within its recoat window`;
    case 'pin':
      return 'pinned by hand';
    case 'start':
      return 'the start of the plan';
  }
}

interface ChainRow {
  id: string;
  start: number;
  end: number;
  words: string;
  because: string;
  /** the wait before it, as a share of the whole chain */
  share: number;
  kind: Because['kind'];
}

/** The critical chain on the clock. @returns null where there is no plan */
export function sayChain(
  file: OpenJob,
  plan: StoredPlan | null,
  people: ReadonlyMap<string, string>,
): ChainRow[] | null {
  if (!plan || !isPlan(plan.result)) return null;
  const chain = criticalChain(plan.problem, plan.result);
  const whole = Math.max(1, (chain.at(-1)?.end ?? 1) - (chain[0]?.start ?? 0));
  return chain.flatMap((link: ChainLink, i): ChainRow[] => {
    if (readOperationId(link.operation) === null) return [];
    const before = chain[i - 1];
    return [
      {
        id: link.operation,
        start: plan.t0 + link.start * MINUTE,
        end: plan.t0 + link.end * MINUTE,
        words: sayOperation(file, link.operation),
        because: sayBecause(file, link.because, people),
        share: before ? Math.max(0, link.start - before.end) / whole : 0,
        kind: link.because.kind,
      },
    ];
  });
}

interface MoveRow extends Move {
  words: string;
  says: string;
  why: string;
}

/** Moved operations in words: what, from, to, why. */
export function sayMoves(
  file: OpenJob,
  plan: StoredPlan,
  moves: readonly Move[],
  people: ReadonlyMap<string, string>,
): MoveRow[] {
  const chain = !isPlan(plan.result)
    ? []
    : whyOf(
        plan,
        moves.map((m) => m.operation),
      );
  const because = new Map(chain.map((c) => [c.operation, c.because]));
  return moves.map((m) => {
    const why = because.get(m.operation);
    return {
      ...m,
      words: sayOperation(file, m.operation),
      says: `${sayTime(m.from, file.job.zone)} → ${sayTime(m.to, file.job.zone)}`,
      why: why ? sayBecause(file, why, people) : '',
    };
  });
}

/** What held each of some operations back: each as if the plan ended with it. */
function whyOf(plan: StoredPlan, operations: readonly string[]): ChainLink[] {
  const { problem, result } = plan;
  if (!isPlan(result)) return [];
  return operations.flatMap((operation) => {
    const alone = { ...problem, finish: [{ operation, tail: 0 }] };
    return criticalChain(alone, result).slice(-1);
  });
}
