import { FAILURES } from '$core/quality/failures';
import { TRAITS } from '$core/durability/traits';
import { lasting, lastingQuery, lastingReasons } from '$server/services/lasting/lasting';
import { costsOf } from '$server/services/company/settings';
import type { PageServerLoad } from './$types';

/** For the crew. */
export const load: PageServerLoad = async ({ locals, url }) => {
  const query = lastingQuery(locals.db, url.searchParams, locals.now());
  const reasons = lastingReasons(locals.db, query.kind);
  // It is shown when it is there; what fails then is said beside it.
  reasons.catch(() => undefined);
  return {
    title: 'Lasting',
    query,
    traits: Object.entries(TRAITS).map(([key, name]) => ({ key, name })),
    failures: FAILURES.map(({ key, seen }) => ({ key, seen })),
    view: await lasting(locals.db, query),
    reasons,
    costs: costsOf(locals.db),
  };
};
