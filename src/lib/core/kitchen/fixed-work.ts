/** Work that stays on the wall, measured from the drawing: face frames, end panels, mouldings, toe kick, insides. */
import { frozen } from '../frozen';
import type { Cabinet, Kitchen, Wall } from './kitchen';

export const FIXED_KINDS = frozen([
  'face-frame',
  'end-panel',
  'crown',
  'light-rail',
  'toe-kick',
  'inside',
] as const);
export type FixedKind = (typeof FIXED_KINDS)[number];

/** What each kind is called, more than one of it. */
export const FIXED_WORDS: Record<FixedKind, string> = frozen({
  'face-frame': 'face frames',
  'end-panel': 'end panels',
  crown: 'crown',
  'light-rail': 'light rail',
  'toe-kick': 'toe kick',
  inside: 'insides',
});

export interface FixedWork {
  kind: FixedKind;
  wall: string;
  /** index of the cabinet; null for what runs along the wall */
  cabinet: number | null;
  /** m of moulding or board; null for what has an area only */
  lengthM: number | null;
  areaM2: number;
}

/** Width of a frame's stiles and rails, mm: 1½ in. Common practice, no source. */
const STICK_MM = 38.1;
/** Thickness of a box's boards, mm: 3/4 in. Common practice, no source. */
const BOARD_MM = 19.05;

const stands = (c: Cabinet): boolean => c.vacancy === null || c.vacancy.kind === 'open';

/**
 * Face of a cabinet's frame: two stiles the full height, and rails between them over, under and between the rows.
 * @returns m²; 0 without a frame
 */
export function faceFrameArea(cabinet: Cabinet): number {
  if (cabinet.build !== 'framed' || !stands(cabinet)) return 0;
  const rails = Math.max(1, cabinet.rows.length) + 1;
  return (2 * STICK_MM * cabinet.heightMm + rails * STICK_MM * (cabinet.widthMm - 2 * STICK_MM)) / 1e6;
}

/**
 * Inside of a box: back, two sides, top and bottom.
 * @returns m²
 */
export function insideArea(cabinet: Cabinet): number {
  const [w, h, d] = [cabinet.widthMm, cabinet.heightMm, cabinet.depthMm].map((l) => l - 2 * BOARD_MM) as [
    number,
    number,
    number,
  ];
  return (w * h + 2 * h * d + 2 * w * d) / 1e6;
}

function fixedOnWall(wall: Wall): FixedWork[] {
  const out: FixedWork[] = [];
  wall.cabinets.forEach((cabinet, index) => {
    const on = { wall: wall.name, cabinet: index, lengthM: null };
    const frame = faceFrameArea(cabinet);
    if (frame > 0) out.push({ ...on, kind: 'face-frame', areaM2: frame });
    const ends = Number(cabinet.ends.left) + Number(cabinet.ends.right);
    if (ends)
      out.push({ ...on, kind: 'end-panel', areaM2: (ends * cabinet.depthMm * cabinet.heightMm) / 1e6 });
  });
  /** A moulding along the given cabinets, turning round the ends that show. */
  const run = (kind: FixedKind, girth: number, along: Cabinet[], returns: boolean) => {
    const mm = along.reduce(
      (sum, c) => sum + c.widthMm + (returns ? (Number(c.ends.left) + Number(c.ends.right)) * c.depthMm : 0),
      0,
    );
    if (girth > 0 && mm > 0)
      out.push({ kind, wall: wall.name, cabinet: null, lengthM: mm / 1000, areaM2: (mm * girth) / 1e6 });
  };
  const boxes = wall.cabinets.filter(stands);
  run(
    'crown',
    wall.crownMm,
    boxes.filter((c) => c.band !== 'base'),
    true,
  );
  run(
    'light-rail',
    wall.lightRailMm,
    boxes.filter((c) => c.band === 'upper'),
    true,
  );
  run(
    'toe-kick',
    wall.toeMm,
    boxes.filter((c) => c.band !== 'upper'),
    false,
  );
  return out;
}

/**
 * Measures the fixed work of a kitchen.
 * @param insides cabinets whose inside is coated too, as wall name and index
 */
export function fixedWork(
  kitchen: Kitchen,
  insides: readonly { wall: string; cabinet: number }[] = [],
): FixedWork[] {
  return kitchen.walls.flatMap((wall) => [
    ...fixedOnWall(wall),
    ...wall.cabinets.flatMap((cabinet, index): FixedWork[] =>
      insides.some((i) => i.wall === wall.name && i.cabinet === index)
        ? [{ kind: 'inside', wall: wall.name, cabinet: index, lengthM: null, areaM2: insideArea(cabinet) }]
        : [],
    ),
  ]);
}
