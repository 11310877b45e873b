/** What stands in a private address in the place of a name; calendar programs want it to end like a file. */
import type { ParamMatcher } from '@sveltejs/kit';

export const match: ParamMatcher = (text) => /^[\w-]{1,200}(\.ics)?$/.test(text);
