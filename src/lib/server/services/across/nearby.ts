/** Days on which the crew is at a house near by, so that a touch-up there can be done on the way. */
import { distance } from '$core/quality/round';
import { plannedSteps } from '$core/planning/model/operation-id';
import { SITE } from '$core/takeoff/site-route';
import { isoDay } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { findJob, jobPositions } from '../../store/jobs';
import { newestPlan } from '../../store/plans';
import { listSummaries } from '../../store/summaries';
import { companyZone } from '../company/clock';
import { readChoice } from '../job/open-job';

/** Houses up to so far apart are near, km. Our choice. */
const NEAR_KM = 2;
/** Days that are offered. */
const OFFERED = 4;

interface NearbyDay {
  /** ISO day */
  day: string;
  job: string;
  /** its name */
  name: string;
  /** as the crow flies */
  km: number;
}

/** @param job id @param now ms since 1970 @returns the next days, the first one first; none where nobody wrote down where it is */
export function nearbyDays(db: Db, job: string, now: number): NearbyDay[] {
  const positions = jobPositions(db);
  const own = positions.get(job);
  if (!own) return [];
  const zone = companyZone();
  return listSummaries(db)
    .filter((s) => s.id !== job && s.handedOver === null && s.archivedAt === null)
    .flatMap(({ id, name }): NearbyDay[] => {
      const at = positions.get(id);
      const km = at ? distance(own, at) : Infinity;
      return km <= NEAR_KM ? houseDays(db, id, now, zone).map((day) => ({ day, job: id, name, km })) : [];
    })
    .sort((a, b) => (a.day < b.day ? -1 : 1))
    .slice(0, OFFERED);
}

/** Days on which the plan of a job has people in its house. */
function houseDays(db: Db, job: string, now: number, zone: string): string[] {
  const plan = newestPlan(db, job);
  const choice = findJob(db, job)?.choice ?? null;
  const atHouse = choice !== null && readChoice(choice)?.value.place === 'house';
  const there = plannedSteps(plan).filter(
    (s) => s.end > now && (atHouse || s.lot === SITE || s.step === 'hang'),
  );
  return [...new Set(there.map((s) => isoDay(Math.max(s.start, now), zone)))].sort();
}
