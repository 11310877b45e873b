import { recordFromForm } from '$server/fact-action';
import { takeDown } from '$server/services/take-down/take-down-page';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params, url }) => ({
  ...takeDown(locals.open(params.job).file, locals.now()),
  /** the wall that is being taken down, on a phone */
  wall: url.searchParams.get('wall'),
});

export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
