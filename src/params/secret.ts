/** What stands in a private address in the place of a name. */
import type { ParamMatcher } from '@sveltejs/kit';

export const match: ParamMatcher = (text) => /^[\w-]{1,200}$/.test(text);
