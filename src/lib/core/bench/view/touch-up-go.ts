/** What of open touch-ups can be done in one go: up to the first film that must dry. */
import { gets } from '../../coating/route';
import type { KitchenPlace } from '../../kitchen/kitchen-places';
import { usualScope } from './touch-up-advice';
import { touchUpSteps, type TouchedJob } from '../guard/touch-up-steps';
import { doneInKitchen, type JobState } from '../state/state';

/**
 * Minutes in the house: work, and what is waited for without a film.
 * @param sheens of colour zones, by id @param places of pieces, by id
 */
export function goMinutes(
  state: JobState,
  { route, pieces }: Pick<TouchedJob, 'route' | 'pieces'>,
  sheens: ReadonlyMap<string, string>,
  places: ReadonlyMap<string, KitchenPlace>,
): number {
  let [hands, waits] = [0, 0];
  for (const t of state.touchUps.values()) {
    const piece = pieces.find((p) => p.id === t.piece);
    if (t.closed || !piece || !route.some((s) => gets(s, piece.id))) continue;
    const sheen = sheens.get(piece.zoneId) ?? 'satin';
    const scope = usualScope(state, route, t, sheen, places.get(piece.id) ?? null);
    const left = touchUpSteps(t, scope, piece, route).filter((s) => doneInKitchen(state, s.key) === null);
    const dries = left.findIndex((s, i) => i > 0 && s.after.some((r) => r.film));
    const go = dries < 0 ? left : left.slice(0, dries);
    hands += go.reduce((sum, s) => sum + s.minutes, 0);
    // While one dries another is worked on.
    waits = Math.max(
      waits,
      go.slice(1).reduce((sum, s) => sum + (s.after[0]?.min ?? 0), 0),
    );
  }
  return hands + waits;
}
