/** What a finish system is: products in layers, prep before them, waits of each film. */
import { z } from 'zod';
import { DEW_POINT_MARGIN_K } from '../air/humid-air';
import { phasesSchema } from '../drying/phase';
import { TOOLS } from './tool';

export const STAGES = [
  'touch',
  'sand',
  'recoat',
  'flip',
  'handle',
  'hang',
  'handles',
  'wet-clean',
  'cured',
] as const;
/** Moments in the life of one film. `handle`: may be carried; `handles`: print-free, hardware may go on. */
export type Stage = (typeof STAGES)[number];

export const STAGE_WORDS: Record<Stage, string> = {
  touch: 'dry to touch',
  sand: 'sand',
  recoat: 'recoat',
  flip: 'flip',
  handle: 'handle',
  hang: 'hang',
  handles: 'fit handles',
  'wet-clean': 'wet-clean',
  cured: 'cured',
};

export const FACES = ['back', 'front'] as const;
export type Face = (typeof FACES)[number];

export const BASES_OF_FIGURES = ['common practice', 'from memory', 'data sheet', 'learnt here'] as const;
/** A figure and where it comes from. */
export const figureSchema = z.object({
  value: z.number().nonnegative(),
  basis: z.enum(BASES_OF_FIGURES),
  note: z.string().optional(),
});
export type Figure = z.infer<typeof figureSchema>;

/** A reference time in minutes; its phases where they are not the usual ones of the base. */
export const stageFigureSchema = figureSchema.extend({ phases: phasesSchema.optional() });
export type StageFigure = z.infer<typeof stageFigureSchema>;

export const PRODUCT_KINDS = ['primer', 'finish', 'glaze', 'clear', 'wax'] as const;
export type ProductKind = (typeof PRODUCT_KINDS)[number];
/** What carries the film: `solvent` is mineral spirits, in oil and alkyd paints. */
export const BASES = ['water', 'alcohol', 'solvent', 'lacquer', 'two-pack', 'wax'] as const;
export type Base = (typeof BASES)[number];

export const productSchema = z.object({
  key: z.string(),
  name: z.string(),
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
    minC: z.number(),
    maxC: z.number(),
    maxHumidity: z.number(),
    /** least difference of surface and dew point, K */
    dewMarginK: z.number().nonnegative().default(DEW_POINT_MARGIN_K),
    basis: z.string(),
  }),
  /** most thinner for the tool, share of the product; null where it is never thinned */
  thinUpTo: figureSchema.nullable().default(null),
  mix: z
    .object({
      a: z.number(),
      b: z.number(),
      thinner: z.number(),
      thinnerOf: z.enum(['A+B', 'A']),
      by: z.enum(['volume', 'mass']).default('volume'),
      /** kg/L of base, hardener and thinner */
      densities: z
        .object({ a: z.number().positive(), b: z.number().positive(), thinner: z.number().positive() })
        .default({ a: 1.3, b: 1.05, thinner: 0.87 }),
      /** minutes to stand before use, and minutes it may be used */
      induction: figureSchema,
      potLife: figureSchema,
    })
    .nullable(),
});
export type Product = z.infer<typeof productSchema>;

export const PREP_KINDS = [
  'protect',
  'clean',
  'degloss',
  'fill',
  'caulk',
  'sand',
  'dust',
  'wipe',
  'scrape',
  'unmask',
] as const;
export type PrepKind = (typeof PREP_KINDS)[number];

export const prepSchema = z.object({
  key: z.string(),
  kind: z.enum(PREP_KINDS).default('clean'),
  /** in the imperative: "Clean", "Sand" */
  act: z.string(),
  how: z.string(),
  /** what it is done to: the pieces, or the kitchen that stays */
  on: z.enum(['pieces', 'kitchen']).default('pieces'),
  faces: z.enum(['both', 'front']).default('both'),
  /** on the kitchen: for the whole of it, by its fixed area, minutes per m² */
  minutesPerPiece: figureSchema,
  /** grit, null where nothing is sanded */
  grit: z.number().nullable().default(null),
  /** minutes it sits before it is wiped; null: not at all */
  dwell: figureSchema.nullable().default(null),
  /** minutes before the next step */
  dry: figureSchema,
});
export type Prep = z.infer<typeof prepSchema>;

/** What is done to a coat before it is left alone: glaze wiped back, wax buffed. */
export const afterCoatSchema = z.object({
  key: z.string(),
  act: z.string(),
  how: z.string(),
  /** minutes after the coat */
  wait: figureSchema,
  minutesPerFace: figureSchema,
});

export const layerSchema = z.object({
  product: z.string(),
  /** usual coats per face */
  coats: z.object({ back: z.number().int(), front: z.number().int() }),
  /** grit before its first coat where something lies below, and between its coats; null: not sanded */
  sandFirst: z.number().nullable(),
  sandBetween: z.number().nullable(),
  /** minutes that its first coat waits for what lies below, where that is more than the film's own recoat; null: no more */
  waitFirst: figureSchema.nullable().default(null),
  /** what lays it where that is not the tool of the job */
  tool: z.enum(TOOLS).optional(),
  then: afterCoatSchema.nullable().default(null),
});
export type Layer = z.infer<typeof layerSchema>;

/** What rules of the proposal know a system by. */
export const TRAITS = [
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
] as const;
export type Trait = (typeof TRAITS)[number];

export const systemSchema = z.object({
  key: z.string(),
  version: z.number().int(),
  name: z.string(),
  reason: z.string(),
  tool: z.enum(TOOLS),
  traits: z.array(z.enum(TRAITS)).default([]),
  products: z.array(productSchema),
  prep: z.array(prepSchema),
  layers: z.array(layerSchema),
  /** after the last coat, on the kitchen */
  close: z.array(prepSchema).default([]),
  cautions: z.array(z.string()),
});
export type System = z.infer<typeof systemSchema>;

/** The product with a key. @throws Error when the system has none */
export function productOf(system: System, key: string): Product {
  const product = system.products.find((p) => p.key === key);
  if (!product) throw new Error(`System ${system.key} has no product ${key}`);
  return product;
}

/** Coats per face for each layer, in the order of the system's layers. */
export const coatCountsSchema = z.array(
  z.object({ back: z.number().int().min(0).max(4), front: z.number().int().min(0).max(4) }),
);
export type CoatCounts = z.infer<typeof coatCountsSchema>;

/** The usual coats of a system. */
export const usualCounts = (system: System): CoatCounts => system.layers.map((l) => ({ ...l.coats }));
