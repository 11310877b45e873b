/** The pieces of a kitchen: every front, in wall order, and which of them it was in an earlier survey. */
import { elevation } from './geometry';
import type { Band, Form, Hinge, Kitchen, Wall } from './kitchen';
import { cabinetShape } from './notation-write';

export interface SurveyedPiece {
  wall: string;
  /** index of the cabinet on its wall */
  cabinet: number;
  band: Band;
  /** from the top; loose shelves count for themselves */
  row: number;
  column: number;
  form: Form;
  hinge: Hinge | null;
  /** size, mm: of a shelf its width and depth */
  w: number;
  h: number;
  /** where it is drawn on its wall, mm */
  x: number;
  y: number;
}

/** All pieces, wall by wall, cabinet by cabinet, top to bottom and left to right, loose shelves last. */
export function surveyPieces(kitchen: Kitchen): SurveyedPiece[] {
  return kitchen.walls.flatMap((wall) =>
    elevation(wall).cabinets.flatMap((cabinet) =>
      cabinet.pieces.map(({ form, hinge, row, column, x, y, size }) => ({
        wall: wall.name,
        cabinet: cabinet.index,
        band: cabinet.band,
        row,
        column,
        form,
        hinge,
        x,
        y,
        ...size,
      })),
    ),
  );
}

/** Pairs of indexes of a longest common subsequence, by dynamic programming (Cormen et al., Introduction to Algorithms, 15.4; from memory). */
function commonSubsequence(a: readonly string[], b: readonly string[]): [number, number][] {
  const best = Array.from({ length: a.length + 1 }, () => new Array<number>(b.length + 1).fill(0));
  const at = (i: number, j: number): number => best[i]?.[j] ?? 0;
  for (let i = a.length - 1; i >= 0; i--) {
    const row = best[i];
    if (!row) continue;
    for (let j = b.length - 1; j >= 0; j--) {
      row[j] = a[i] === b[j] ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1));
    }
  }
  const pairs: [number, number][] = [];
  let [i, j] = [0, 0];
  while (i < a.length && j < b.length) {
    if (a[i] === b[j]) pairs.push([i++, j++]);
    else if (at(i + 1, j) >= at(i, j + 1)) i++;
    else j++;
  }
  return pairs;
}

/** A piece by its place in its cabinet. */
interface Slot {
  wall: string;
  cabinet: number;
  row: number;
  column: number;
  form: Form;
}

/** The places of all pieces, in the order of `surveyPieces`, without measuring them. */
function slotsOf(kitchen: Kitchen): Slot[] {
  return kitchen.walls.flatMap((wall) =>
    wall.cabinets.flatMap((c, cabinet) => [
      ...c.rows.flatMap((r, row) =>
        r.fronts.map(({ form }, column): Slot => ({ wall: wall.name, cabinet, row, column, form })),
      ),
      ...Array.from({ length: c.shelves }, (_, row): Slot => ({
        wall: wall.name,
        cabinet,
        row,
        column: 0,
        form: 'shelf',
      })),
    ]),
  );
}

/** A front in its place is the same piece whatever form it is noted with; a loose shelf is none of them. */
const slotKey = (wall: string, cabinet: number, { row, column, form }: Slot): string =>
  `${cabinet} ${row} ${column} ${form === 'shelf' ? 'shelf' : 'front'} ${wall}`;

/** Which cabinet of the old wall each cabinet of the new one is: the unchanged first, then those between in order. */
function matchCabinets(before: Wall, after: Wall): Map<number, number> {
  const match = new Map<number, number>();
  if (JSON.stringify(before.cabinets) === JSON.stringify(after.cabinets)) {
    for (const i of after.cabinets.keys()) match.set(i, i);
    return match;
  }
  const same = commonSubsequence(before.cabinets.map(cabinetShape), after.cabinets.map(cabinetShape));
  let [b, a] = [0, 0];
  for (const [nextB, nextA] of [...same, [before.cabinets.length, after.cabinets.length] as const]) {
    const oldOnes = Array.from({ length: nextB - b }, (_, i) => b + i);
    for (let i = a; i < nextA; i++) {
      const k = oldOnes.findIndex((o) => before.cabinets[o]?.band === after.cabinets[i]?.band);
      const [old] = k < 0 ? [] : oldOnes.splice(0, k + 1).slice(k);
      if (old !== undefined) match.set(i, old);
    }
    if (nextA < after.cabinets.length) match.set(nextA, nextB);
    [b, a] = [nextB + 1, nextA + 1];
  }
  return match;
}

/**
 * Recognises pieces across a change of the survey, so that codes and facts stay with them.
 * @returns for each piece of the new kitchen the index of the piece it was in the old one, or null for a new piece
 */
export function matchPieces(before: Kitchen, after: Kitchen): (number | null)[] {
  const old = new Map(slotsOf(before).map((slot, i) => [slotKey(slot.wall, slot.cabinet, slot), i]));
  const cabinets = new Map<string, { wall: string; match: Map<number, number> }>();
  after.walls.forEach((wall, i) => {
    const was = before.walls.find((w) => w.name === wall.name) ?? before.walls[i];
    const elsewhere = was && was.name !== wall.name && after.walls.some((w) => w.name === was.name);
    if (was && !elsewhere) cabinets.set(wall.name, { wall: was.name, match: matchCabinets(was, wall) });
  });
  return slotsOf(after).map((slot) => {
    const from = cabinets.get(slot.wall);
    const cabinet = from?.match.get(slot.cabinet);
    if (!from || cabinet === undefined) return null;
    const key = slotKey(from.wall, cabinet, slot);
    const index = old.get(key) ?? null;
    // Two walls that were one each want it: the first has it.
    old.delete(key);
    return index;
  });
}
