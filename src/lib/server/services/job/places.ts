/** What each piece of a job lives beside in its kitchen. */
import { kitchenPlaces, type KitchenPlace } from '$core/kitchen/kitchen-places';
import { readNotation } from '$core/kitchen/notation';
import type { OpenJob } from './open-job';

/** @returns places by the id of the piece */
export function placesOf({ job, pieces }: Pick<OpenJob, 'job' | 'pieces'>): Map<string, KitchenPlace> {
  const places = kitchenPlaces(readNotation(job.surveyed, job.unit).kitchen, pieces);
  return new Map(pieces.map((p, i) => [p.id, places[i] ?? 'elsewhere']));
}
