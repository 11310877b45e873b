/**
 * A job as a planning problem: what is still to be done, from now. Facts enter as what they leave behind: a film that
 * is still drying, work under way and pieces on the rack become operations of helpers of their own, pinned to the start.
 */
import { workMinutes, type Requirement, type Step } from '../coating/route';
import { TOOL_FACTS, type Tool } from '../coating/tool';
import type { Assignment, Interval, Problem } from './problem';
import { openMinutes, type WorkWeek } from './work-week';

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
  steps: StepProgress[];
}

export interface JobToPlan {
  name: string;
  /** start of the plan, ms since 1970, on a whole minute */
  t0: number;
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
  /** minutes that a film waits after an operation; the sheet's where nothing is said */
  lag?: (need: Requirement, operation: string) => number;
}

const MINUTE = 60_000;
const SEPARATOR = ':';

export const operationId = (lot: string, step: string): string => `${lot}${SEPARATOR}${step}`;

/** Lot and step of a planned operation; null for the helpers that stand for facts. */
export function readOperationId(id: string): { lot: string; step: string } | null {
  const parts = id.split(SEPARATOR);
  return parts.length === 2 ? { lot: parts[0] ?? '', step: parts[1] ?? '' } : null;
}

function skillOf(step: Step): string {
  return step.kind === 'coat' ? 'coat' : step.kind === 'hang' ? 'hang' : 'prep';
}

/**
 * Builds the problem.
 * @returns the problem, or null when nothing is left to do
 */
export function buildProblem(job: JobToPlan): Problem | null {
  const horizon = job.horizonDays * 1440;
  const minute = (ms: number): number => Math.max(0, Math.ceil((ms - job.t0) / MINUTE));
  const products = [...new Set(job.route.flatMap((s) => (s.product ? [s.product.key] : [])))];
  const crew = openMinutes(job.crewWeek, job.zone, job.t0, horizon);
  /** minute until which each person is at work already */
  const busyUntil = new Map<string, number>();
  const problem: Problem = {
    format: 'anthem.planning-problem',
    version: 1,
    name: job.name,
    horizon,
    calendars: [
      { id: 'always', open: [[0, horizon]] },
      { id: 'house', open: openMinutes(job.houseWeek, job.zone, job.t0, horizon) },
    ],
    workers: [],
    stations: [
      {
        id: 'tent',
        capacity: 1,
        calendar: null,
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
  };
  /** An operation that a fact stands for: done by a helper of its own, always open, begun at the start. */
  const helper = (id: string, lot: string, minutes: number, station: string | null = null): string => {
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
      lockedStart: 0,
    });
    return id;
  };
  let tentTaken = false;

  for (const lot of job.lots) {
    const byStep = new Map(lot.steps.map((s) => [s.key, s]));
    const present = new Map<string, string[]>();
    for (const step of job.route) {
      const progress = byStep.get(step.key);
      if (!progress) continue;
      const ids: string[] = [];
      for (const [i, work] of progress.running.entries()) {
        const spent = Math.floor((job.t0 - work.start) / MINUTE);
        const left = Math.max(1, workMinutes(step, work.pieces) - spent);
        // Two may coat at once though the plan would not have it: the tent is held by one of them.
        const inTent: boolean = step.kind === 'coat' && !tentTaken;
        tentTaken ||= inTent;
        ids.push(
          helper(
            `${operationId(lot.id, step.key)}${SEPARATOR}running${i}`,
            lot.id,
            left,
            inTent ? 'tent' : null,
          ),
        );
        busyUntil.set(work.worker, Math.max(busyUntil.get(work.worker) ?? 0, left));
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
          lockedStart: null,
        });
        for (const need of step.after) {
          for (const from of present.get(need.step) ?? [])
            problem.links.push({
              from,
              to: id,
              minLag: need.film && job.lag ? job.lag(need, from) : need.min,
              maxLag: need.max,
            });
        }
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
    if (onRack) problem.holds.push({ rack: 'rack', slots: lot.pieces, from: onRack, to: hang, tail: null });
  }
  if (problem.finish.length === 0) return null;
  for (const worker of job.workers) {
    const calendar = `crew ${worker}`;
    const until = busyUntil.get(worker) ?? 0;
    problem.calendars.push({
      id: calendar,
      open: crew.flatMap(([a, b]): Interval[] => (b > until ? [[Math.max(a, until), b]] : [])),
    });
    problem.workers.push({ id: worker, calendar, skills: ['prep', 'coat', 'hang'] });
  }
  return problem;
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
