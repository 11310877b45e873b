/** The proposal of a finish system for a job: its survey, its tests and what the household answered. */
import {
  answersSchema,
  USUAL_ANSWERS,
  type Answers,
  type Found,
  type ProposalFacts,
} from '$core/coating/proposal-facts';
import {
  propose,
  waysOut,
  whatWouldChange,
  type Proposal,
  type WayOut,
  type WhatIf,
} from '$core/coating/proposal';
import type { Place } from '$core/air/places';
import { isSlick, type Condition } from '$core/kitchen/condition';
import { hourOfDay } from '$core/units/clock-time';
import { coming } from '../air/place-air';
import { openFindings } from '$core/quality/site-tests';
import { readNotation } from '$core/kitchen/notation';
import type { Db } from '../../db/open';
import { forgiving } from '../../base/forgiving';
import { writeAnswers } from '../../store/jobs';
import type { OpenJob } from '../job/open-job';
import { openJob } from '../job/open-job';
import { readInput } from '../../base/read-input';
import { allSystems } from '../systems/systems';

const OPEN_GRAIN = ['oak', 'ash'];
/** Appliances that cook. */
const STOVES = /stove|cook|hob|oven|range/i;
const SINKS = /sink|dishwasher/i;

/** Hours by day in which coats are laid. */
const [MORNING, EVENING] = [8, 17];
/** Days ahead whose air is reckoned with. */
const DAYS = 3;

/** Air by day at a place in the coming days, °C. */
function dayAir(db: Db, place: Place, zone: string, now: number): number | null {
  const hours = coming(db, place, now, DAYS * 24).filter(({ at }) => {
    const hour = hourOfDay(at, zone);
    return hour >= MORNING && hour < EVENING;
  });
  return hours.length ? hours.reduce((sum, h) => sum + h.celsius, 0) / hours.length : null;
}

/** The pieces of a part of the job; all of them for the insides, whose boards nobody looked at by themselves. */
function piecesOf({ pieces }: OpenJob, part: string | null): OpenJob['pieces'] {
  if (part === null || part === 'insides') return pieces;
  if (part === 'slick') return pieces.filter((p) => isSlick(p.condition));
  return pieces.filter((p) => (part === 'shelves' ? p.form === 'shelf' : p.zoneId === part));
}

/**
 * What the survey and the tests found.
 * @param part of a colour zone or of what is finished apart; of the whole kitchen where none is named
 * @param celsius air by day where pieces are coated
 */
export function found(file: OpenJob, part: string | null, celsius: number | null): Found {
  const conditions = piecesOf(file, part).map((p) => p.condition);
  const some = (fits: (c: Condition) => boolean): boolean => conditions.some(fits);
  const slick = conditions.filter(isSlick).length;
  const { kitchen } = readNotation(file.job.surveyed, file.job.unit);
  const appliances = kitchen.walls.flatMap((w) => w.cabinets.map((c) => c.vacancy?.name ?? ''));
  const most = slick * 2 >= conditions.length && slick > 0;
  return {
    openGrain: some((c) => OPEN_GRAIN.includes(c.wood)),
    bleeds: some((c) => c.wood === 'cherry' || c.oldFinish === 'stain'),
    slick: most,
    someSlick: slick > 0 && !most,
    waxed: some((c) => c.oldFinish === 'wax'),
    oldGlaze: some((c) => c.glaze),
    fresh: some((c) => c.fresh),
    chips: some((c) => c.chips),
    loose: some((c) => c.loose),
    grease: Math.max(0, ...conditions.map((c) => c.grease)),
    cooking: appliances.some((a) => STOVES.test(a)),
    wet: some((c) => c.water) || appliances.some((a) => SINKS.test(a)),
    findings: openFindings(file.state.tests).map((f) => f.key),
    celsius,
  };
}

export const answersOf = (file: { job: Pick<OpenJob['job'], 'answers'> }): Answers | null =>
  file.job.answers === null ? null : (forgiving(answersSchema, file.job.answers)?.value ?? null);

interface JobProposal {
  answers: Answers;
  answered: boolean;
  found: Found;
  list: Proposal[];
  whatIfs: WhatIf[];
  /** where nothing is possible: what would have to change */
  waysOut: WayOut[];
}

/** @param part of a colour zone or of what is finished apart; of the whole kitchen where none is named */
export function proposeFor(db: Db, file: OpenJob, now: number, part: string | null = null): JobProposal {
  const answers = answersOf(file) ?? USUAL_ANSWERS;
  const own = found(file, part, dayAir(db, answers.place, file.job.zone, now));
  const facts: ProposalFacts = { ...answers, ...own };
  const systems = allSystems(db);
  return {
    answers,
    answered: file.job.answers !== null,
    found: own,
    list: propose(systems, facts),
    whatIfs: whatWouldChange(systems, facts),
    waysOut: waysOut(systems, facts),
  };
}

/** Keeps what was answered. @throws Refused 422 with the question that is not answered rightly */
export function answerQuestions(db: Db, jobId: string, input: unknown): void {
  openJob(db, jobId);
  const given = readInput(answersSchema, input, 'Answer every question.');
  writeAnswers(db, jobId, JSON.stringify(given));
}
