/** Keys of finish systems. */
import type { ParamMatcher } from '@sveltejs/kit';

export const match: ParamMatcher = (text) => /^[a-z0-9][a-z0-9.-]{0,79}$/i.test(text);
