import { recordFromForm } from '$server/fact-action';
import type { Actions } from './$types';

/** Without scripts the forms of this page post their facts. For the crew. */
export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
