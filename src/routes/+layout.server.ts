import { isDemo } from '$server/services/company/clock';
import { readSetting } from '$server/store/settings';
import { listWorkers } from '$server/store/workers';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => {
  const workers = listWorkers(locals.db);
  return {
    now: locals.now(),
    demo: isDemo(),
    company: readSetting(locals.db, 'company')?.name ?? '',
    measures: readSetting(locals.db, 'measures') ?? ('metric' as const),
    workers,
    worker: workers.find((w) => w.id === locals.worker) ?? null,
  };
};
