/** How the films on a piece wait: in the air where it was coated, and from the hour it hangs in the air of the house. */
import { waitsIn, type Waits } from '$core/coating/waits';
import { movedAt, ratesOf } from '$core/drying/climate';
import type { PackedAir } from '$core/drying/packed-air';
import { pieceState } from '../state/state';
import type { WaitsOf } from './care';
import type { Bench } from './bench-job';

const HOUR = 3_600_000;

/** Made once for the same air of place and house, by hour of hanging. */
const made = new WeakMap<PackedAir, WeakMap<PackedAir, Map<number, Waits>>>();

export function homeWaits({
  state,
  waits,
  air,
  houseAir,
}: Pick<Bench, 'state' | 'waits' | 'air' | 'houseAir'>): WaitsOf {
  if (!air || !houseAir) return () => waits;
  const here = made.get(houseAir) ?? new WeakMap<PackedAir, Map<number, Waits>>();
  made.set(houseAir, here);
  const known = here.get(air) ?? new Map<number, Waits>();
  here.set(air, known);
  return (piece) => {
    const { hungAt } = pieceState(state, piece);
    if (hungAt === null) return waits;
    const hour = Math.floor(hungAt / HOUR);
    const had = known.get(hour);
    if (had) return had;
    const moved = movedAt(air.climate, hour * HOUR, houseAir.climate);
    const own = waitsIn(ratesOf(moved), new Map(air.multipliers));
    known.set(hour, own);
    return own;
  };
}
