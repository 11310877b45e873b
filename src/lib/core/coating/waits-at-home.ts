/** How films wait that were laid in one place and came home to another: in the air of each in turn. */
import { keepFor, once } from '$core/units/keep-last';
import { HOUR } from '$core/units/durations';
import { movedAt, ratesOf } from '../drying/climate';
import type { PackedAir } from '../drying/packed-air';
import { waitsIn, type Waits } from './waits';

/** Made once for the same air of place and house, by hour of hanging. */
const from = once<PackedAir, ReturnType<typeof keepFor<PackedAir, Waits>>>(() => keepFor());

/** Waits of what came home at a moment, ms since 1970; null: it is not home yet. */
export type WaitsAtHome = (hungAt: number | null) => Waits;

/**
 * @param waits where pieces are coated
 * @param air of that place, and of the house; null where waits follow the sheet, or it is the same place
 */
export function waitsAtHome(waits: Waits, air: PackedAir | null, houseAir: PackedAir | null): WaitsAtHome {
  if (!air || !houseAir) return () => waits;
  const known = from(houseAir);
  return (hungAt) => {
    if (hungAt === null) return waits;
    const hour = Math.floor(hungAt / HOUR);
    return known(air, String(hour), () =>
      waitsIn(ratesOf(movedAt(air.climate, hour * HOUR, houseAir.climate)), new Map(air.multipliers)),
    );
  };
}
