/** Hours and paint of a job as they were recorded, against its take-off. */
import { laidPaint } from '$core/bench/view/paint-used';
import { handMinutes, MOST } from '$core/bench/view/pace';
import { workedIn } from '$core/bench/view/worked';
import { tickedPace } from '$core/bench/view/ticked-pace';
import { counting, tickedWorks, ticksOf } from '$core/bench/view/ticked-works';
import { doneInKitchen, isInKitchen, pieceState } from '$core/bench/state/state';
import { visitLeft } from '$core/bench/guard/visits';
import { isVisit } from '$core/takeoff/visits';
import { gets } from '$core/coating/route';
import { minutesOf, type AnyStep } from '$core/takeoff/any-step';
import { hoursCame, sumDone, type Came, type StepCame } from '$core/takeoff/as-it-came';
import type { OpenJob } from '../job/open-job';
import type { TakeOff } from './take-off';

/** Short work may take many times its figure, min. Our choice. */
const SPAN = 60;

interface PaintCame extends Came {
  name: string;
  colour: string;
}

export interface JobCame {
  hours: StepCame[];
  /** of the steps that are done */
  sum: Came | null;
  /** mL that left the cans, against what the take-off lays, without reserve and touch-up can */
  paint: PaintCame[];
  touchUpMinutes: number;
}

/**
 * Minutes of hands by the take-off's keys, and the keys that are all done. A line with a work that nobody can believe, such as one whose end
 * was tapped days later, has no figure.
 */
function cameOf(file: OpenJob): { minutes: Map<string, number>; done: Set<string> } {
  const minutes = new Map<string, number>();
  const silent = new Set<string>();
  const worked = workedIn(file.choice, file.job.zone);
  const add = (key: string, more: number) => minutes.set(key, (minutes.get(key) ?? 0) + more);
  const addWork = (key: string, came: number, figure: number): void => {
    if (came > MOST * figure && came > figure + SPAN) silent.add(key);
    else add(key, came);
  };
  const site = [...file.fixed, ...file.plainSite.filter(isVisit)];
  const actOf = (s: (typeof site)[number]): string => s.visit?.act ?? s.act;
  const isDone = (s: (typeof site)[number]): boolean =>
    isVisit(s) ? visitLeft(file.state, s).length === 0 : doneInKitchen(file.state, s.key) !== null;
  const acts = new Map(site.map((s) => [s.key, actOf(s)]));
  // The take-off has one line for all steps of the fixed work that are called alike.
  const lineOf = new Map<string, string>();
  for (const s of site) if (!lineOf.has(actOf(s))) lineOf.set(actOf(s), `fixed ${s.key}`);
  const open = new Set(site.flatMap((s) => (isDone(s) ? [] : [actOf(s)])));
  for (const work of file.state.works.values()) {
    const steps: readonly AnyStep[] = isInKitchen(work) ? site : file.route;
    const step = steps.find((s) => s.key === work.step);
    const line = isInKitchen(work) ? lineOf.get(acts.get(work.step) ?? '') : work.step;
    if (line && work.end !== null)
      addWork(line, handMinutes(work, worked), step ? minutesOf(step, work.pieces) : Infinity);
  }
  for (const [line, came] of tickedMinutes(file, (step) => lineOf.get(acts.get(step) ?? '') ?? step))
    if (!minutes.has(line)) add(line, came);
  const done = new Set([...lineOf].flatMap(([act, line]) => (open.has(act) ? [] : [line])));
  for (const step of file.route) {
    const due = file.pieces.filter((p) => gets(step, p.id));
    if (due.length && due.every((p) => pieceState(file.state, p.id).done.has(step.key))) done.add(step.key);
  }
  for (const line of silent) minutes.delete(line);
  return { minutes, done };
}

/**
 * Minutes of what is ticked piece by piece, by line: of lots that are all ticked, as far as their ticks say how long it took.
 * @param lineOf the take-off's line of a step
 */
function tickedMinutes(file: OpenJob, lineOf: (step: string) => string): Map<string, number> {
  const log = counting(file.facts);
  const came = new Map<string, number>();
  const silent = new Set<string>();
  for (const work of tickedWorks(file)) {
    if (!work.isWhole) continue;
    const line = lineOf(work.step.key);
    const ratio = tickedPace(ticksOf(work, log));
    // A lot that was ticked all at once leaves the line without a figure, not with too small a one.
    if (ratio === null) silent.add(line);
    else came.set(line, (came.get(line) ?? 0) + ratio * work.figure);
  }
  return new Map([...came].filter(([line]) => !silent.has(line)));
}

/** @returns null before anything is recorded as done */
export function asItCame(file: OpenJob, totals: TakeOff): JobCame | null {
  const { minutes, done } = cameOf(file);
  const laid = laidPaint(file.state, file.route, file.fixed, file.pieces);
  if (minutes.size === 0 && laid.length === 0) return null;
  const hours = hoursCame(totals.hours, minutes, done);
  return {
    hours,
    sum: sumDone(hours),
    paint: totals.lines.flatMap((l) => {
      const own = laid.find((x) => x.product === l.product.key && x.zone === l.zone);
      return own
        ? [{ name: l.product.name, colour: l.colour, expected: l.onWorkMl + l.missesMl, came: own.ml }]
        : [];
    }),
    touchUpMinutes: [...file.state.touchUps.values()].reduce((sum, t) => sum + (t.closed?.minutes ?? 0), 0),
  };
}
