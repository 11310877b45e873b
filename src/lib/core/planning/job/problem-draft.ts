/** A problem that is being built: its station, rack and hours, and how operations, links and facts are put into it. */
import { MINUTE } from '$core/units/durations';
import type { Requirement } from '$core/coating/route';
import type { Product } from '$core/coating/system';
import { materialOf } from '$core/takeoff/clean-outs';
import { TOOL_FACTS } from '$core/coating/tool';
import { dayAfter, isoDay } from '$core/units/clock-time';
import { complement, intersect } from '../model/calendar';
import { ALWAYS, linkKey, type Ready } from '../model/model';
import type { Interval, Problem } from '../model/problem';
import { NO_RULES } from '../model/rules';
import { hoursToCoat } from './coating-air';
import { filmWaits, latest } from './film-waits';
import { houseHours, minutesOf } from './house-hours';
import type { JobToPlan } from './job-to-plan';
import { airHours, AT_COATING, IN_HOUSE, IN_KITCHEN } from './hours';
import { factId } from '../model/operation-id';
import { COATING, KITCHEN, STACK } from './stations';

/** Places in the air of a room: one who sands takes one, a coat takes all of them. */
export const AIR_SLOTS = 12;

export interface ProblemDraft {
  problem: Problem;
  /** minutes of the plan */
  horizon: number;
  /** waits that follow the air, by link; and the films that wait in the air where pieces dry */
  air: Map<string, Ready>;
  films: Map<string, Requirement[]>;
  /** minute until which each person is at work already */
  busyUntil: Map<string, number>;
  /** whole minutes from the start to a moment, 0 at least; ms since 1970 */
  minute: (ms: number) => number;
  /** minute at which an operation was pinned */
  pinned: (id: string) => number | null;
  /** One operation waits for another as its film asks. @param where whether it lies on pieces or on the fixed work */
  link: (from: string, to: string, need: Requirement, where?: 'pieces' | 'site') => void;
  /** The calendar of the hours in which pieces may be worked on where they are: the house's, where they are in it; nothing elsewhere. */
  atPieces: { calendar?: string };
  /** The calendar of the hours whose air lets a product be laid, to be given to an operation; nothing where all do. */
  inAirFor: (product: Product | null, where: 'pieces' | 'site') => { calendar?: string };
  /** One operation comes after another. */
  after: (from: string, to: string, maxLag?: number | null) => void;
  /**
   * What was laid before allows an operation from a moment, and until another: ms since 1970, null without end. A window that
   * is over is not kept any more: it is scuffed then.
   */
  window: (id: string, lot: string, from: number, to: number | null) => void;
  /** An operation that a fact stands for: done by a helper of its own, always open, at a given minute. @returns its id */
  helper: (id: string, lot: string, minutes: number, station?: string | null, at?: number) => string;
  /** Work that was begun, as it is known to go on. @returns its id */
  running: (
    id: string,
    lot: string,
    work: { worker: string; start: number },
    minutes: number,
    station: string | null,
  ) => string;
}

/** Pieces that lie in stacks as it is, even where that is more than they hold. */
const stackedNow = ({ lots }: JobToPlan): number =>
  lots.reduce((sum, lot) => sum + (lot.racked ? 0 : (lot.down ?? 0)), 0);

/** When pieces may be coated: where nobody else does, and in a house when somebody may come. */
function coatingHours(
  job: JobToPlan,
  house: { house: Interval[]; solvent: Interval[] },
  horizon: number,
): Interval[] {
  const free = complement(minutesOf(job.usedElsewhere?.place ?? [], job.t0, horizon), horizon);
  if (!job.atHouse) return free;
  const solvent = job.route.some((s) => s.product?.base === 'solvent');
  return intersect(free, solvent ? house.solvent : house.house);
}

const isWhole = (open: readonly Interval[], horizon: number): boolean =>
  open.length === 1 && open[0]?.[0] === 0 && open[0][1] === horizon;

/** Changing over from one material to another, and from what the tool held last. */
function changeovers(job: JobToPlan): Problem['stations'][number]['changeovers'] {
  const colours = [...new Set(job.lots.map((lot) => lot.colour ?? ''))];
  const materials = [
    ...new Set(
      job.route.flatMap(({ product }) => (product ? colours.map((c) => materialOf(product, c)) : [])),
    ),
  ];
  const { changeoverMinutes: minutes } = TOOL_FACTS[job.tool];
  const { lastMaterial: last } = job;
  return materials.flatMap((to) => [
    ...materials.flatMap((from) => (from === to ? [] : [{ from, to, minutes }])),
    { from: null, to, minutes: last !== null && last !== to ? minutes : 0 },
  ]);
}

/** The problem without people and operations. @param coating when pieces may be coated; null: always */
function emptyProblem(
  job: JobToPlan,
  hours: ReturnType<typeof houseHours>,
  coating: Interval[] | null,
): Problem {
  const horizon = job.horizonDays * 1440;
  const { rules = NO_RULES } = job;
  const minutes = rules.travelMinutes;
  return {
    format: 'anthem.planning-problem',
    version: 1,
    name: job.name,
    horizon,
    calendars: [
      { id: ALWAYS, open: [[0, horizon]] },
      { id: IN_KITCHEN, open: hours.kitchen },
      ...(job.atHouse ? [{ id: IN_HOUSE, open: hours.house }] : []),
      ...(coating ? [{ id: AT_COATING, open: coating }] : []),
    ],
    workers: [],
    stations: [
      { id: COATING, capacity: 1, calendar: coating && AT_COATING, changeovers: changeovers(job) },
      { id: KITCHEN, capacity: 1, calendar: IN_KITCHEN, changeovers: [] },
    ],
    racks: [
      { id: 'rack', slots: job.rackSlots },
      ...(job.stackSlots == null ? [] : [{ id: STACK, slots: Math.max(job.stackSlots, stackedNow(job)) }]),
      ...(rules.sandThere ? [{ id: 'air', slots: AIR_SLOTS }] : []),
    ],
    ...{ operations: [], links: [], holds: [], finish: [], fronts: [] },
    shortestComing: job.shortestComing ?? 0,
    midnight: Math.round((dayAfter(isoDay(job.t0, job.zone), job.zone) - job.t0) / MINUTE) % 1440,
    ...(minutes && !job.atHouse
      ? {
          travel: [null, COATING].flatMap((there) => [
            { from: there, to: KITCHEN, minutes },
            { from: KITCHEN, to: there, minutes },
          ]),
        }
      : {}),
  };
}

/** The draft of a job's problem, without operations of its own. */
export function draftProblem(job: JobToPlan): ProblemDraft {
  const horizon = job.horizonDays * 1440;
  const minute = (ms: number): number => Math.max(0, Math.ceil((ms - job.t0) / MINUTE));
  const hours = houseHours(job, horizon);
  const coating = coatingHours(job, hours, horizon);
  const always = isWhole(coating, horizon);
  const problem = emptyProblem(job, hours, always ? null : coating);
  const wait = {
    pieces: filmWaits(job, job.waits),
    site: filmWaits(job, job.siteWaits ?? job.waits),
  };
  const suitable = new Map<string, { calendar?: string }>();
  const air = new Map<string, Ready>();
  const films = new Map<string, Requirement[]>();
  const busyUntil = new Map<string, number>();
  const helper: ProblemDraft['helper'] = (id, lot, minutes, station = null, at = 0) => {
    problem.workers.push({ id, calendar: ALWAYS, skills: [id] });
    problem.operations.push({
      id,
      lot,
      pieces: 0,
      minutes,
      skill: id,
      pausable: false,
      station,
      material: null,
      lockedStart: at,
    });
    return id;
  };
  return {
    problem,
    horizon,
    air,
    films,
    busyUntil,
    minute,
    helper,
    window: (id, lot, from, to) => {
      const open = to === null || to < job.t0 ? null : minute(to);
      const ready = minute(from);
      if (ready === 0 && open === null) return;
      // A moment that is past stands for the first minute: nothing begins sooner.
      const film = helper(factId.film(id), lot, Math.max(1, ready));
      problem.links.push({
        from: film,
        to: id,
        minLag: 0,
        maxLag: open === null ? null : Math.max(0, open - Math.max(1, ready)),
      });
    },
    atPieces: job.atHouse ? { calendar: IN_HOUSE } : {},
    pinned: (id) => {
      const at = job.pins?.get(id);
      return at === undefined ? null : minute(at);
    },
    link: (from, to, need, where = 'pieces') => {
      const film = wait[where](need);
      // The planner counts whole minutes: a wait is no shorter than its figure, a window no longer.
      const least = Math.min(horizon + 1, Math.ceil(Math.max(film ? film.least : need.min, 0)));
      const most = need.max === null ? null : Math.floor(need.max);
      problem.links.push({ from, to, minLag: least, maxLag: most });
      if (!film) return;
      // What one operation waits for of another may be several films or stages: the latest counts.
      const key = linkKey(from, to);
      air.set(key, latest(air.get(key), film.ready));
      if (where === 'pieces' || !job.siteWaits) films.set(key, [...(films.get(key) ?? []), need]);
    },
    inAirFor: (product, where) => {
      const climate = job.coatingAir?.[where];
      if (!product || !climate) return {};
      const key = JSON.stringify([where, product.name, product.limits]);
      const known = suitable.get(key);
      if (known) return known;
      const open = hoursToCoat(climate, product.limits, job.t0, horizon);
      const calendar = airHours(suitable.size + 1, product.name);
      const made = isWhole(open, horizon) ? {} : { calendar };
      if (made.calendar) problem.calendars.push({ id: calendar, open });
      suitable.set(key, made);
      return made;
    },
    after: (from, to, maxLag = null) => {
      problem.links.push({ from, to, minLag: 0, maxLag });
    },
    running: (id, lot, { worker, start }, minutes, station) => {
      const left = Math.max(1, minutes - Math.floor((job.t0 - start) / MINUTE));
      busyUntil.set(worker, Math.max(busyUntil.get(worker) ?? 0, left));
      // What goes on all the same goes on beside the hours of its place, and beside another job's work there.
      const isThere = station !== COATING || always || coating.some(([from, to]) => from <= 0 && to >= left);
      return helper(id, lot, left, isThere ? station : null);
    },
  };
}
