/** Choosing how a job is worked: what is left open is settled, the pieces are divided, and the plan is made; all or nothing. */
import { isInKitchen, piecesBegun } from '$core/bench/state/state';
import { isRework } from '$core/bench/guard/rework';
import { gets, type Step } from '$core/coating/route';
import type { PlanInputs } from '$core/job-plan/inputs';
import { timesOf, type MadePlan } from '$core/job-plan/made-plan';
import { leavesOpen } from '$core/job-plan/inputs';
import { routeOf } from '$core/job-plan/ways';
import { choiceSchema, waySchema, type Choice } from '$core/planning/job/choice';
import type { Db } from '../../db/open';
import { readInput } from '../../base/read-input';
import { Refused } from '../../base/refused';
import { writeChoice, writeCodeRules } from '../../store/jobs';
import { writeLots } from '../../store/pieces';
import type { StoredPlan } from '../../store/plans';
import { ask } from '../../threads/ask';
import { dividedLots } from '../job/lots';
import type { OpenJob } from '../job/open-job';
import { refreshSummary } from '../job/summaries';
import { basisOf, keepPlan, lastPlan } from './make/make-plan';
import { settleOpen } from './settle-open';

/** The route of a choice. @throws Refused 422 with the figure that is missing */
function routeFor(choice: Choice, file: OpenJob): Step[] {
  try {
    return routeOf(choice, file.pieces);
  } catch (error) {
    throw new Refused(422, error instanceof Error ? error.message : String(error), 'counts');
  }
}

/** @throws Refused 409 when work is recorded that the new route has no step for */
function mustKeepWork(file: OpenJob, route: readonly Step[]): void {
  const given = new Map(route.map((s) => [s.key, s]));
  const orphan = [...file.state.works.values()].find((w) => {
    if (isRework(w.step) || isInKitchen(w)) return false;
    const step = given.get(w.step);
    return !step || w.pieces.some((p) => !gets(step, p));
  });
  if (!orphan) return;
  const step = file.route.find((s) => s.key === orphan.step);
  throw new Refused(
    409,
    `“${step?.act ?? orphan.step}” is recorded already and the new choice has no such step. Keep the system and its coats, or take that work back first.`,
    'system',
  );
}

/** The plan of what is chosen. Where none can be made the choice is kept all the same, and the job's pages say why. */
async function planOf(
  inputs: PlanInputs,
  at: number,
  last: StoredPlan | undefined,
  effort: 'stored' | 'followed' = 'stored',
): Promise<MadePlan | null> {
  try {
    return await ask('plan', { inputs, at, near: timesOf(last), effort });
  } catch (error) {
    console.error(error);
    return null;
  }
}

/** Which pieces are in which lot. */
const piecesOf = (lots: PlanInputs['lots']): string => JSON.stringify(lots.map((l) => [l.id, l.pieces]));

/**
 * Keeps what was chosen for the plan, divides the pieces into lots and plans the job. What is left open is settled first, in
 * a planning thread; nothing is stored until all is done.
 * @param input a Choice, unchecked
 * @param clock ms since 1970
 * @throws Refused 422 when the choice is faulty, 409 when it would change a route that work has begun on
 * @param shown it is the way of a plan that was shown: looked for as hard as then, and near no other
 */
export async function choosePlan(
  db: Db,
  job: string,
  input: unknown,
  clock: () => number,
  shown = false,
): Promise<void> {
  const given = readInput(choiceSchema, input, 'The choice is not complete.');
  const wanted = given;
  for (;;) {
    const basis = basisOf(db, job, clock(), () => wanted);
    if (!basis) throw new Error('There is no choice to plan with');
    const { file, at } = basis;
    if (file.pieces.length === 0) throw new Refused(409, 'There are no pieces yet. Enter the survey first.');
    mustKeepWork(file, routeFor(wanted, file));
    const open = { ...basis.inputs, lots: dividedLots(db, job, wanted) };
    const choice = leavesOpen(open) ? await settleOpen(job, open, at) : wanted;
    mustKeepWork(file, routeFor(choice, file));
    const lots = dividedLots(db, job, choice);
    const inputs = { ...basis.inputs, choice, lots };
    // What is divided otherwise has no plan to stay near to.
    const same = piecesOf(lots) === piecesOf(basis.inputs.lots);
    const near = same && !shown ? lastPlan(db, file) : undefined;
    const made = await planOf(inputs, at, near, shown ? 'followed' : 'stored');
    const text = JSON.stringify(choice);
    const write = (): void => {
      writeChoice(db, job, text);
      const { scheme, leaveOutUnsafe } = file.job;
      const way = choice.pattern === 'hung' || choice.pattern === 'points' ? choice.pattern : 'lying';
      writeCodeRules(db, job, { scheme, leaveOutUnsafe, way });
      writeLots(db, job, lots);
      refreshSummary(db, job);
    };
    const kept = keepPlan(db, basis, {
      made,
      inputs,
      toldAgainst: () => null,
      choice: text,
      write,
    });
    if (kept !== 'changed') return;
  }
}

/**
 * Divides and turns the pieces as was found to be better; all else that is chosen stays.
 * @param form division, lotSize, pattern, and patterns by colour as JSON
 * @param clock ms since 1970
 * @throws Refused 422 for what cannot be, 409 where nothing is chosen yet or work has begun
 */
export async function chooseDivision(
  db: Db,
  job: string,
  form: FormData,
  clock: () => number,
): Promise<void> {
  const basis = basisOf(db, job, clock());
  if (!basis) throw new Refused(409, 'Choose a system first.');
  if (piecesBegun(basis.inputs.state)) throw new Refused(409, 'Work has begun: the lots stay as they are.');
  const text = (name: string): string => String(form.get(name) ?? '');
  const input = {
    ...basis.inputs.choice,
    division: text('division'),
    lotSize: Number(text('lotSize') || NaN),
    pattern: text('pattern'),
    patterns: readJson(text('patterns') || '{}'),
    open: { lots: false, pattern: false, stages: false },
  };
  await choosePlan(db, job, input, clock);
}

/** @throws Refused 422 where it is none */
function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Refused(422, 'What was chosen could not be read. Look for other plans again.', 'way');
  }
}

/**
 * Plans a job in the way of a plan that was shown beside its own: later, by fewer people, in other lots. All else that is chosen stays; what
 * is planned is what was shown.
 * @param form way, as JSON
 * @param clock ms since 1970
 * @throws Refused 422 for what cannot be, 409 where nothing is chosen yet or the lots stay as they are
 */
export async function chooseWay(db: Db, job: string, form: FormData, clock: () => number): Promise<void> {
  const basis = basisOf(db, job, clock());
  if (!basis) throw new Refused(409, 'Choose a system first.');
  const way = readInput(
    waySchema,
    readJson(String(form.get('way') ?? '')),
    'That plan could not be read. Compare again.',
  );
  const { choice, state } = basis.inputs;
  const isDivided = way.division !== choice.division || way.lotSize !== choice.lotSize;
  const isTurned =
    way.pattern !== choice.pattern || JSON.stringify(way.patterns) !== JSON.stringify(choice.patterns);
  if ((isDivided || isTurned) && piecesBegun(state))
    throw new Refused(409, 'Work has begun: the lots stay as they are.');
  const open = isDivided || isTurned ? { open: { lots: false, pattern: false, stages: false } } : {};
  await choosePlan(db, job, { ...choice, ...way, ...open }, clock, true);
}
