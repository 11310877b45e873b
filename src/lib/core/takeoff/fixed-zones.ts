/** Which colour the fixed work of a kitchen gets: that of most fronts around it. */
import { frozen } from '../frozen';
import type { FixedMaterial, FixedMaterials } from '../kitchen/fixed-material';
import { partsOf, type FixedPartAt } from '../kitchen/fixed-parts';
import { fixedWork, type FixedKind, type FixedWork } from '../kitchen/fixed-work';
import type { Kitchen } from '../kitchen/kitchen';
import { standOf } from '../kitchen/stages';
import { readNotation } from '../kitchen/notation';
import { keepLast } from '../units/keep-last';
import type { LengthUnit } from '../units/length';

export interface PlacedPiece {
  wall: string;
  cabinet: number;
  zoneId: string;
}

/** Fixed work of one kind, colour, material and height. */
export interface FixedArea {
  zone: string;
  kind: FixedKind;
  material: FixedMaterial;
  /** of hung cabinets, and along their top and bottom */
  upper: boolean;
  /** of an island */
  island: boolean;
  wall: string;
  areaM2: number;
}

const most = (zones: readonly string[]): string | null => {
  const counts = new Map<string, number>();
  for (const z of zones) counts.set(z, (counts.get(z) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
};

const HIGH: readonly FixedKind[] = frozen(['crown', 'light-rail']);

type Zoned = FixedWork & { zone: string };

/** Fixed work with its colour. Work of a cabinet follows its fronts, else its wall's, else the kitchen's. */
const inZones = (work: readonly FixedWork[], pieces: readonly PlacedPiece[]): Zoned[] =>
  work.flatMap((own) => {
    const onWall = pieces.filter((p) => p.wall === own.wall);
    const zone =
      most(onWall.filter((p) => p.cabinet === own.cabinet).map((p) => p.zoneId)) ??
      most(onWall.map((p) => p.zoneId)) ??
      most(pieces.map((p) => p.zoneId));
    return zone === null || own.areaM2 <= 0 ? [] : [{ ...own, zone }];
  });

/** The areas of fixed work. */
function fixedAreas(work: readonly Zoned[], kitchen: Kitchen, materials: FixedMaterials = {}): FixedArea[] {
  const areas = new Map<string, FixedArea>();
  for (const { wall, cabinet, kind, areaM2, zone } of work) {
    const stand = standOf(kitchen, { wall, cabinet });
    const upper = stand.upper || HIGH.includes(kind);
    const key = `${zone} ${kind} ${upper} ${wall}`;
    const had = areas.get(key);
    if (had) had.areaM2 += areaM2;
    else
      areas.set(key, {
        zone,
        kind,
        material: materials[kind] ?? 'as the fronts',
        upper,
        island: stand.island,
        wall,
        areaM2,
      });
  }
  return [...areas.values()];
}

/** A survey is read once: nobody changes what was read. */
const kitchens = keepLast<ReturnType<typeof readNotation>>(64);

/** A kitchen as it was surveyed. */
export const kitchenOf = ({ unit, surveyed }: { unit: LengthUnit; surveyed: string }): Kitchen =>
  kitchens(`${unit} ${surveyed}`, () => readNotation(surveyed, unit)).kitchen;

/**
 * Fixed work of a kitchen as it was surveyed, its areas, and the parts that can be pointed at.
 * @param pieces where a piece's inside is coated too, its cabinet is
 */
export function fixedOf(
  {
    unit,
    surveyed,
    materials,
  }: { unit: LengthUnit; surveyed: string; materials?: FixedMaterials | undefined },
  pieces: readonly (PlacedPiece & { condition: { inside: boolean } })[],
): { work: FixedWork[]; areas: FixedArea[]; parts: FixedPartAt[] } {
  const kitchen = kitchenOf({ unit, surveyed });
  const insides = pieces.flatMap((p) => (p.condition.inside ? [{ wall: p.wall, cabinet: p.cabinet }] : []));
  const work = fixedWork(kitchen, insides);
  const zoned = inZones(work, pieces);
  return { work, areas: fixedAreas(zoned, kitchen, materials), parts: partsOf(zoned, kitchen) };
}
