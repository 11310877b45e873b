/** What the page shows on which a plan is set up: systems as they suit the kitchen, and what is chosen or usual. */
import { DIVISION_NAMES, DIVISIONS } from '$core/planning/job/lots';
import { PATTERN_FACTS, PATTERNS } from '$core/coating/pattern';
import { stagingName, stagingsOf } from '$core/kitchen/stages';
import { openFindings } from '$core/quality/site-tests';
import { kitchenOf } from '$core/takeoff/fixed-zones';
import type { Db } from '$server/db/open';
import { listWorkers } from '$server/store/workers';
import type { OpenJob } from '../job/open-job';
import { finishedApart, primers } from './finishes-form';
import { formDefaults } from './plan-form';
import { proposeFor } from './propose';
import { schoolCosts } from './weigh';

/** @param now ms since 1970 */
export function setUpPage(db: Db, file: OpenJob, now: number) {
  const { choice } = file;
  return {
    chosen: choice,
    primers: primers(db),
    apart: finishedApart(file),
    proposals: proposeFor(db, file, now).list.map(({ system, points, stops, forIt }) => ({
      system,
      points,
      says: stops[0] ?? forIt[0] ?? system.reason,
      newer:
        choice?.system.key === system.key && choice.system.version !== system.version ? system.version : null,
    })),
    workers: listWorkers(db),
    form: formDefaults(db, file, now),
    schools: schoolCosts(file),
    turns: file.zones
      .filter((z) => file.pieces.some((piece) => piece.zoneId === z.id))
      .map((z) => ({ id: z.id, words: `${z.name}, ${z.colour}`, pattern: choice?.patterns[z.id] ?? '' })),
    patterns: PATTERNS.map((key) => ({ key, name: PATTERN_FACTS[key].name })),
    divisions: DIVISIONS.map((key) => ({ key, name: DIVISION_NAMES[key] })),
    stagings: stagingsOf(kitchenOf(file.job)).map((key) => ({ key, name: stagingName(key) })),
    findings: openFindings(file.state.tests).map((f) => ({
      key: f.test.id,
      weight: f.weight,
      says: f.says,
      todo: f.todo,
      where: f.test.place,
    })),
  };
}

export type SetUpPage = ReturnType<typeof setUpPage>;
