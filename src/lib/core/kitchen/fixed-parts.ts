/** Parts of the fixed work that can be pointed at: the frame of a cabinet, its ends, its inside, a moulding of a wall. */
import { frozen } from '../frozen';
import type { FixedKind, FixedWork } from './fixed-work';
import type { Kitchen } from './kitchen';

/** What begins the id of a part; ids of pieces are UUIDs. */
const FIXED = 'fixed:';
/** Of ids of parts: kind, number of the cabinet on its wall, name of the wall. */
export const FIXED_ID = /^fixed:[a-z-]+:\d{0,4}:.{1,80}$/;

export interface FixedPartAt {
  id: string;
  kind: FixedKind;
  wall: string;
  /** colour zone */
  zone: string;
  areaM2: number;
  /** as it is drawn, mm: proportions, not measures */
  w: number;
  h: number;
}

const ONE: Record<FixedKind, string> = frozen({
  'face-frame': 'face frame',
  'end-panel': 'end panel',
  crown: 'crown',
  'light-rail': 'light rail',
  'toe-kick': 'toe kick',
  inside: 'inside',
});

export const fixedId = ({ kind, wall, cabinet }: Pick<FixedWork, 'kind' | 'wall' | 'cabinet'>): string =>
  `${FIXED}${kind}:${cabinet ?? ''}:${wall}`;

/** Whether an id is that of a part of the fixed work. */
export const isFixedId = (id: string): boolean => id.startsWith(FIXED);

/** A part in words, by its id: "face frame 3, North". */
export function fixedName(id: string): string {
  const [, kind = '', cabinet = '', ...wall] = id.split(':');
  const number = cabinet === '' ? '' : ` ${Number(cabinet) + 1}`;
  return `${ONE[kind as FixedKind] ?? kind}${number}, ${wall.join(':')}`;
}

/** Width and height of a part as it is drawn, mm. */
function drawn(work: FixedWork, kitchen: Kitchen): { w: number; h: number } {
  const cabinet = kitchen.walls.find((w) => w.name === work.wall)?.cabinets[work.cabinet ?? -1];
  if (work.lengthM !== null) return { w: work.lengthM * 1000, h: (work.areaM2 * 1000) / work.lengthM };
  if (!cabinet) return { w: 600, h: 600 };
  return { w: work.kind === 'end-panel' ? cabinet.depthMm : cabinet.widthMm, h: cabinet.heightMm };
}

/** The parts of some fixed work, each with its colour zone. */
export const partsOf = (work: readonly (FixedWork & { zone: string })[], kitchen: Kitchen): FixedPartAt[] =>
  work.map((own) => ({
    id: fixedId(own),
    kind: own.kind,
    wall: own.wall,
    zone: own.zone,
    areaM2: own.areaM2,
    ...drawn(own, kitchen),
  }));
