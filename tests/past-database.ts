/** A company with forty finished kitchens, at the demo's moment. */
import { DEMO_NOW } from '$server/demo/demo';
import { makePast } from '$server/demo/past';
import { madeOnce, newDatabase } from './new-database';

/** A copy of it, each time. */
export const pastDatabase = madeOnce(() => {
  const made = newDatabase({ zone: 'America/Halifax' }, DEMO_NOW);
  makePast(made.db, [made.worker], DEMO_NOW);
  return made;
});
