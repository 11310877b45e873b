/** Which colour the fixed work of a kitchen gets: that of most fronts around it. */
import type { FixedWork } from '../kitchen/fixed-work';

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
