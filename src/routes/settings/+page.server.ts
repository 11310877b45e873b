import { MINUTE } from '$core/units/durations';
import { answer } from '$server/base/answer';
import { DEMO_NOW } from '$server/demo/demo';
import { companyZone, isDemo, isRunning } from '$server/services/company/clock';
import { setDemoClock } from '$server/services/company/demo-clock';
import { addPerson, mustBeOnCrew, renamePerson } from '$server/services/company/people';
import {
  companyOf,
  costsOf,
  setCompany,
  setCosts,
  setMeasures,
  shortestComingOf,
} from '$server/services/company/settings';
import { learntVisits } from '$server/services/bench/learnt-visits';
import { setVisitMinutes, visitFigures } from '$server/services/company/visit-minutes';
import { localMinute } from '$core/units/clock-time';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
  title: 'Settings',
  costs: costsOf(locals.db),
  shortest: shortestComingOf(locals.db),
  own: companyOf(locals.db),
  visits: visitFigures(locals.db),
  learnt: learntVisits(locals.db),
  clock: isDemo() ? { shows: localMinute(locals.now(), companyZone()), running: isRunning(locals.db) } : null,
});

const YEAR = 365 * 86_400;

/** Anyone on the crew may do all of it. */
export const actions: Actions = {
  company: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      setCompany(
        locals.db,
        Object.fromEntries(
          ['name', 'town', 'contact', 'warranty', 'warrantyMonths'].map((key) => [
            key,
            String(form.get(key) ?? ''),
          ]),
        ),
      );
      return { saved: 'The company is saved.' };
    });
  },
  costs: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      setCosts(locals.db, {
        currency: String(form.get('currency') ?? ''),
        hour: String(form.get('hour') ?? ''),
        kwh: String(form.get('kwh') ?? ''),
        shortest: String(form.get('shortest') ?? ''),
      });
      return { saved: 'Costs are set.' };
    });
  },
  visits: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      setVisitMinutes(locals.db, Object.fromEntries([...form].map(([key, value]) => [key, String(value)])));
      return { saved: 'Minutes in the house are set. Plans that are set up from now on reckon with them.' };
    });
  },
  me: async ({ request, cookies, locals }) => {
    const id = String((await request.formData()).get('worker'));
    return answer(() => {
      mustBeOnCrew(locals.db, id);
      cookies.set('worker', id, { path: '/', maxAge: YEAR, sameSite: 'lax', secure: false });
      locals.worker = id;
      return { saved: 'You are on record from now on.' };
    });
  },
  person: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const name = addPerson(locals.db, {
        name: String(form.get('name') ?? ''),
        role: String(form.get('role') ?? ''),
      });
      return { saved: `${name} is on the crew.` };
    });
  },
  rename: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      const name = renamePerson(locals.db, String(form.get('worker') ?? ''), {
        name: String(form.get('name') ?? ''),
        role: String(form.get('role') ?? ''),
      });
      return { saved: `Saved: ${name}.` };
    });
  },
  measures: async ({ request, locals }) => {
    const wanted = (await request.formData()).get('measures');
    return answer(() => {
      setMeasures(locals.db, wanted);
      return { saved: 'Measures are set.' };
    });
  },
  clock: async ({ request, locals }) => {
    const form = await request.formData();
    const jump = Number(form.get('jump') ?? 0);
    const to = jump
      ? locals.now() + jump * MINUTE
      : form.has('reset')
        ? DEMO_NOW
        : String(form.get('shows') ?? '');
    return answer(() => {
      setDemoClock(locals.db, to, form.get('running') === 'on');
      return { saved: 'The clock is set.' };
    });
  },
};
