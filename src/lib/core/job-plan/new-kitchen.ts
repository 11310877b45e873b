/**
 * When a new kitchen could start: the latest day that still gives its earliest hand-back, around all other jobs. It is
 * worked as another job is.
 */
import { isPlan } from '../planning/model/infeasible';
import { MINUTE } from '$core/units/durations';
import { frozen } from '$core/frozen';
import { at } from '$core/units/at';
import { gets } from '../coating/route';
import { choiceSchema } from '../planning/job/choice';
import type { JobToPlan } from '../planning/job/job-to-plan';
import { planJob } from '../planning/job/plan-job';
import { dayAfter, dayToMs, isoDay } from '../units/clock-time';
import { EFFORTS, NEW_START } from './efforts';
import type { PlanInputs } from './inputs';
import { jobAt, routeNow } from './job-at';
import { usedElsewhere } from './neighbours';

/** Pieces of a usual kitchen, and how they are divided. From memory. */
const USUAL_KITCHEN = frozen({ pieces: 40, lot: 12 });
/** Days that are tried. */
const DAYS = 64;

export interface NewStart {
  /** first day and hand-back, ms since 1970 */
  start: number;
  back: number;
  pieces: number;
  /** the job it is worked like */
  like: string;
}

/**
 * @param like the job it is worked like; its own plan is among its neighbours
 * @param now ms since 1970
 * @param zone of the company
 * @returns null where no plan fits
 */
export function newKitchenStart(like: PlanInputs, now: number, zone: string): NewStart | null {
  const choice = choiceSchema.parse({ ...like.choice, shared: true });
  const lots = Math.ceil(USUAL_KITCHEN.pieces / USUAL_KITCHEN.lot);
  // Worked as most of the other job is: without what single pieces or other finishes ask for.
  const [usual] = [...like.lots].sort((a, b) => b.pieces.length - a.pieces.length);
  const piece = usual?.pieces[0] ?? '';
  const route = routeNow(like).filter((s) => gets(s, piece) && !s.for && !s.mends);
  const job: JobToPlan = {
    ...jobAt(like, now, NEW_START),
    route,
    t0: Math.ceil(now / MINUTE) * MINUTE,
    pins: undefined,
    site: [],
    lots: Array.from({ length: lots }, (_, k) => {
      const pieces =
        Math.floor(((k + 1) * USUAL_KITCHEN.pieces) / lots) - Math.floor((k * USUAL_KITCHEN.pieces) / lots);
      return {
        id: `new ${k}`,
        pieces,
        racked: false,
        steps: route.map((s) => ({ key: s.key, pending: pieces, from: 0, to: null, running: [] })),
      };
    }),
    usedElsewhere: usedElsewhere(choice, like.around, now),
  };
  const starts = [dayToMs(isoDay(now, zone), zone)];
  while (starts.length < DAYS) starts.push(dayAfter(isoDay(starts.at(-1) ?? now, zone), zone));
  const backFrom = (k: number): number | null => {
    const made = planJob(
      { ...job, fronts: false, notBefore: Math.max(job.t0, at(starts, k)) },
      EFFORTS.newStart,
    );
    return made && isPlan(made.result) ? job.t0 + made.result.makespan * MINUTE : null;
  };
  const back = backFrom(0);
  if (back === null) return null;
  let [low, high] = [0, DAYS - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    const then = backFrom(middle);
    if (then !== null && then <= back) low = middle;
    else high = middle - 1;
  }
  return { start: starts[low] ?? now, back, pieces: USUAL_KITCHEN.pieces, like: like.job.name };
}
