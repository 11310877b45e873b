/** Visits and touch-ups that are due, and a round of some of them in one day. */
import { DAY, MINUTE } from '$core/units/durations';
import type { FactBody } from '$core/bench/log/events';
import { usualScope } from '$core/bench/view/touch-up-advice';
import { sampleSize } from '$core/quality/sampling';
import { shortestRound, travelMinutes, type Position, type Round, type Stop } from '$core/quality/round';
import { dueVisit, nextVisit, type Visit } from '$core/quality/visits';
import { USUAL_HOUSE_WEEK } from '$core/planning/job/choice';
import { openMinutes } from '$core/planning/model/work-week';
import { dayToMs } from '$core/units/clock-time';
import { v7 as newId } from 'uuid';
import type { Db } from '../../db/open';
import { Refused } from '../../base/refused';
import { findJob, jobPositions } from '../../store/jobs';
import { readSetting, writeSetting } from '../../store/settings';
import { listSummaries } from '../../store/summaries';
import { companyZone } from '../company/clock';
import { recordFacts } from '../bench/record-facts';
import { openJob, readChoice } from '../job/open-job';
import { placesOf } from '../job/places';
import { summarise } from '../job/summaries';

/** Visits that may be made within so many days are offered. */
const AHEAD = 21;
/** Minutes at the door, and a piece. From memory. */
const [AT_THE_DOOR, A_PIECE] = [10, 3];

interface VisitToMake {
  job: string;
  name: string;
  place: string;
  /** null where touch-ups alone lead there */
  visit: Visit | null;
  /** pieces to look at */
  pieces: number;
  /** open touch-ups */
  touchUps: number;
  /** there, until something must dry */
  minutes: number;
  /** whether somebody wrote down where the house is */
  placed: boolean;
}

/** Visits that are due or may be made soon, and touch-ups, by their last day. */
export function visitsToMake(db: Db, now: number): VisitToMake[] {
  const positions = jobPositions(db);
  return listSummaries(db)
    .flatMap((s): VisitToMake[] => {
      if (s.handedOver === null || s.archivedAt !== null || s.hung === 0) return [];
      const asked = s.risky === null || s.touchUpMinutes === null ? summarise(openJob(db, s.id)) : s;
      const risky = asked.risky ?? false;
      const next =
        dueVisit(s.handedOver, s.lastCheck, now, risky) ??
        nextVisit(s.handedOver, s.lastCheck, now, risky, s.hung);
      const visit = next && next.from <= now + AHEAD * DAY ? next : null;
      if (!visit && s.openTouchUps === 0) return [];
      const pieces = visit ? sampleSize(s.hung, Math.max(1, Math.round(s.hung / 10)), 0.9) : 0;
      return [
        {
          ...{ job: s.id, name: s.name, place: s.place, visit, pieces, touchUps: s.openTouchUps },
          minutes: AT_THE_DOOR + A_PIECE * pieces + (asked.touchUpMinutes ?? 0),
          placed: positions.has(s.id),
        },
      ];
    })
    .sort((a, b) => (a.visit?.to ?? now) - (b.visit?.to ?? now));
}

export interface MadeRound {
  round: Round;
  stops: {
    job: string;
    name: string;
    place: string;
    touchUps: number;
    arrives: number;
    begins: number;
    leaves: number;
  }[];
  /** ms since 1970 */
  leaves: number;
  back: number;
}

/** Rounds, as their page is given them. */
export interface RoundsPage {
  /** ms since 1970 */
  now: number;
  zone: string;
  day: string;
  leaves: string;
  /** ids of the jobs that are ticked */
  asked: string[];
  visits: VisitToMake[];
  home: Position | null;
  made: MadeRound | null;
  /** why the round that was asked for is none; empty where it is one */
  refused: string;
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
      touchUps: known.get(s.id)?.touchUps ?? 0,
      arrives: when(s.arrives),
      begins: when(s.begins),
      leaves: when(s.leaves),
    })),
  };
}

/**
 * Plans the touch-ups of a round for its day, as far as their films are old enough by then.
 * @param by the person and device that plan it
 * @returns how many were planned, and what of the others, in words
 */
export function planTouchUps(
  db: Db,
  jobs: readonly string[],
  day: string,
  by: { worker: string; device: string },
  at: number,
): { planned: number; left: string[] } {
  let planned = 0;
  const left: string[] = [];
  for (const job of jobs) {
    const file = openJob(db, job);
    const { state, zones, pieces, route, job: own } = file;
    const places = placesOf(file);
    for (const t of state.touchUps.values()) {
      const piece = pieces.find((p) => p.id === t.piece);
      if (t.closed || !piece) continue;
      const sheen = zones.find((z) => z.id === piece.zoneId)?.sheen ?? 'satin';
      const scope = usualScope(state, route, t, sheen, places.get(piece.id) ?? null);
      const body: FactBody = { kind: 'touch-up.planned', touchUp: t.id, scope, day };
      try {
        recordFacts(db, job, [{ id: newId(), job, at, ...by, body }]);
        planned++;
      } catch (error) {
        if (!(error instanceof Refused)) throw error;
        left.push(`${own.name}, ${piece.code}: ${error.message}`);
      }
    }
  }
  return { planned, left };
}

export const setHome = (db: Db, position: Position | null): void => writeSetting(db, 'home', position);
