import type { ActionResult } from '@sveltejs/kit';

/** Why an action did nothing, in words. @param otherwise where it does not say */
export function whyRefused(result: ActionResult, otherwise: string): string {
  const said = result.type === 'failure' && result.data?.refused;
  return said ? String(said) : otherwise;
}
