import { piecesBegun } from '$core/bench/state/state';
import { error, json } from '@sveltejs/kit';
import { asIf, comesToHere } from '$server/services/plan/as-if';
import { choiceOf, partOf, proposalOf } from '$server/services/plan/take-proposal';
import { Refused } from '$server/base/refused';
import type { RequestHandler } from './$types';

/** What one proposed system would come to here: dates, the household’s days and nights, hours, litres, money. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const { file } = locals.open(params.job);
  const now = locals.now();
  try {
    if (piecesBegun(file.state))
      throw new Refused(409, 'Work has begun: another system is not weighed any more.');
    const part = partOf(file, url.searchParams.get('for') ?? '');
    const proposal = proposalOf(locals.db, file, part, url.searchParams.get('system') ?? '', now);
    const choice = choiceOf(locals.db, file, part, proposal, now);
    return json(await comesToHere(locals.db, asIf(file, choice), now, { sure: true }), {
      headers: { 'cache-control': 'no-store' },
    });
  } catch (refusal) {
    if (refusal instanceof Refused) error(refusal.status, refusal.message);
    throw refusal;
  }
};
