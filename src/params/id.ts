/** Ids of jobs, pieces, photos and people. */
import type { ParamMatcher } from '@sveltejs/kit';

export const match: ParamMatcher = (text) =>
  /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i.test(text);
