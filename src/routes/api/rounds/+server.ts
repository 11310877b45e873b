import { isoDay } from '$core/units/clock-time';
import { askedRound } from '$server/asked-round';
import { Refused } from '$server/base/refused';
import { visitsToMake, type RoundsPage } from '$server/services/across/rounds';
import { companyZone } from '$server/services/company/clock';
import { readSetting } from '$server/store/settings';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Visits and touch-ups to make, and the round that is asked for. For the crew. */
export const GET: RequestHandler = ({ locals, url }) => {
  const now = locals.now();
  let made: ReturnType<typeof askedRound> = null;
  let refused = '';
  try {
    made = askedRound(locals.db, url.searchParams, now);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    refused = error.message;
  }
  return json(
    {
      now,
      zone: companyZone(),
      day: url.searchParams.get('day') ?? isoDay(now + 86_400_000, companyZone()),
      leaves: url.searchParams.get('leaves') ?? '08:30',
      asked: url.searchParams.getAll('job'),
      visits: visitsToMake(locals.db, now),
      home: readSetting(locals.db, 'home'),
      made,
      refused,
    } satisfies RoundsPage,
    { headers: { 'cache-control': 'no-store' } },
  );
};
