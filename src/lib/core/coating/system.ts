/** What a finish system is: products in layers, prep before them, waits of each film. */
import { frozen } from '../frozen';
import { z } from 'zod';
import { DEW_POINT_MARGIN_K } from '../air/humid-air';
import { phasesSchema } from '../drying/phase';
import { basisSchema } from './basis';
import { TOOLS } from './tool';

export { BASES_OF_FIGURES, type Basis } from './basis';

export const STAGES = frozen([
  'touch',
  'sand',
  'recoat',
  'flip',
  'handle',
  'hang',
  'handles',
  'wet-clean',
  'cured',
] as const);
/** Moments in the life of one film. `handle`: may be carried; `handles`: print-free, hardware may go on. */
export type Stage = (typeof STAGES)[number];

export const STAGE_WORDS: Record<Stage, string> = frozen({
  touch: 'dry to touch',
  sand: 'sand',
  recoat: 'recoat',
  flip: 'flip',
  handle: 'handle',
  hang: 'hang',
  handles: 'fit handles',
  'wet-clean': 'wet-clean',
  cured: 'cured',
});

export const FACES = frozen(['back', 'front'] as const);
export type Face = (typeof FACES)[number];

/** Five years of minutes: no film waits longer, and no other figure is larger. */
export const MOST_FIGURE = 2_630_000;
/** A figure and where it comes from. */
const figureSchema = basisSchema.extend({
  value: z
    .number()
    .nonnegative('A figure is not below 0')
    .max(MOST_FIGURE, 'No wait is longer than five years'),
});
/** Where plain numbers beside it come from, by their name. */
const bases = <K extends string>(...names: K[]) => z.partialRecord(z.enum(names), basisSchema).default({});
const celsius = z.number().min(-50).max(100);
const parts = z.number().nonnegative().max(1000);
const density = z.number().positive().max(30);
const word = z.string().max(80);
const text = z.string().max(2000);
export type Figure = z.infer<typeof figureSchema>;

/** A reference time in minutes; its phases where they are not the usual ones of the base. */
const stageFigureSchema = figureSchema.extend({ phases: phasesSchema.optional() });

const PRODUCT_KINDS = frozen(['primer', 'finish', 'glaze', 'clear', 'wax'] as const);
export type ProductKind = (typeof PRODUCT_KINDS)[number];
/** What carries the film: `solvent` is mineral spirits, in oil and alkyd paints. */
const BASES = frozen(['water', 'alcohol', 'solvent', 'lacquer', 'two-pack', 'wax'] as const);
export type Base = (typeof BASES)[number];

const productSchema = z.object({
  key: word,
  name: text,
  kind: z.enum(PRODUCT_KINDS),
  base: z.enum(BASES),
  /** volume solids, share */
  solids: figureSchema,
  /** dry film of one coat, µm */
  dryFilm: figureSchema,
  /** kg/L */
  density: figureSchema.default({ value: 1.2, basis: 'from memory' }),
  /** minutes from the end of the coat at 25 °C, 50 % RH */
  stages: z.partialRecord(z.enum(STAGES), stageFigureSchema),
  /** latest minute for the next coat without abrading; null: none named */
  recoatBy: figureSchema.nullable(),
  limits: z.object({
    minC: celsius,
    maxC: celsius,
    maxHumidity: z.number().nonnegative().max(1),
    /** least difference of surface and dew point, K */
    dewMarginK: z.number().nonnegative().max(50).default(DEW_POINT_MARGIN_K),
    basis: word,
  }),
  /** most thinner for the tool, share of the product; null where it is never thinned */
  thinUpTo: figureSchema.nullable().default(null),
  mix: z
    .object({
      a: parts,
      b: parts,
      thinner: parts,
      thinnerOf: z.enum(['A+B', 'A']),
      by: z.enum(['volume', 'mass']).default('volume'),
      /** kg/L of base, hardener and thinner */
      densities: z
        .object({ a: density, b: density, thinner: density })
        .default({ a: 1.3, b: 1.05, thinner: 0.87 }),
      /** minutes to stand before use, and minutes it may be used */
      induction: figureSchema,
      potLife: figureSchema,
      basis: bases('parts', 'thinner', 'densities'),
    })
    .nullable(),
});
export type Product = z.infer<typeof productSchema>;

const PREP_KINDS = frozen([
  'protect',
  'clean',
  'degloss',
  'fill',
  'caulk',
  'sand',
  'dust',
  'wipe',
  'scrape',
  'mask',
  'unmask',
  'skin',
] as const);
export type PrepKind = (typeof PREP_KINDS)[number];

/** Pieces that a step is for: all of them, or those whose survey asks for it. */
const PREP_FOR = frozen([
  'all',
  'holes',
  'new holes',
  'loose',
  'open grain',
  'glass',
  'mould release',
  'old wax',
] as const);
export type PrepFor = (typeof PREP_FOR)[number];

const grit = z.number().nonnegative().max(10_000);
const prepSchema = z.object({
  key: word,
  kind: z.enum(PREP_KINDS).default('clean'),
  /** in the imperative: "Clean", "Sand" */
  act: text,
  how: text,
  /** what it is done to: the pieces, or the kitchen that stays */
  on: z.enum(['pieces', 'kitchen']).default('pieces'),
  faces: z.enum(['both', 'front']).default('both'),
  /** on the kitchen: for the whole of it, by its fixed area, minutes per m² */
  minutesPerPiece: figureSchema,
  /** grit, null where nothing is sanded */
  grit: grit.nullable().default(null),
  /** minutes it sits before it is wiped; null: not at all */
  dwell: figureSchema.nullable().default(null),
  /** minutes before the next step */
  dry: figureSchema,
  /** latest minute for the first coat after it; null: none named */
  holds: figureSchema.nullable().default(null),
  for: z.enum(PREP_FOR).default('all'),
  /** tape alone: pulled while the last coat is wet, not when it is dry */
  whileWet: z.boolean().default(false),
  basis: bases('grit'),
});
export type Prep = z.infer<typeof prepSchema>;

/** What is done to a coat before it is left alone: glaze wiped back, wax buffed. */
const afterCoatSchema = z.object({
  key: word,
  act: text,
  how: text,
  /** minutes after the coat, at least; and at most, before it has set */
  wait: figureSchema,
  most: figureSchema.nullable().default(null),
  minutesPerFace: figureSchema,
});
export type AfterCoat = z.infer<typeof afterCoatSchema>;

const ownLayerSchema = z.object({
  product: word,
  /** usual coats per face */
  coats: z.object({
    back: z.number().int().nonnegative().max(10),
    front: z.number().int().nonnegative().max(10),
  }),
  /** grit before its first coat where something lies below, and between its coats; null: not sanded */
  sandFirst: grit.nullable(),
  sandBetween: grit.nullable(),
  /** minutes at 25 °C, 50 % RH that its first coat waits for the film below, where that is more than that film's own recoat; null: no more */
  waitFirst: figureSchema.nullable().default(null),
  /** what lays it where that is not the tool of the job */
  tool: z.enum(TOOLS).optional(),
  then: afterCoatSchema.nullable().default(null),
  /** wet film of its first coat, and of those after it, over what the job lays; null: as the job lays it */
  full: z.object({ first: figureSchema, later: figureSchema }).nullable().default(null),
  /** how it is laid, where that is not the usual way */
  how: text.optional(),
  /** put under the system afterwards, and why where a reason was wanted */
  added: z.boolean().default(false),
  why: z.string().max(300).optional(),
  basis: bases('coats', 'sandFirst', 'sandBetween'),
});
/** A layer of a system; one that was put under it knows what it took the place of. */
const layerSchema = ownLayerSchema.extend({
  /** the system's own primers and the layer above them as they were, and the primers' products */
  replaces: z
    .object({ layers: z.array(ownLayerSchema).max(20), products: z.array(productSchema).max(50) })
    .optional(),
});
export type Layer = z.infer<typeof layerSchema>;

/** What rules of the proposal know a system by. */
export const TRAITS = frozen([
  'waterborne',
  'solvent-borne',
  'shellac',
  'two-pack',
  'lacquer',
  'wax',
  'chalk',
  'self-priming',
  'bonds to slick',
  'blocks stains',
  'needs abrading',
  'sprayed best',
  'quick',
  'slow',
  'hard',
  'soft',
  'decorative',
  'clear over paint',
] as const);
export type Trait = (typeof TRAITS)[number];

export const systemSchema = z.object({
  key: word,
  version: z.number().int().nonnegative().max(1e9),
  name: text,
  reason: text,
  tool: z.enum(TOOLS),
  traits: z.array(z.enum(TRAITS)).default([]),
  products: z.array(productSchema).max(50),
  prep: z.array(prepSchema).max(50),
  layers: z.array(layerSchema).max(20),
  /** after the last coat, on the kitchen */
  close: z.array(prepSchema).max(50).default([]),
  /** new holes are drilled once the fronts are primed, not when pieces come down */
  drillPrimed: z.boolean().optional(),
  cautions: z.array(text).max(50),
});
export type System = z.infer<typeof systemSchema>;

/**
 * The prep of a system, in order. A primer that was put under it and is never sanded keys by its own texture: what it lies on is
 * not sanded either.
 */
export function prepOf({ prep, layers, products }: System): readonly Prep[] {
  const first = layers[0]?.added ? products.find((p) => p.key === layers[0]?.product) : undefined;
  return first && !first.stages.sand ? prep.filter((p) => p.kind !== 'sand' || p.for !== 'all') : prep;
}

/** The product with a key. @throws Error when the system has none */
export function productOf(system: System, key: string): Product {
  const product = system.products.find((p) => p.key === key);
  if (!product) throw new Error(`System ${system.key} has no product ${key}`);
  return product;
}

/** More coats of primer are never laid: the fourth covers nothing that three did not. Common practice, no source. */
export const MOST_PRIMER = 3;

/** Coats per face for each layer, in the order of the system's layers. */
export const coatCountsSchema = z.array(
  z.object({ back: z.number().int().min(0).max(4), front: z.number().int().min(0).max(4) }),
);
export type CoatCounts = z.infer<typeof coatCountsSchema>;

/** The usual coats of a system. */
export const usualCounts = (system: System): CoatCounts => system.layers.map((l) => ({ ...l.coats }));
