import { dayToMs, sayDate } from '$core/units/clock-time';
import { answer } from '$server/base/answer';
import { planTouchUps, setHome } from '$server/services/across/rounds';
import { companyZone } from '$server/services/company/clock';
import { positionFrom } from '$server/services/job/manage-job';
import type { Actions } from './$types';

export const actions: Actions = {
  home: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const text = (name: string) => String(form.get(name) ?? '');
      setHome(locals.db, positionFrom(text('latitude'), text('longitude')));
      return { saved: 'Saved: rounds begin and end there.' };
    });
  },
  plan: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const day = String(form.get('day') ?? '');
      const { worker, device } = locals;
      const jobs = form.getAll('job').map(String);
      const { planned, left } = planTouchUps(locals.db, jobs, day, { worker, device }, locals.now());
      locals.forget();
      if (!planned) return { saved: 'No touch-up was planned.', left };
      const on = sayDate(dayToMs(day, companyZone()), companyZone());
      return {
        saved: `${planned} ${planned === 1 ? 'touch-up is' : 'touch-ups are'} planned for ${on}.`,
        left,
      };
    });
  },
};
