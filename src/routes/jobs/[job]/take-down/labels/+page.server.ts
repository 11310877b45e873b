import { fail } from '@sveltejs/kit';
import { answer } from '$server/answer';
import { setCodeRules } from '$server/services/job/codes';
import { labelPage } from '$server/services/take-down/label-page';
import {
  dropWaiting,
  FEW_LABELS,
  notePrint,
  reprintLost,
  wantedLabels,
} from '$server/services/take-down/labels';
import { readLabelRequest } from '$server/services/take-down/label-form';
import { attend, wake, type AtPrinter } from '$server/standins/label-printer';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, depends }) => {
  depends('anthem:printer');
  return labelPage(locals.db, locals.open(params.job).file);
};

const AT_PRINTER: readonly AtPrinter[] = ['new-tape', 'clear-jam', 'make-jam', 'short-tape'];

export const actions: Actions = {
  rules: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      setCodeRules(locals.db, params.job, {
        scheme: form.get('scheme'),
        leaveOutUnsafe: form.get('leaveOutUnsafe') === 'yes',
        way: form.get('way'),
      });
      locals.forget();
      return { ruled: true };
    });
  },
  print: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      const { file } = locals.open(params.job);
      const request = readLabelRequest(form);
      const wanted = wantedLabels(locals.db, file, request);
      // So many are printed only when so many were agreed to.
      if (wanted.length > FEW_LABELS && form.get('sure') !== String(wanted.length))
        return { ask: { ...request, count: wanted.length } };
      notePrint(locals.db, file, locals.worker, locals.now(), 'printer', wanted);
      locals.forget();
      wake(locals.db, locals.now);
      return { queued: wanted.length, again: wanted.filter((l) => l.again > 0).length };
    });
  },
  attend: async ({ request, locals }) => {
    const sent = (await request.formData()).get('act');
    const known = AT_PRINTER.find((a) => a === sent);
    if (!known) return fail(422, { refused: 'The printer knows no such act.', field: 'act' });
    attend(locals.db, known);
    wake(locals.db, locals.now);
    return { attended: known };
  },
  reprint: ({ locals, params }) =>
    answer(() => {
      const queued = reprintLost(locals.db, params.job, locals.worker, locals.now());
      wake(locals.db, locals.now);
      return { queued, again: 0 };
    }),
  drop: ({ locals, params }) =>
    answer(() => {
      const dropped = dropWaiting(locals.db, params.job, locals.now());
      locals.forget();
      return { dropped };
    }),
};
