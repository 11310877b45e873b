/** Which labels a kitchen needs: on pieces, openings, hinge bags, hangers and rack slots. */
import { frozen } from '../frozen';
import { hingeNames, hingesOf, type Condition } from '../kitchen/condition';
import { z } from 'zod';
import { FORM_WORDS, SIDES, type Form, type Hinge } from '../kitchen/kitchen';
import { hidingPlace, type Way } from './hiding';

export const LABEL_KINDS = frozen(['piece', 'opening', 'bag', 'hanger', 'slot'] as const);
export type LabelKind = (typeof LABEL_KINDS)[number];

const SIGNS = frozen(['disc', 'square', 'triangle', 'diamond', 'ring', 'bar'] as const);
/** A shape for a colour zone, so that zones differ without colour. */
export type Sign = (typeof SIGNS)[number];
/** The sign of the zone at a position; more zones than signs share them, and differ by letter. */
export const signOf = (position: number): Sign => SIGNS[position % SIGNS.length] ?? 'disc';

interface LabelledPiece {
  id: string;
  code: string;
  wall: string;
  form: Form;
  hinge: Hinge | null;
  h: number;
  condition: Condition;
  zone: { letter: string; sign: Sign; colour: string };
}

export interface Label {
  /** what the QR code holds; unique among the labels of a job, no personal data */
  key: string;
  kind: LabelKind;
  /** piece it belongs to; null for a rack slot */
  piece: string | null;
  /** written large */
  code: string;
  /** small lines under it */
  lines: string[];
  /** an arrow that points up */
  arrow: boolean;
  zone: { letter: string; sign: Sign } | null;
  /** hinge side and count, drawn small; null where nothing swings */
  hinges: { side: Hinge; count: number } | null;
}

/** A label as it is stored and exchanged. */
export const labelSchema = z.object({
  key: z.string().max(80),
  kind: z.enum(LABEL_KINDS),
  piece: z.uuid().nullable(),
  code: z.string().max(12),
  lines: z.array(z.string().max(200)).max(4),
  arrow: z.boolean(),
  zone: z.object({ letter: z.string().regex(/^[A-Z]$/), sign: z.enum(SIGNS) }).nullable(),
  hinges: z.object({ side: z.enum(SIDES), count: z.number().int() }).nullable(),
});

const KIND_WORDS: Record<Exclude<LabelKind, 'piece'>, string> = frozen({
  opening: 'opening',
  bag: 'hinge bag',
  hanger: 'hanger',
  slot: 'rack slot',
});

function labelsOfPiece(piece: LabelledPiece, kind: LabelKind, way: Way): Label[] {
  const hinges = hingesOf(piece, piece.condition);
  const hiding = hidingPlace(piece.form, hinges);
  const swings = piece.hinge && hinges.count ? { side: piece.hinge, count: hinges.count } : null;
  const base = {
    kind,
    piece: piece.id,
    code: piece.code,
    arrow: false,
    zone: { letter: piece.zone.letter, sign: piece.zone.sign },
    hinges: swings,
  };
  const where = `${piece.wall} · ${FORM_WORDS[piece.form]}`;
  switch (kind) {
    case 'piece':
      return [
        {
          ...base,
          key: piece.id,
          arrow: true,
          lines: [
            `${where}${swings ? ` · hinge ${swings.side}` : ''}`,
            `code ${hiding.words}`,
            piece.zone.colour,
          ],
        },
      ];
    case 'opening':
      return [{ ...base, key: `opening:${piece.id}`, lines: [KIND_WORDS.opening, where, piece.zone.colour] }];
    case 'bag':
      return hinges.bagged
        ? hingeNames(hinges.count).map((name) => ({
            ...base,
            key: `bag:${piece.id}:${name}`,
            lines: [`${KIND_WORDS.bag}, ${name}`, where],
          }))
        : [];
    case 'hanger':
      return way === 'hung'
        ? [
            {
              ...base,
              key: `hanger:${piece.id}`,
              arrow: true,
              lines: [KIND_WORDS.hanger, where, piece.zone.colour],
            },
          ]
        : [];
    case 'slot':
      return [];
  }
}

/**
 * The labels of one kind.
 * @param pieces in wall order
 * @param way hangers are only for pieces that hang, rack slots only for those that do not
 * @param slots of the rack
 */
export function labelsFor(
  kind: LabelKind,
  pieces: readonly LabelledPiece[],
  way: Way,
  slots: number,
): Label[] {
  if (kind !== 'slot') return pieces.flatMap((p) => labelsOfPiece(p, kind, way));
  if (way === 'hung') return [];
  return Array.from({ length: slots }, (_, i) => ({
    key: `slot:${i + 1}`,
    kind,
    piece: null,
    code: `#${i + 1}`,
    lines: [KIND_WORDS.slot],
    arrow: false,
    zone: null,
    hinges: null,
  }));
}

/**
 * What a scanned label says.
 * @returns the kind, and the piece it belongs to or the number of the slot; null for a code that is none of ours
 */
export function readLabelKey(
  text: string,
): { kind: Exclude<LabelKind, 'slot'>; piece: string } | { kind: 'slot'; slot: number } | null {
  const id = '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}';
  const m = new RegExp(`^(?:(opening|bag|hanger):)?(${id})(?::[a-z0-9]+)?$`).exec(text.trim());
  if (m?.[2]) return { kind: (m[1] as 'opening' | 'bag' | 'hanger' | undefined) ?? 'piece', piece: m[2] };
  const slot = /^slot:(\d{1,4})$/.exec(text.trim());
  return slot ? { kind: 'slot', slot: Number(slot[1]) } : null;
}
