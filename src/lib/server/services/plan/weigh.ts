/** What a choice comes to: hours, litres, money and the hand-back; and what the other schools would come to. */
import { piecesBegun } from '$core/bench/state/state';
import { withChoice } from '$core/job-plan/job-at';
import { visitsOf, waysOf } from '$core/job-plan/ways';
import { choiceSchema, type Choice } from '$core/planning/job/choice';
import { PATTERN_FACTS, PATTERNS } from '$core/coating/pattern';
import { SCHOOLS, USUAL_SCHOOLS } from '$core/coating/schools';
import { cleanOuts } from '$core/takeoff/clean-outs';
import { hoursBySteps, needsByZone } from '$core/takeoff/needs';
import type { Db } from '../../db/open';
import type { StoredPlan } from '../../store/plans';
import { ask } from '../../threads/ask';
import type { OpenJob } from '../job/open-job';
import { planInputs } from './make/plan-inputs';
import { amongOthers } from './questions';
import { handBack } from './hand-back';
import { inColours, takeOff } from '../take-off/take-off';

export interface Weight {
  minutes: number;
  ml: number;
  cents: number | null;
  /** hand back, ms since 1970; null where there is no plan */
  back: number | null;
}

/** What the job comes to as it is chosen. */
export function weigh(db: Db, file: OpenJob, plan: StoredPlan | null): Weight | null {
  const totals = takeOff(db, file, plan);
  if (!totals) return null;
  return {
    minutes: totals.minutes,
    ml: totals.lines.reduce((sum, l) => sum + l.volumeMl, 0),
    cents:
      totals.paintCents === null || totals.labourCents === null
        ? null
        : totals.paintCents + totals.labourCents,
    back: handBack(plan)?.at ?? null,
  };
}

/** Hands' minutes and mL that another choice would take on this kitchen, without planning it. */
function work(file: OpenJob, choice: Choice): { minutes: number; ml: number } {
  const { plainRoute: route, fixed } = waysOf(choice, file.job, file.pieces);
  const hours = hoursBySteps(
    route,
    file.lots.map((l) => l.pieces),
    [...fixed, ...visitsOf(choice, file.pieces, file.lots, route)],
    cleanOuts(route, inColours(file)).minutes,
  );
  return {
    minutes: hours.reduce((sum, h) => sum + h.minutes, 0),
    ml: needsByZone(route, file.pieces, fixed).reduce((sum, n) => sum + n.volumeMl, 0),
  };
}

export interface SchoolCost {
  question: string;
  asks: string;
  schools: { value: string; name: string; reason: string; on: boolean; minutes: number; ml: number }[];
}

/** What every school would cost against what is chosen, in minutes of hands and mL. */
export function schoolCosts(file: OpenJob): SchoolCost[] {
  const { choice } = file;
  if (!choice) return [];
  const now = work(file, choice);
  const against = (other: Choice): { minutes: number; ml: number } => {
    const then = work(file, other);
    return { minutes: then.minutes - now.minutes, ml: then.ml - now.ml };
  };
  return [
    ...SCHOOLS.map((s): SchoolCost => ({
      question: s.key,
      asks: s.asks,
      schools: s.schools.map((school) => {
        const schools = { ...USUAL_SCHOOLS, ...choice.schools, [s.key]: school.value };
        return {
          ...school,
          on: choice.schools[s.key] === school.value,
          ...against({ ...choice, schools }),
        };
      }),
    })),
    {
      question: 'pattern',
      asks: 'How are pieces turned?',
      schools: PATTERNS.map((pattern) => ({
        value: pattern,
        name: PATTERN_FACTS[pattern].name,
        reason: `${PATTERN_FACTS[pattern].reason} ${PATTERN_FACTS[pattern].cost}`,
        on: choice.pattern === pattern,
        ...against({ ...choice, pattern, patterns: {} }),
      })),
    },
  ];
}

/** The hand-back that every pattern would give, planned now, and by when it is likely; null where none is found. Empty once work has begun. */
export async function patternBacks(
  db: Db,
  file: OpenJob,
  now: number,
): Promise<{ pattern: string; back: number | null; sure: number | null }[]> {
  const inputs = planInputs(db, file, now);
  if (!inputs || piecesBegun(file.state)) return [];
  const ways = PATTERNS.map((pattern) =>
    withChoice(inputs, choiceSchema.parse({ ...inputs.choice, pattern, patterns: {} })),
  );
  const backs = await ask('compare', { ways, at: now, among: amongOthers(db, inputs, now) });
  return PATTERNS.map((pattern, i) => ({
    pattern,
    back: backs[i]?.back ?? null,
    sure: backs[i]?.sure ?? null,
  }));
}
