import { isRework } from '$core/bench/rework';
import { gets } from '$core/coating/route';
import { choiceSchema } from '$core/planning/choice';
import type { Db } from '../../db/open';
import { writeChoice, writeCodeRules } from '../../store/jobs';
import { now as clock } from '../company/clock';
import { openJob, routeOf } from '../job/open-job';
import { Refused } from '../../refused';
import { settleChoice } from './settle-choice';
import { refreshSummary } from '../job/summaries';
import { divideLots } from '../job/lots';

/**
 * Keeps what was chosen for the plan and divides the pieces into lots.
 * @param input a Choice, unchecked
 * @throws Refused 422 when the choice is faulty, 409 when it would change a route that work has begun on
 */
export function choosePlan(db: Db, jobId: string, input: unknown): void {
  const parsed = choiceSchema.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    throw new Refused(
      422,
      issue?.message ?? 'The choice is not complete.',
      issue?.path[0] === undefined ? null : String(issue.path[0]),
    );
  }
  const now = clock(db);
  db.transaction(() => {
    const file = openJob(db, jobId);
    if (file.pieces.length === 0) throw new Refused(409, 'There are no pieces yet. Enter the survey first.');
    const choice = settleChoice(db, file, parsed.data, now);
    let route;
    try {
      route = routeOf(choice, file.pieces);
    } catch (error) {
      throw new Refused(422, error instanceof Error ? error.message : String(error), 'counts');
    }
    const given = new Map(route.map((s) => [s.key, s]));
    const orphan = [...file.state.works.values()].find((w) => {
      if (isRework(w.step)) return false;
      const step = given.get(w.step);
      return !step || w.pieces.some((p) => !gets(step, p));
    });
    if (orphan) {
      const step = file.route.find((s) => s.key === orphan.step);
      throw new Refused(
        409,
        `“${step?.act ?? orphan.step}” is recorded already and the new choice has no such step. Keep the system and its coats, or take that work back first.`,
        'system',
      );
    }
    writeChoice(db, jobId, JSON.stringify(choice));
    const { scheme, leaveOutUnsafe } = file.job;
    const way = choice.pattern === 'hung' || choice.pattern === 'points' ? choice.pattern : 'lying';
    writeCodeRules(db, jobId, { scheme, leaveOutUnsafe, way });
    divideLots(db, jobId, choice.lotSize);
    refreshSummary(db, jobId);
  }).immediate();
}
