import { FAILURES } from '$core/quality/failures';
import { TRAITS } from '$core/durability/traits';
import { answer } from '$server/base/answer';
import { readJsonFile } from '$server/base/read-json-file';
import { forgetImported, importedKitchens, importRecord } from '$server/services/lasting/import-record';
import { lasting, lastingQuery, lastingReasons, lastingWorse } from '$server/services/lasting/lasting';
import { costsOf } from '$server/services/company/settings';
import type { Actions, PageServerLoad } from './$types';

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
    worse: await lastingWorse(locals.db, query.now),
    costs: costsOf(locals.db),
    imported: importedKitchens(locals.db),
  };
};

const kitchens = (n: number): string => `${n} ${n === 1 ? 'kitchen' : 'kitchens'}`;

export const actions: Actions = {
  import: async ({ request, locals }) => {
    const sent = (await request.formData()).get('file');
    return answer(async () => {
      const { taken, own } = importRecord(locals.db, await readJsonFile(sent, 'record'), locals.now());
      const left = own
        ? ` ${kitchens(own)} of the file ${own === 1 ? 'is a job' : 'are jobs'} here: their own record counts.`
        : '';
      return { saved: `${kitchens(taken)} imported.${left}` };
    });
  },
  forget: ({ locals }) =>
    answer(() => ({ saved: `${kitchens(forgetImported(locals.db))} removed from the record.` })),
};
