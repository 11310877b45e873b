/** What a page is given so that it can ask what would gain time, what a pin would cost and how sure a date is. */
import type { Among } from '$core/job-plan/back-by';
import type { PlanInputs } from '$core/job-plan/inputs';
import type { TimedPlan } from '$core/job-plan/neighbours';
import type { JobWithItsPlan } from '$core/job-plan/risk-jobs';
import type { Questions } from '$core/job-plan/what-ifs';
import type { RiskModel } from '$core/planning/risk/risk-model';
import type { Db } from '../../db/open';
import { listWorkers } from '../../store/workers';
import { betterPlaces } from '../air/better-places';
import { placeAirWith } from '../air/job-air';
import { isForeseen, placesOf } from '../air/place-air';
import { eachJob } from '../job/each-job';
import { firstFilm, openJob, type OpenJob } from '../job/open-job';
import { learntRisk } from './learnt-risk';
import { lastPlan } from './make/make-plan';
import { planInputs } from './make/plan-inputs';

/** A plan without how it came about. */
const timed = ({ t0, problem, result }: TimedPlan): TimedPlan => ({ t0, problem, result });

/** What a job shares people and places with, and how the futures of such jobs vary. */
export function amongOthers(db: Db, { choice, around }: PlanInputs, now: number): Among {
  const sharing = choice.shared ? around.neighbours.map((n) => n.job) : [];
  const others = eachJob(db, sharing, (id): JobWithItsPlan | null => {
    const other = openJob(db, id);
    const [theirs, made] = [planInputs(db, other, now), lastPlan(db, other)];
    return theirs && made ? { inputs: theirs, plan: timed(made) } : null;
  }).read.flatMap((job) => job ?? []);
  return { others, model: learntRisk(db) };
}

/** @returns null before anything is chosen */
export function questions(
  db: Db,
  file: OpenJob,
  now: number,
): (Questions & { risk: RiskModel; plan: TimedPlan | null; others: Among['others'] }) | null {
  const inputs = planInputs(db, file, now);
  if (!inputs) return null;
  const { choice, state, job } = inputs;
  const { place } = choice;
  const warmer =
    inputs.air !== null && isForeseen()
      ? {
          words: place === 'tent' ? 'Heat through the night and dehumidify' : 'Heat through the night',
          air: placeAirWith(
            db,
            betterPlaces(placesOf(db), place, 'both'),
            place,
            now,
            firstFilm(choice, state, job.zone),
          ),
        }
      : null;
  const people = listWorkers(db).map(({ id, name }) => ({ id, name }));
  const plan = lastPlan(db, file) ?? null;
  const { others, model } = amongOthers(db, inputs, now);
  return { inputs, at: now, people, warmer, risk: model, plan: plan && timed(plan), others };
}
