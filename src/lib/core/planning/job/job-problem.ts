/**
 * A job as a planning problem: what is still to be done, from now. Facts enter as what they leave behind: a film that
 * is still drying, work under way and pieces on the rack become operations of helpers of their own, pinned to the start.
 */
import { workMinutes, type Requirement, type Step } from '$core/coating/route';
import { TOOL_FACTS, type Tool } from '$core/coating/tool';
import { SHEET_WAITS, type Waits } from '$core/coating/waits';
import { SITE, type SiteStep } from '$core/takeoff/site-route';
import { dayAfter, dayToMs } from '$core/units/clock-time';
import { complement, intersect, unite } from '../model/calendar';
import { linkKey, type AirWaits, type Ready } from '../model/model';
import type { Assignment, Interval, Problem } from '../model/problem';
import { NO_RULES, type Rules } from '../model/rules';
import { openMinutes, type WorkWeek } from '../model/work-week';

export interface StepProgress {
  key: string;
  /** pieces that still need it and are not being worked on */
  pending: number;
  /** the films of those pieces allow it from / until, ms since 1970 */
  from: number;
  to: number | null;
  /** work under way on other pieces of the lot */
  running: { worker: string; pieces: number; start: number }[];
}

export interface LotProgress {
  id: string;
  /** pieces that are not hung */
  pieces: number;
  /** whether its pieces lie on the rack already */
  racked: boolean;
  /** slots they take there; one for each piece where nothing is said */
  slots?: number;
  steps: StepProgress[];
}

/** A stretch of time, ms since 1970. */
export interface Span {
  from: number;
  to: number;
}

/** How far a step of the fixed work is. */
export interface SiteProgress {
  step: SiteStep;
  /** the films before it allow it from, ms since 1970 */
  from: number;
  state: 'done' | 'pending' | { worker: string; start: number };
}

/** What other jobs and people's absences take away. */
export interface Taken {
  /** when each person is not to be had: work may pause over it */
  away: ReadonlyMap<string, readonly Span[]>;
  /** when each person is at another job: nothing is left lying meanwhile */
  work: ReadonlyMap<string, readonly Span[]>;
  /** when the place of coating is another job's */
  place: readonly Span[];
  /** slots of the rack that other jobs take */
  rack: readonly (Span & { slots: number })[];
}

export interface JobToPlan {
  name: string;
  /** start of the plan, ms since 1970, on a whole minute */
  t0: number;
  /** nothing begins before, ms since 1970; where nothing is said, from the start */
  notBefore?: number;
  zone: string;
  horizonDays: number;
  route: readonly Step[];
  tool: Tool;
  lots: readonly LotProgress[];
  workers: readonly string[];
  crewWeek: WorkWeek;
  houseWeek: WorkWeek;
  rackSlots: number;
  /** product that the tent's gun held last, null when clean */
  lastMaterial: string | null;
  /** how films wait; the sheet's where nothing is said */
  waits?: Waits;
  /** coated in the house: nothing is coated when nobody may come */
  atHouse?: boolean;
  rules?: Rules;
  /** fixed work, in order */
  site?: readonly SiteProgress[];
  /** operations that were pinned, by id, ms since 1970 */
  pins?: ReadonlyMap<string, number>;
  taken?: Taken;
}

export interface JobProblem {
  problem: Problem;
  /** waits that follow the air, by link */
  air: AirWaits;
  /** the films those links wait for */
  films: ReadonlyMap<string, Requirement>;
}

/** The same links' waits in other air. */
export function waitsOfFilms(films: JobProblem['films'], waits: Waits, t0: number): AirWaits {
  const known = new Map<string, Ready>();
  return new Map(
    [...films].map(([link, need]) => {
      const key = `${need.film?.key ?? ''} ${need.stage ?? ''} ${need.wet}`;
      const ready = known.get(key) ?? readyIn(need, waits, t0);
      known.set(key, ready);
      return [link, ready];
    }),
  );
}

/** When a film is ready, by the minute it was laid; asked once for each minute. */
function readyIn({ film, stage, wet }: Requirement, waits: Waits, t0: number): Ready {
  const asked = new Map<number, number>();
  return (end) => {
    const before = asked.get(end);
    if (before !== undefined) return before;
    const at =
      film && stage ? Math.ceil((waits.readyAt(film, stage, t0 + end * MINUTE, wet) - t0) / MINUTE) : end;
    asked.set(end, at);
    return at;
  };
}

const MINUTE = 60_000;
const SEPARATOR = ':';
/** Places in the air of a room: one who sands takes one, a coat takes all of them. */
const AIR_SLOTS = 12;

export const operationId = (lot: string, step: string): string => `${lot}${SEPARATOR}${step}`;

/** Lot and step of a planned operation; null for the helpers that stand for facts. */
export function readOperationId(id: string): { lot: string; step: string } | null {
  const parts = id.split(SEPARATOR);
  return parts.length === 2 ? { lot: parts[0] ?? '', step: parts[1] ?? '' } : null;
}

function skillOf(step: Step): string {
  return step.kind === 'coat' ? 'coat' : step.kind === 'hang' ? 'hang' : 'prep';
}

/** Minutes of the horizon that some spans take. */
function minutesOf(spans: readonly Span[], t0: number, horizon: number): Interval[] {
  return unite([
    spans.flatMap(({ from, to }): Interval[] => {
      const [a, b] = [Math.floor((from - t0) / MINUTE), Math.ceil((to - t0) / MINUTE)];
      const span: Interval = [Math.max(0, a), Math.min(horizon, b)];
      return span[0] < span[1] ? [span] : [];
    }),
  ]);
}

/** When the house, and the kitchen in it, may be worked in. */
function houseHours(
  job: JobToPlan,
  horizon: number,
): { house: Interval[]; kitchen: Interval[]; solvent: Interval[] } {
  const { rules = NO_RULES, zone, t0 } = job;
  const without = (open: Interval[], closed: Interval[]) => intersect(open, complement(closed, horizon));
  const daily = { days: [1, 2, 3, 4, 5, 6, 7] };
  const quiet = rules.quiet.length ? openMinutes({ ...daily, spans: rules.quiet }, zone, t0, horizon) : [];
  const daysOf = (days: readonly string[]) =>
    unite([
      days.flatMap((day) => minutesOf([{ from: dayToMs(day, zone), to: dayAfter(day, zone) }], t0, horizon)),
    ]);
  const house = without(
    without(openMinutes(job.houseWeek, zone, t0, horizon), quiet),
    daysOf(rules.awayDays),
  );
  const kitchen = without(house, daysOf(rules.kitchenDays));
  if (!rules.sleep) return { house, kitchen, solvent: house };
  const [h = 0, m = 0] = rules.sleep.from.split(':').map(Number);
  const last = Math.max(0, h * 60 + m - rules.sleep.airHours * 60);
  const until = `${String(Math.floor(last / 60)).padStart(2, '0')}:${String(Math.floor(last % 60)).padStart(2, '0')}`;
  const solvent =
    last > 0 ? intersect(house, openMinutes({ ...daily, spans: [['00:00', until]] }, zone, t0, horizon)) : [];
  return { house, kitchen, solvent };
}

/** Slots taken by several stays together, as stretches of minutes one after another. */
function levels(
  stays: readonly (Span & { slots: number })[],
  minute: (ms: number) => number,
  horizon: number,
): { from: number; to: number; slots: number }[] {
  const inside = stays.map((s) => ({
    from: minute(s.from),
    to: Math.min(horizon, minute(s.to)),
    slots: s.slots,
  }));
  const cuts = [...new Set(inside.flatMap((s) => [s.from, s.to]))].sort((a, b) => a - b);
  return cuts.flatMap((from, i) => {
    const to = cuts[i + 1] ?? from;
    const slots = inside.reduce((sum, s) => sum + (s.from <= from && from < s.to ? s.slots : 0), 0);
    return from < to && slots > 0 ? [{ from, to, slots }] : [];
  });
}

/** How a film makes what follows it wait: minutes from the end of its coat. */
function filmWaits(job: JobToPlan, horizon: number) {
  const { waits = SHEET_WAITS, t0 } = job;
  const known = new Map<string, { least: number; ready: Ready }>();
  return (need: Requirement): { least: number; ready: Ready } | null => {
    const { film, stage, wet } = need;
    if (waits.by === 'sheet' || !film || !stage) return null;
    const key = `${film.key} ${stage} ${wet}`;
    const found = known.get(key);
    if (found) return found;
    const made = {
      least: Math.floor(waits.leastMinutes(film, stage, wet, t0, t0 + horizon * MINUTE)),
      ready: readyIn(need, waits, t0),
    };
    known.set(key, made);
    return made;
  };
}

/**
 * Builds the problem. Its least waits are those of the best air of the days; how long each film really waits stands
 * beside it.
 * @returns the problem, or null when nothing is left to do
 */
export function buildProblem(job: JobToPlan): JobProblem | null {
  const horizon = job.horizonDays * 1440;
  const { rules = NO_RULES, site = [], taken } = job;
  const minute = (ms: number): number => Math.max(0, Math.ceil((ms - job.t0) / MINUTE));
  const products = [...new Set(job.route.flatMap((s) => (s.product ? [s.product.key] : [])))];
  const crew = openMinutes(job.crewWeek, job.zone, job.t0, horizon);
  const hours = houseHours(job, horizon);
  const solvent = job.route.some((s) => s.product?.base === 'solvent');
  const free = complement(minutesOf(taken?.place ?? [], job.t0, horizon), horizon);
  const coating = job.atHouse ? intersect(free, solvent ? hours.solvent : hours.house) : free;
  const wait = filmWaits(job, horizon);
  const air = new Map<string, Ready>();
  const films = new Map<string, Requirement>();
  /** minute until which each person is at work already */
  const busyUntil = new Map<string, number>();
  const always = coating.length === 1 && coating[0]?.[0] === 0 && coating[0][1] === horizon;
  const problem: Problem = {
    format: 'anthem.planning-problem',
    version: 1,
    name: job.name,
    horizon,
    calendars: [
      { id: 'always', open: [[0, horizon]] },
      { id: 'house', open: hours.kitchen },
      ...(always ? [] : [{ id: 'coating', open: coating }]),
    ],
    workers: [],
    stations: [
      {
        id: 'tent',
        capacity: 1,
        calendar: always ? null : 'coating',
        changeovers: products.flatMap((to) => [
          ...products.flatMap((from) =>
            from === to ? [] : [{ from, to, minutes: TOOL_FACTS[job.tool].changeoverMinutes }],
          ),
          {
            from: null,
            to,
            minutes:
              job.lastMaterial !== null && job.lastMaterial !== to
                ? TOOL_FACTS[job.tool].changeoverMinutes
                : 0,
          },
        ]),
      },
      { id: 'kitchen', capacity: 1, calendar: 'house', changeovers: [] },
    ],
    racks: [{ id: 'rack', slots: job.rackSlots }],
    operations: [],
    links: [],
    holds: [],
    finish: [],
    ...(rules.travelMinutes && !job.atHouse
      ? {
          travel: [null, 'tent'].flatMap((there) => [
            { from: there, to: 'kitchen', minutes: rules.travelMinutes },
            { from: 'kitchen', to: there, minutes: rules.travelMinutes },
          ]),
        }
      : {}),
  };
  if (rules.sandThere) problem.racks.push({ id: 'air', slots: AIR_SLOTS });
  const firstDay = job.notBefore === undefined ? 0 : minute(job.notBefore);
  const pinned = (id: string): number | null => {
    const at = job.pins?.get(id);
    return at === undefined ? null : minute(at);
  };
  const link = (from: string, to: string, need: Requirement): void => {
    const film = wait(need);
    // The planner counts whole minutes: a wait is no shorter than its figure, a window no longer.
    const least = Math.min(horizon + 1, Math.ceil(Math.max(film ? film.least : need.min, 0)));
    const most = need.max === null ? null : Math.floor(need.max);
    problem.links.push({ from, to, minLag: least, maxLag: most });
    if (!film) return;
    air.set(linkKey(from, to), film.ready);
    films.set(linkKey(from, to), need);
  };
  /** An operation that a fact stands for: done by a helper of its own, always open, at a time that is given. */
  const helper = (
    id: string,
    lot: string,
    minutes: number,
    station: string | null = null,
    at = 0,
  ): string => {
    problem.workers.push({ id, calendar: 'always', skills: [id] });
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
  /** Work that was begun, as it is known to go on. */
  const running = (
    id: string,
    lot: string,
    worker: string,
    start: number,
    whole: number,
    station: string | null,
  ) => {
    const left = Math.max(1, whole - Math.floor((job.t0 - start) / MINUTE));
    busyUntil.set(worker, Math.max(busyUntil.get(worker) ?? 0, left));
    return helper(id, lot, left, station);
  };
  let tentTaken = false;

  // Fixed work, in the kitchen.
  const onSite = new Map<string, string>();
  for (const { step, state, from } of site) {
    const id = operationId(SITE, step.key);
    if (state === 'done') continue;
    if (state !== 'pending') {
      onSite.set(
        step.key,
        running(`${id}${SEPARATOR}running`, SITE, state.worker, state.start, step.minutes, null),
      );
      continue;
    }
    problem.operations.push({
      id,
      lot: SITE,
      pieces: 0,
      minutes: step.minutes,
      skill: step.kind === 'coat' ? 'coat' : 'prep',
      pausable: step.kind !== 'coat',
      station: 'kitchen',
      material: null,
      lockedStart: pinned(id),
    });
    for (const need of step.after) {
      const before = onSite.get(need.step);
      if (before) link(before, id, need);
    }
    if (from > job.t0) {
      const film = helper(`${id}${SEPARATOR}film`, SITE, minute(from));
      problem.links.push({ from: film, to: id, minLag: 0, maxLag: null });
    }
    onSite.set(step.key, id);
    problem.finish.push({ operation: id, tail: 0 });
  }
  /** fixed work that must be done before anything is hung: what nothing else on site waits for */
  const siteEnds = [...onSite.values()].filter((id) => !problem.links.some((l) => l.from === id));

  for (const lot of job.lots) {
    const byStep = new Map(lot.steps.map((s) => [s.key, s]));
    const present = new Map<string, string[]>();
    for (const step of job.route) {
      const progress = byStep.get(step.key);
      if (!progress) continue;
      const ids: string[] = [];
      for (const [i, work] of progress.running.entries()) {
        // Two may coat at once though the plan would not have it: the tent is held by one of them.
        const inTent: boolean = step.kind === 'coat' && !tentTaken;
        tentTaken ||= inTent;
        ids.push(
          running(
            `${operationId(lot.id, step.key)}${SEPARATOR}running${i}`,
            lot.id,
            work.worker,
            work.start,
            workMinutes(step, work.pieces),
            inTent ? 'tent' : null,
          ),
        );
      }
      if (progress.pending > 0) {
        const id = operationId(lot.id, step.key);
        problem.operations.push({
          id,
          lot: lot.id,
          pieces: progress.pending,
          minutes: workMinutes(step, progress.pending),
          skill: skillOf(step),
          pausable: step.kind !== 'coat' && step.kind !== 'flip' && step.kind !== 'rub',
          station: step.kind === 'coat' ? 'tent' : step.kind === 'hang' ? 'kitchen' : null,
          material: step.product?.key ?? null,
          lockedStart: pinned(id),
        });
        for (const need of step.after) for (const from of present.get(need.step) ?? []) link(from, id, need);
        if (step.kind === 'hang')
          for (const from of siteEnds) problem.links.push({ from, to: id, minLag: 0, maxLag: null });
        if (progress.from > job.t0) {
          const film = helper(`${id}${SEPARATOR}film`, lot.id, minute(progress.from));
          const open = progress.to === null ? null : minute(progress.to) - minute(progress.from);
          problem.links.push({
            from: film,
            to: id,
            minLag: 0,
            maxLag: open === null ? null : Math.max(0, open),
          });
        }
        if (rules.sandThere && (step.kind === 'coat' || step.kind === 'sand'))
          problem.holds.push({
            rack: 'air',
            slots: step.kind === 'coat' ? AIR_SLOTS : 1,
            from: id,
            to: null,
            // Dust would stick to the film until it is dry to touch.
            tail: step.kind === 'coat' ? Math.ceil(step.product?.stages.touch?.value ?? 0) : 0,
          });
        ids.push(id);
      }
      if (ids.length) present.set(step.key, ids);
    }
    const hang = present.get('hang')?.[0];
    if (!hang) continue;
    problem.finish.push({ operation: hang, tail: 0 });
    const firstCoat = job.route.find((s) => s.kind === 'coat' && present.get(s.key)?.length);
    const onRack = lot.racked
      ? helper(`${lot.id}${SEPARATOR}rack${SEPARATOR}now`, lot.id, 0)
      : firstCoat && present.get(firstCoat.key)?.[0];
    const slots = lot.racked ? (lot.slots ?? lot.pieces) : lot.pieces;
    if (onRack && slots) problem.holds.push({ rack: 'rack', slots, from: onRack, to: hang, tail: null });
  }
  if (problem.finish.length === 0) return null;
  if (firstDay > 0) {
    const led = new Set(problem.links.map((l) => l.to));
    const first = problem.operations.filter((o) => o.lockedStart === null && !led.has(o.id)).map((o) => o.id);
    const gate = helper(`${SITE}${SEPARATOR}first${SEPARATOR}day`, SITE, firstDay);
    for (const to of first) problem.links.push({ from: gate, to, minLag: 0, maxLag: null });
  }
  // What other jobs lay on the rack stands there beside what lies there now, even where they overfill it together.
  const lying = job.lots.reduce((sum, lot) => sum + (lot.racked ? (lot.slots ?? lot.pieces) : 0), 0);
  const beside = Math.max(0, job.rackSlots - lying);
  for (const [i, { from, to, slots }] of levels(taken?.rack ?? [], minute, horizon).entries()) {
    if (beside === 0) break;
    const id = helper(`other${SEPARATOR}rack${SEPARATOR}${i}`, 'other', 0, null, from);
    problem.holds.push({
      rack: 'rack',
      slots: Math.min(slots, beside),
      from: id,
      to: null,
      tail: to - from,
    });
  }
  for (const worker of job.workers) {
    const calendar = `crew ${worker}`;
    const until = busyUntil.get(worker) ?? 0;
    const after = (spans: readonly Interval[]) =>
      spans.flatMap(([a, b]): Interval[] => (b > until ? [[Math.max(a, until), b]] : []));
    const away = minutesOf(taken?.away.get(worker) ?? [], job.t0, horizon);
    const elsewhere = after(minutesOf(taken?.work.get(worker) ?? [], job.t0, horizon));
    const open = after(crew);
    problem.calendars.push({
      id: calendar,
      open: unite([away.length ? intersect(open, complement(away, horizon)) : open, elsewhere]),
    });
    const busy = `${worker} elsewhere`;
    problem.workers.push({
      id: worker,
      calendar,
      skills: ['prep', 'coat', 'hang', ...(elsewhere.length ? [busy] : [])],
    });
    for (const [i, [from, to]] of elsewhere.entries())
      problem.operations.push({
        id: ['other', 'work', worker, i].join(SEPARATOR),
        lot: 'other',
        pieces: 0,
        minutes: to - from,
        skill: busy,
        pausable: false,
        station: null,
        material: null,
        lockedStart: from,
      });
  }
  return { problem, air, films };
}

export interface PlannedStep {
  lot: string;
  step: string;
  worker: string;
  /** ms since 1970 */
  start: number;
  end: number;
}

/** The assignments of a plan as steps on the clock, helpers left out. */
export function plannedSteps(assignments: readonly Assignment[], t0: number): PlannedStep[] {
  return assignments.flatMap(({ operation, worker, start, end }) => {
    const id = readOperationId(operation);
    return id ? [{ ...id, worker, start: t0 + start * MINUTE, end: t0 + end * MINUTE }] : [];
  });
}
