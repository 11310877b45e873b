/** Fronts as rigid rectangles on screws: how each screw moves each corner. Small angles. Docs: docs/methods/hanging.md */
import { frozen } from '../frozen';

/** Screws of a cup hinge, and of the brackets behind a drawer front. */
type ScrewKind = 'side' | 'height' | 'depth';

/** How far a screw reaches from its middle, mm, and how far it goes in a turn. From memory, editable by hinge. */
interface Reach {
  from: number;
  to: number;
  perTurn: number;
}
export type Reaches = Record<ScrewKind, Reach>;
export const CUP_HINGE: Reaches = frozen({
  side: { from: -2, to: 2, perTurn: 1 },
  height: { from: -2, to: 2, perTurn: 1 },
  depth: { from: -2, to: 3, perTurn: 1 },
});

/** A door hangs by one side; a drawer front stands on two brackets. */
export interface Front {
  id: string;
  /** mm */
  w: number;
  h: number;
  /** side of the hinges; null: a drawer front */
  side: 'left' | 'right' | null;
  /** heights of the hinges from the top, mm, sorted; two at least for a door */
  hinges: readonly number[];
}

/** A screw of a front: positive moves towards the handle side (a drawer front: to the right), down, or out of the cabinet. */
export interface Screw {
  front: string;
  kind: ScrewKind;
  /** number of its hinge from the top; of brackets 0 is the left one; null: all hinges together */
  at: number | null;
}

/** Inner hinges follow the line of the outer ones: they have no freedom of their own. */
export function screwsOf({ id, side, hinges }: Front): Screw[] {
  if (side === null)
    return [
      { front: id, kind: 'side', at: null },
      { front: id, kind: 'height', at: 0 },
      { front: id, kind: 'height', at: 1 },
    ];
  const last = hinges.length - 1;
  return [
    { front: id, kind: 'side', at: 0 },
    { front: id, kind: 'side', at: last },
    { front: id, kind: 'height', at: null },
    { front: id, kind: 'depth', at: 0 },
    { front: id, kind: 'depth', at: last },
  ];
}

/** Heights of the outer hinges. @throws RangeError where a door has fewer than two, or both in one place */
function outerHinges({ id, hinges }: Front): [number, number] {
  const [first, last] = [hinges[0] ?? NaN, hinges.at(-1) ?? NaN];
  if (!(last > first)) throw new RangeError(`Door ${id} needs two hinges, one above the other`);
  return [first, last];
}

/** How far a point moves for each mm of a screw: to the right and down. @param x from the left edge, mm @param y from the top, mm */
export function moves(front: Front, screw: Screw, x: number, y: number): { right: number; down: number } {
  if (screw.kind === 'depth') return { right: 0, down: 0 };
  if (front.side === null) {
    if (screw.kind === 'side') return { right: 1, down: 0 };
    // Lifting one bracket turns the front about the other.
    const turn = screw.at === 0 ? -1 / front.w : 1 / front.w;
    return { right: -turn * (y - front.h / 2), down: screw.at === 0 ? 1 - x / front.w : x / front.w };
  }
  if (screw.kind === 'height') return { right: 0, down: 1 };
  const [first, last] = outerHinges(front);
  const turn = (screw.at === 0 ? -1 : 1) / (last - first);
  const away = (screw.at === 0 ? 1 : 0) + turn * (y - first);
  const fromHinges = front.side === 'left' ? x : front.w - x;
  return { right: front.side === 'left' ? away : -away, down: -turn * fromHinges };
}

/** How far out of the cabinet the hinge side moves for each mm of a depth screw. @param y from the top, mm */
export function standsOut(front: Front, screw: Screw, y: number): number {
  if (screw.kind !== 'depth' || front.side === null) return 0;
  const [first, last] = outerHinges(front);
  const share = (y - first) / (last - first);
  return screw.at === 0 ? 1 - share : share;
}
