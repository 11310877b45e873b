import type { Position } from '$core/quality/round';
import type { MadeRound, VisitToMake } from '$server/services/across/rounds';
import { given } from '$ui/device/given';
import type { PageLoad } from './$types';

interface RoundsPage {
  /** ms since 1970 */
  now: number;
  zone: string;
  day: string;
  leaves: string;
  /** ids of the jobs that are ticked */
  asked: string[];
  visits: VisitToMake[];
  home: Position | null;
  made: MadeRound | null;
  refused: string;
}

/** For the crew; as it was kept on the device where there is no signal. */
export const load: PageLoad = async ({ fetch, url }) => {
  const { data, kept } = await given<RoundsPage>(fetch, `/api/rounds${url.search}`);
  return { title: 'Rounds', ...data, kept };
};
