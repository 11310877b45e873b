import { fail } from '@sveltejs/kit';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { localMinute } from '$core/units/clock-time';
import { Temporal } from 'temporal-polyfill';
import { DEMO_NOW } from '$server/demo/demo';
import { companyZone, isDemo, setClock } from '$server/services/company/clock';
import { readSetting, writeSetting } from '$server/store/settings';
import { insertWorker, listWorkers } from '$server/store/workers';
import { isInstant } from '$core/units/instant';
import type { Actions, PageServerLoad } from './$types';

const local = (ms: number): string => localMinute(ms, companyZone());

export const load: PageServerLoad = ({ locals }) => ({
  title: 'Settings',
  costs: readSetting(locals.db, 'costs'),
  clock: isDemo()
    ? { shows: local(locals.now()), running: readSetting(locals.db, 'clock')?.running ?? true }
    : null,
});

const YEAR = 365 * 86_400;

const costsSchema = z.object({
  currency: z.string().trim().max(4, 'A sign or three letters, such as CAD'),
  hour: z.coerce
    .number('Write what an hour costs as a number, such as 62')
    .min(0, 'An hour does not cost less than nothing')
    .max(10_000, 'Write what an hour costs, such as 62'),
});

export const actions: Actions = {
  costs: async ({ request, locals }) => {
    const form = await request.formData();
    const parsed = costsSchema.safeParse({
      currency: String(form.get('currency') ?? ''),
      hour: String(form.get('hour') ?? '').replace(',', '.') || undefined,
    });
    if (!parsed.success) return fail(422, { refused: parsed.error.issues[0]?.message ?? 'Write a number.' });
    const { currency, hour } = parsed.data;
    writeSetting(locals.db, 'costs', { currency, hourCents: Math.round(hour * 100) });
    return { saved: 'Costs are set.' };
  },
  me: async ({ request, cookies, locals }) => {
    const id = String((await request.formData()).get('worker'));
    if (!listWorkers(locals.db).some((w) => w.id === id))
      return fail(422, { refused: 'Choose one of the people.' });
    cookies.set('worker', id, { path: '/', maxAge: YEAR, sameSite: 'lax', secure: false });
    locals.worker = id;
    return { saved: 'You are on record from now on.' };
  },
  person: async ({ request, locals }) => {
    const form = await request.formData();
    const name = String(form.get('name') ?? '').trim();
    const role = String(form.get('role') ?? '').trim() || 'painter';
    if (!name || name.length > 60) return fail(422, { refused: 'Give a name of 1 to 60 letters.' });
    if (listWorkers(locals.db).some((w) => w.name.toLowerCase() === name.toLowerCase()))
      return fail(422, { refused: `There is a ${name} already.` });
    insertWorker(locals.db, { id: newId(), name, role: role.slice(0, 40) });
    return { saved: `${name} is on the crew.` };
  },
  measures: async ({ request, locals }) => {
    const wanted = String((await request.formData()).get('measures'));
    if (wanted !== 'us' && wanted !== 'metric') return fail(422, { refused: 'Choose US or metric.' });
    writeSetting(locals.db, 'measures', wanted);
    return { saved: 'Measures are set.' };
  },
  clock: async ({ request, locals }) => {
    if (!isDemo()) return fail(422, { refused: 'Only the demo’s clock can be set.' });
    const form = await request.formData();
    const jump = Number(form.get('jump') ?? 0);
    const running = form.get('running') === 'on';
    const typed = String(form.get('shows') ?? '');
    try {
      const at = jump
        ? locals.now() + jump * 60_000
        : form.has('reset')
          ? DEMO_NOW
          : Temporal.PlainDateTime.from(typed).toZonedDateTime(companyZone()).epochMilliseconds;
      if (!isInstant(Math.round(at))) throw new RangeError('beyond the clock');
      setClock(locals.db, Math.round(at), running);
    } catch {
      return fail(422, {
        refused: `“${typed || 'That'}” is no date and time between 1970 and 2100. Write it as 2026-03-11T10:20.`,
      });
    }
    return { saved: 'The clock is set.' };
  },
};
