import { answer } from '$server/base/answer';
import { addAbsence, importCalendar, removeAbsence } from '$server/services/company/absences';
import { feedFor } from '$server/services/across/calendars';
import { companyZone } from '$server/services/company/clock';
import {
  allJobsSearch,
  compareAllJobs,
  dropAllJobs,
  newKitchenStart,
  planAllJobs,
  stopAllJobs,
  takeOverAllJobs,
  whyNoJointPlan,
} from '$server/services/plan/all-jobs';
import { companyCalendar } from '$server/services/across/company-calendar';
import { eachJob } from '$server/services/job/each-job';
import { listOpenJobs } from '$server/store/jobs';
import { Refused } from '$server/base/refused';
import { listAbsences } from '$server/store/absences';
import { listWorkers } from '$server/store/workers';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, depends }) => {
  depends('calendar:search');
  const now = locals.now();
  const search = allJobsSearch();
  const ids = listOpenJobs(locals.db).map((j) => j.id);
  const { read: opened, spoilt } = eachJob(locals.db, ids, locals.open);
  return {
    now,
    zone: companyZone(),
    calendar: companyCalendar(locals.db, opened, now, spoilt),
    planning: opened.flatMap((o) => o.planning ?? []),
    workers: listWorkers(locals.db),
    absences: listAbsences(locals.db, now),
    search: search && { state: search.state, share: search.share },
    together: compareAllJobs(opened, search?.found ?? null, search?.startedAt ?? now),
    impossible: whyNoJointPlan(opened, search?.found ?? null, search?.startedAt ?? now),
  };
};

const person = (form: FormData): string | null => String(form.get('worker') ?? '') || null;

export const actions: Actions = {
  away: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      addAbsence(locals.db, {
        worker: person(form),
        from: String(form.get('from') ?? ''),
        to: String(form.get('to') ?? '') || String(form.get('from') ?? ''),
        why: String(form.get('why') ?? ''),
      });
      return { saved: 'Kept. Plans keep clear of it from now on.' };
    });
  },
  import: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(async () => {
      const file = form.get('file');
      if (!(file instanceof File) || file.size === 0)
        throw new Refused(422, 'Choose a calendar file (.ics).', 'file');
      const read = await importCalendar(locals.db, person(form), file.name, await file.text(), locals.now());
      return {
        saved:
          read === 0
            ? 'Nothing in the file is busy in the coming year.'
            : `${read} ${read === 1 ? 'stretch' : 'stretches'} read from ${file.name}. Plans keep clear of them.`,
      };
    });
  },
  forget: async ({ request, locals }) => {
    const form = await request.formData();
    removeAbsence(locals.db, String(form.get('id')));
    return { saved: 'Taken out.' };
  },
  feed: async ({ request, locals, url }) => {
    const form = await request.formData();
    const worker = String(form.get('worker'));
    const token = feedFor(locals.db, 'worker', worker, locals.now(), form.get('anew') === 'yes');
    return { feed: { worker, address: `${url.origin}/feeds/${token}.ics` } };
  },
  start: ({ locals }) =>
    answer(async () => {
      const found = await newKitchenStart(locals.db, locals.now());
      return found ? { first: found } : { refused: 'No job is planned yet to be like: plan one first.' };
    }),
  together: ({ locals }) =>
    answer(async () => {
      await planAllJobs(locals.db, locals.now());
      return { begun: true };
    }),
  stop: () => {
    stopAllJobs();
    return { stopped: true };
  },
  accept: ({ locals }) =>
    answer(async () => {
      await takeOverAllJobs(locals.db, locals.now());
      return { saved: 'The jobs are planned together now.' };
    }),
  drop: () => {
    dropAllJobs();
    return { dropped: true };
  },
};
