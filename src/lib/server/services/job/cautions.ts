/** All that a job calls for caution about: its pieces, its fixed work, its house. */
import { cautionsOf, type Caution } from '$core/coating/cautions';
import { leadTest } from '$core/quality/site-tests';
import type { OpenJob } from './open-job';

/** The grave ones first; none before a system is chosen. */
export function jobCautions({ route, site, job, state, system }: OpenJob): Caution[] {
  const house = { year: job.houseYear, lead: leadTest(state.tests) };
  return cautionsOf([...route, ...site.map((s) => ({ ...s, onWall: true }))], house, system?.cautions);
}
