/** The proposal of a finish system for a job: its survey, its tests and what the household answered. */
import {
  answersSchema,
  USUAL_ANSWERS,
  type Answers,
  type Found,
  type ProposalFacts,
} from '$core/coating/proposal-facts';
import { propose, whatWouldChange, type Proposal, type WhatIf } from '$core/coating/proposal';
import { openFindings } from '$core/quality/site-tests';
import { readNotation } from '$core/kitchen/notation';
import type { Db } from '../../db/open';
import { forgiving } from '../../forgiving';
import { writeAnswers } from '../../store/jobs';
import type { OpenJob } from '../job/open-job';
import { openJob } from '../job/open-job';
import { readInput } from '../../read-input';
import { allSystems } from '../systems/systems';

const OPEN_GRAIN = ['oak', 'ash'];
const SLICK_WOODS = ['melamine'];
/** Appliances that cook. */
const STOVES = /stove|cook|hob|oven|range/i;
const SINKS = /sink|dishwasher/i;

/** What the survey and the tests found. */
export function found(file: OpenJob): Found {
  const conditions = file.pieces.map((p) => p.condition);
  const slick = conditions.map((c) => SLICK_WOODS.includes(c.wood) || c.oldFinish === 'printed film');
  const { kitchen } = readNotation(file.job.surveyed, file.job.unit);
  const appliances = kitchen.walls.flatMap((w) => w.cabinets.map((c) => c.vacancy?.name ?? ''));
  return {
    openGrain: conditions.some((c) => OPEN_GRAIN.includes(c.wood)),
    bleeds: conditions.some((c) => c.wood === 'cherry' || c.oldFinish === 'stain'),
    slick: slick.some(Boolean),
    allSlick: slick.length > 0 && slick.every(Boolean),
    waxed: conditions.some((c) => c.oldFinish === 'wax'),
    grease: Math.max(0, ...conditions.map((c) => c.grease)),
    loose: conditions.some((c) => c.loose),
    cooking: appliances.some((a) => STOVES.test(a)),
    wet: conditions.some((c) => c.water) || appliances.some((a) => SINKS.test(a)),
    findings: openFindings(file.state.tests).map((f) => f.key),
  };
}

export const answersOf = (file: { job: Pick<OpenJob['job'], 'answers'> }): Answers | null =>
  file.job.answers === null ? null : (forgiving(answersSchema, file.job.answers)?.value ?? null);

export interface JobProposal {
  answers: Answers;
  answered: boolean;
  found: Found;
  list: Proposal[];
  whatIfs: WhatIf[];
}

export function proposeFor(db: Db, file: OpenJob): JobProposal {
  const answers = answersOf(file) ?? USUAL_ANSWERS;
  const facts: ProposalFacts = { ...answers, ...found(file) };
  const systems = allSystems(db);
  return {
    answers,
    answered: file.job.answers !== null,
    found: found(file),
    list: propose(systems, facts),
    whatIfs: whatWouldChange(systems, facts),
  };
}

/** Keeps what was answered. @throws Refused 422 with the question that is not answered rightly */
export function answerQuestions(db: Db, jobId: string, input: unknown): void {
  openJob(db, jobId);
  const given = readInput(answersSchema, input, 'Answer every question.');
  writeAnswers(db, jobId, JSON.stringify(given));
}
