/** Which colour the fixed work of a kitchen gets: that of most fronts around it. */
import { fixedWork, type FixedWork } from '../kitchen/fixed-work';
import { readNotation } from '../kitchen/notation';
import { keepLast } from '../units/keep-last';
import type { LengthUnit } from '../units/length';

export interface PlacedPiece {
  wall: string;
  cabinet: number;
  zoneId: string;
}

const most = (zones: readonly string[]): string | null => {
  const counts = new Map<string, number>();
  for (const z of zones) counts.set(z, (counts.get(z) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
};

/** Area of fixed work by colour zone, m². Work of a cabinet follows its fronts, else its wall's, else the kitchen's. */
export function fixedByZone(work: readonly FixedWork[], pieces: readonly PlacedPiece[]): Map<string, number> {
  const areas = new Map<string, number>();
  for (const { wall, cabinet, areaM2 } of work) {
    const onWall = pieces.filter((p) => p.wall === wall);
    const zone =
      most(onWall.filter((p) => p.cabinet === cabinet).map((p) => p.zoneId)) ??
      most(onWall.map((p) => p.zoneId)) ??
      most(pieces.map((p) => p.zoneId));
    if (zone !== null) areas.set(zone, (areas.get(zone) ?? 0) + areaM2);
  }
  return areas;
}

/** A survey is read once: nobody changes what was read. */
const kitchens = keepLast<ReturnType<typeof readNotation>>(64);

/**
 * Fixed work of a kitchen as it was surveyed, and its area by colour zone, m².
 * @param pieces where a piece's inside is coated too, its cabinet is
 */
export function fixedOf(
  { unit, surveyed }: { unit: LengthUnit; surveyed: string },
  pieces: readonly (PlacedPiece & { condition: { inside: boolean } })[],
): { work: FixedWork[]; byZone: Map<string, number> } {
  const { kitchen } = kitchens(`${unit} ${surveyed}`, () => readNotation(surveyed, unit));
  const insides = pieces.flatMap((p) => (p.condition.inside ? [{ wall: p.wall, cabinet: p.cabinet }] : []));
  const work = fixedWork(kitchen, insides);
  return { work, byZone: fixedByZone(work, pieces) };
}
