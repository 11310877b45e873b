import { answer } from '$server/base/answer';
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
import { attendPrinter } from '$server/services/take-down/printer';
import { Refused } from '$server/base/refused';
import { labelPrinter } from '$server/devices/devices';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, depends }) => {
  depends('anthem:printer');
  return labelPage(locals.db, locals.open(params.job).file);
};

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
      if (!labelPrinter.there)
        throw new Refused(409, 'No label printer is connected here. Print sheets instead.');
      const request = readLabelRequest(form);
      const wanted = wantedLabels(locals.db, file, request);
      // So many are printed only when so many were agreed to.
      if (wanted.length > FEW_LABELS && form.get('sure') !== String(wanted.length))
        return { ask: { ...request, count: wanted.length } };
      notePrint(locals.db, file, locals.worker, locals.now(), 'printer', wanted);
      locals.forget();
      labelPrinter.wake(locals.db, locals.now);
      return { queued: wanted.length, again: wanted.filter((l) => l.again > 0).length };
    });
  },
  attend: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const attended = attendPrinter(locals.db, form.get('act'));
      labelPrinter.wake(locals.db, locals.now);
      return { attended };
    });
  },
  reprint: ({ locals, params }) =>
    answer(() => {
      const queued = reprintLost(locals.db, params.job, locals.worker, locals.now());
      labelPrinter.wake(locals.db, locals.now);
      return { queued, again: 0 };
    }),
  drop: ({ locals, params }) =>
    answer(() => {
      const dropped = dropWaiting(locals.db, params.job, locals.now());
      locals.forget();
      return { dropped };
    }),
};
