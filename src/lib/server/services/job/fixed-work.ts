/** What stays on the wall in a kitchen: its area by colour, and its way through the job. */
import { readNotation } from '$core/kitchen/notation';
import { fixedWork } from '$core/kitchen/fixed-work';
import type { Step } from '$core/coating/route';
import type { System } from '$core/coating/system';
import { fixedByZone } from '$core/takeoff/fixed-zones';
import { siteRoute, type SiteStep } from '$core/takeoff/site-route';
import { keepLast } from '$core/units/keep-last';
import type { Job } from '../../store/jobs';
import type { Piece } from '../../store/pieces';

/** A survey is read once: nobody changes what was read. */
const kitchens = keepLast<ReturnType<typeof readNotation>>(64);

/** Fixed work of a kitchen, and its area by colour zone, m². */
export function fixedOf({ job, pieces }: { job: Job; pieces: readonly Piece[] }) {
  const { kitchen } = kitchens(`${job.unit} ${job.surveyed}`, () => readNotation(job.surveyed, job.unit));
  // Where a piece's inside is coated too, its cabinet is.
  const insides = pieces.flatMap((p) => (p.condition.inside ? [{ wall: p.wall, cabinet: p.cabinet }] : []));
  const work = fixedWork(kitchen, insides);
  return { work, byZone: fixedByZone(work, pieces) };
}

/** The steps of the fixed work under a system. */
export const siteOf = (
  job: Job,
  pieces: readonly Piece[],
  system: System,
  route: readonly Step[],
): SiteStep[] => siteRoute(system, route, fixedOf({ job, pieces }).byZone);
