import { isoDay } from '$core/units/clock-time';
import { answer } from '$server/answer';
import { askedRound } from '$server/asked-round';
import { Refused } from '$server/refused';
import { setHome, visitsToMake } from '$server/services/across/rounds';
import { companyZone } from '$server/services/company/clock';
import { positionFrom } from '$server/services/job/manage-job';
import { readSetting } from '$server/store/settings';
import type { Actions, PageServerLoad } from './$types';

/** For the crew. */
export const load: PageServerLoad = ({ locals, url }) => {
  const now = locals.now();
  const asked = url.searchParams.getAll('job');
  let made: ReturnType<typeof askedRound> = null;
  let refused = '';
  try {
    made = askedRound(locals.db, url.searchParams, now);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    refused = error.message;
  }
  return {
    title: 'Rounds',
    now,
    zone: companyZone(),
    day: url.searchParams.get('day') ?? isoDay(now + 86_400_000, companyZone()),
    leaves: url.searchParams.get('leaves') ?? '08:30',
    asked,
    visits: visitsToMake(locals.db, now),
    home: readSetting(locals.db, 'home'),
    made,
    refused,
  };
};

export const actions: Actions = {
  home: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const text = (name: string) => String(form.get(name) ?? '');
      setHome(locals.db, positionFrom(text('latitude'), text('longitude')));
      return { saved: 'Saved: rounds begin and end there.' };
    });
  },
};
