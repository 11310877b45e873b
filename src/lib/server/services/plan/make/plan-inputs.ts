/** Gathers everything that the plan of a job is made from. */
import type { PlanInputs, Surroundings } from '$core/job-plan/inputs';
import { neighbourOf } from '$core/job-plan/neighbours';
import type { Choice } from '$core/planning/job/choice';
import type { Db } from '$server/db/open';
import { listAbsences } from '$server/store/absences';
import { listOpenJobs } from '$server/store/jobs';
import { listPins } from '$server/store/pins';
import { newestPlan } from '$server/store/plans';
import { houseAir, jobAir } from '$server/services/air/job-air';
import { firstFilm, readChoice, type OpenJob } from '$server/services/job/open-job';

/**
 * Who is away, and the plans of other jobs that share people and places.
 * @param job its own plan takes nothing from it; null: all jobs count
 */
export function surroundings(db: Db, job: string | null, now: number): Surroundings {
  return {
    absences: listAbsences(db, now).map(({ worker, from, to }) => ({ worker, from, to })),
    neighbours: listOpenJobs(db).flatMap((other) => {
      const choice = other.id === job || other.choice === null ? null : readChoice(other.choice)?.value;
      if (!choice?.shared) return [];
      const plan = newestPlan(db, other.id);
      const own = { job: other.id, place: choice.place, rackSlots: choice.rackSlots };
      return [plan ? neighbourOf(other.id, choice, plan) : { ...own, work: [], coating: [], rack: [] }];
    }),
  };
}

/**
 * @param now ms since 1970
 * @param choice what is chosen, or would be
 * @returns null before anything is chosen
 */
export function planInputs(
  db: Db,
  file: OpenJob,
  now: number,
  choice: Choice | null = file.choice,
): PlanInputs | null {
  if (!choice) return null;
  const { id, name, zone, unit, surveyed, materials } = file.job;
  const first = firstFilm(choice, file.state, zone);
  return {
    job: { id, name, zone, unit, surveyed, materials },
    pieces: file.pieces.map(({ id: piece, code, w, h, zoneId, wall, cabinet, form, condition }) => ({
      ...{ id: piece, code, w, h },
      zoneId,
      wall,
      cabinet,
      form,
      condition,
    })),
    zones: file.zones.map(({ id: zone, colour }) => ({ id: zone, colour })),
    lots: file.lots,
    state: file.state,
    choice,
    pins: new Map(listPins(db, id).map((p) => [p.operation, p.at])),
    around: surroundings(db, id, now),
    air: jobAir(db, choice, now, first),
    houseAir: houseAir(db, choice, now, first),
  };
}
