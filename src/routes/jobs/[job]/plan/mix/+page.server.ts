import { recordFromForm } from '$server/fact-action';
import { mixing } from '$server/services/take-off/mixing';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) =>
  mixing(locals.db, locals.open(params.job).file, locals.now());

export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
