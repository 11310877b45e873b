/** Visits that are due, and a round of some of them in one day. */
import { sampleSize } from '$core/quality/sampling';
import { shortestRound, travelMinutes, type Position, type Round, type Stop } from '$core/quality/round';
import { dueVisit, nextVisit, type Visit } from '$core/quality/visits';
import { USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { openMinutes } from '$core/planning/model/work-week';
import { dayToMs } from '$core/units/clock-time';
import type { Db } from '../../db/open';
import { Refused } from '../../refused';
import { findJob, jobPositions } from '../../store/jobs';
import { readSetting, writeSetting } from '../../store/settings';
import { listSummaries } from '../../store/summaries';
import { companyZone } from '../company/clock';
import { readChoice } from '../job/open-job';

const MINUTE = 60_000;
const DAY = 1440 * MINUTE;
/** Visits that may be made within so many days are offered. */
const AHEAD = 21;
/** Minutes at the door, and a piece. From memory. */
const [AT_THE_DOOR, A_PIECE] = [10, 3];

export interface VisitToMake {
  job: string;
  name: string;
  place: string;
  visit: Visit;
  pieces: number;
  minutes: number;
  /** whether somebody wrote down where the house is */
  placed: boolean;
}

/** Visits that are due or may be made soon, by their last day. */
export function visitsToMake(db: Db, now: number): VisitToMake[] {
  const positions = jobPositions(db);
  return listSummaries(db)
    .flatMap((s): VisitToMake[] => {
      if (s.handedOver === null || s.archivedAt !== null || s.hung === 0) return [];
      const visit =
        dueVisit(s.handedOver, s.lastCheck, now, false) ??
        nextVisit(s.handedOver, s.lastCheck, now, false, s.hung);
      if (!visit || visit.from > now + AHEAD * DAY) return [];
      const pieces = sampleSize(s.hung, Math.max(1, Math.round(s.hung / 10)), 0.9);
      return [
        {
          ...{ job: s.id, name: s.name, place: s.place, visit, pieces },
          minutes: AT_THE_DOOR + A_PIECE * pieces,
          placed: positions.has(s.id),
        },
      ];
    })
    .sort((a, b) => a.visit.to - b.visit.to);
}

export interface MadeRound {
  round: Round;
  stops: { job: string; name: string; place: string; arrives: number; begins: number; leaves: number }[];
  /** ms since 1970 */
  leaves: number;
  back: number;
}

/** When the house of a job is open on a day, minutes from its midnight. */
function openOn(db: Db, job: string, midnight: number): [number, number][] {
  const found = findJob(db, job);
  if (!found) throw new Refused(404, 'One of these jobs is not kept any more.');
  const choice = found.choice === null ? null : readChoice(found.choice)?.value;
  const week = choice?.houseWeek ?? USUAL_HOUSE_WEEK;
  return openMinutes(week, companyZone(), midnight, 1440).map(([from, to]) => [from, Math.min(1440, to)]);
}

/**
 * The shortest round of some visits on a day.
 * @param day ISO day @param leaves minute of the day at which it begins
 * @throws Refused 422 where none can be made
 */
export function roundOf(
  db: Db,
  jobs: readonly string[],
  day: string,
  leaves: number,
  now: number,
): MadeRound {
  const known = new Map(visitsToMake(db, now).map((v) => [v.job, v]));
  const chosen = jobs.flatMap((j) => known.get(j) ?? []);
  if (!chosen.length) throw new Refused(422, 'Choose the visits of the round.', 'job');
  if (chosen.length > 10) throw new Refused(422, 'A round has at most 10 visits. Take some out.', 'job');
  const midnight = dayToMs(day, companyZone());
  const positions = jobPositions(db);
  const home = readSetting(db, 'home');
  const at: (Position | null)[] = [...chosen.map((v) => positions.get(v.job) ?? null), home];
  const travel = at.map((a, i) => at.map((b, j) => (i === j ? 0 : travelMinutes(a, b))));
  const stops = chosen.map((v): Stop => ({
    id: v.job,
    minutes: v.minutes,
    open: openOn(db, v.job, midnight),
  }));
  const closed = stops.filter((s) => s.open.length === 0);
  if (closed.length)
    throw new Refused(
      422,
      `Not open that day: ${closed.map((s) => known.get(s.id)?.name ?? '').join(', ')}. Take another day.`,
      'day',
    );
  const round = shortestRound(stops, travel, leaves, 1440);
  if (!round)
    throw new Refused(
      422,
      'No order reaches all of them while they are open. Begin sooner, or take some out.',
      'job',
    );
  const when = (minute: number): number => midnight + minute * MINUTE;
  return {
    round,
    leaves: when(round.leaves),
    back: when(round.back),
    stops: round.stops.map((s) => ({
      job: s.id,
      name: known.get(s.id)?.name ?? '',
      place: known.get(s.id)?.place ?? '',
      arrives: when(s.arrives),
      begins: when(s.begins),
      leaves: when(s.leaves),
    })),
  };
}

export const setHome = (db: Db, position: Position | null): void => writeSetting(db, 'home', position);
