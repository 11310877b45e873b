/** Where a piece can be, and what a slot of the rack holds. A place is kept as the words painters use: "rack 12", "hanger 3", "table". */
import { frozen } from '$core/frozen';
import type { Slot } from '$core/planning/job/choice';

const PLACE_KINDS = frozen([
  'opening',
  'bag',
  'table',
  'rack',
  'hanger',
  'stack',
  'van',
  'elsewhere',
] as const);
export type PlaceKind = (typeof PLACE_KINDS)[number];

export interface Place {
  kind: PlaceKind;
  /** of a rack slot or a hanger, from 1; null where none was said */
  number: number | null;
}

/** Reads a place as it was typed or scanned. */
export function readPlace(text: string): Place {
  const words = text.trim().toLowerCase();
  const numbered = /^(rack|slot|rack slot|hanger|hook)\s*(\d{1,3})?$/.exec(words);
  if (numbered) {
    const kind = numbered[1] === 'hanger' || numbered[1] === 'hook' ? 'hanger' : 'rack';
    return { kind, number: numbered[2] ? Number(numbered[2]) : null };
  }
  const known = PLACE_KINDS.find((k) => k === words || (k === 'stack' && words === 'wrapped stack'));
  return { kind: known ?? 'elsewhere', number: null };
}

/** The name of a slot of the rack, as places are named in facts. @example slotName(12) // "rack 12" */
export const slotName = (slot: number): string => `rack ${slot}`;

/** A rack: how many slots, and what one has room for. */
export interface RackRoom extends Slot {
  slots: number;
}

/** Between two pieces on one slot, mm. From memory. */
const GAP = 20;

/**
 * Whether pieces fit side by side on one slot, each laid the way that takes less of its length.
 * @param pieces width and height, mm
 */
export function fitsSlot(room: RackRoom, pieces: readonly { w: number; h: number }[]): boolean {
  let used = 0;
  for (const [i, { w, h }] of pieces.entries()) {
    const ways = [
      [w, h],
      [h, w],
    ].filter(([along, across]) => (across ?? 0) <= room.depth && (along ?? 0) <= room.length);
    if (ways.length === 0) return false;
    used += Math.min(...ways.map(([along]) => along ?? 0)) + (i ? GAP : 0);
  }
  return used <= room.length;
}

/** What lies on each slot: pieces by slot number. */
export function rackMap(places: Iterable<readonly [piece: string, place: string]>): Map<number, string[]> {
  const slots = new Map<number, string[]>();
  for (const [piece, text] of places) {
    const place = readPlace(text);
    if (place.kind !== 'rack' || place.number === null) continue;
    slots.set(place.number, [...(slots.get(place.number) ?? []), piece]);
  }
  return slots;
}
