/** What a painter notes about a piece: its material, its state, its hardware, what is to be coated. */
import { frozen } from '../frozen';
import { z } from 'zod';
import { canHinge, type Form } from './kitchen';

export const WOODS = frozen([
  'unknown',
  'oak',
  'ash',
  'maple',
  'birch',
  'cherry',
  'pine',
  'mdf',
  'particle board',
  'melamine',
] as const);
export const OLD_FINISHES = frozen([
  'unknown',
  'bare',
  'lacquer',
  'varnish',
  'oil paint',
  'latex paint',
  'stain',
  'wax',
  'printed film',
] as const);
/** `cup`: concealed, in a 35 mm bore; `plate`: fixed to the face or edge of the door. */
export const HINGE_KINDS = frozen(['cup', 'plate'] as const);
/** `keep`; `change`: others in the same holes; `drill`: old holes filled, new ones drilled; `none`: no handle. */
export const HANDLES = frozen(['keep', 'change', 'drill', 'none'] as const);
export const FACES_TO_COAT = frozen(['both', 'front'] as const);

/** How a front is made: one flat board, or stiles and rails around a flat, raised or beaded panel. */
export const PROFILES = frozen(['slab', 'flat', 'raised', 'beaded'] as const);
export type Profile = (typeof PROFILES)[number];

const grade = z.number().int().min(0).max(3);

export const conditionSchema = z.object({
  wood: z.enum(WOODS).default('unknown'),
  oldFinish: z.enum(OLD_FINISHES).default('unknown'),
  /** 0 none … 3 thick */
  grease: grade.default(0),
  /** 0 none … 3 through to the wood */
  wear: grade.default(0),
  chips: z.boolean().default(false),
  water: z.boolean().default(false),
  glaze: z.boolean().default(false),
  loose: z.boolean().default(false),
  /** new from a factory: mould release, silicone */
  fresh: z.boolean().default(false),
  /** null where nobody looked: a usual front of its form */
  profile: z.enum(PROFILES).nullable().default(null),
  /** the drawer's box is coated too */
  box: z.boolean().default(false),
  hinges: z
    .object({
      count: z.number().int().min(0).max(6),
      kind: z.enum(HINGE_KINDS),
      /** taken off the box too, and bagged */
      bagged: z.boolean(),
    })
    .nullable()
    .default(null),
  handles: z.enum(HANDLES).default('keep'),
  /** the inside of its cabinet is coated too */
  inside: z.boolean().default(false),
  faces: z.enum(FACES_TO_COAT).default('both'),
  note: z.string().trim().max(500).default(''),
});
/** `hinges` is null where nobody looked: the usual ones are taken. */
export type Condition = z.infer<typeof conditionSchema>;
export type Hinges = NonNullable<Condition['hinges']>;

export const USUAL_CONDITION: Condition = conditionSchema.parse({});

/**
 * The hinges of a piece: those noted, else the usual number for its height.
 * Two up to 1 m, three to 1.6 m, four to 2 m, then five: common practice, no source.
 */
export function hingesOf(piece: { form: Form; h: number }, condition: Pick<Condition, 'hinges'>): Hinges {
  if (!canHinge(piece.form)) return { count: 0, kind: 'cup', bagged: false };
  if (condition.hinges) return condition.hinges;
  const count = piece.h <= 1000 ? 2 : piece.h <= 1600 ? 3 : piece.h <= 2000 ? 4 : 5;
  return { count, kind: 'cup', bagged: true };
}

/** Whether a piece wears a slick skin: melamine, or a printed film. */
export const isSlick = ({ wood, oldFinish }: Pick<Condition, 'wood' | 'oldFinish'>): boolean =>
  wood === 'melamine' || oldFinish === 'printed film';

/** Names of a door's hinges from the top. */
export function hingeNames(count: number): string[] {
  if (count === 1) return ['only'];
  if (count === 2) return ['top', 'bottom'];
  if (count === 3) return ['top', 'middle', 'bottom'];
  return Array.from({ length: count }, (_, i) => String(i + 1));
}

/** What is wrong with a piece, in words; empty when nothing was noted. */
export function troubles(c: Condition): string[] {
  return [
    ...(c.wear ? [`wear ${c.wear}`] : []),
    ...(c.chips ? ['chips'] : []),
    ...(c.water ? ['water damage'] : []),
    ...(c.glaze ? ['old glaze'] : []),
    ...(c.loose ? ['loose paint'] : []),
    ...(c.fresh ? ['new from the factory'] : []),
  ];
}

/** What was noted about a piece, in words. */
export const notedWords = (c: Condition): string[] => [
  ...(c.wood === 'unknown' ? [] : [c.wood]),
  ...(c.oldFinish === 'unknown' ? [] : [c.oldFinish]),
  ...(c.grease ? [`grease ${c.grease} of 3`] : []),
  ...troubles(c),
  ...(c.handles === 'keep' ? [] : [`handles: ${c.handles}`]),
  ...(c.faces === 'front' ? ['front only'] : []),
  ...(c.profile ? [`${c.profile} front`] : []),
  ...(c.inside ? ['inside of the cabinet too'] : []),
  ...(c.box ? ['drawer box too'] : []),
  ...(c.note ? [c.note] : []),
];
