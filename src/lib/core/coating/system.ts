/** What a finish system is: products in layers, prep before them, waits of each film. */
import { z } from 'zod';
import { TOOLS } from './tool';

export const STAGES = ['touch', 'sand', 'recoat', 'flip', 'hang', 'handles', 'wet-clean', 'cured'] as const;
/** Moments in the life of one film. `handles`: print-free, hardware may go on. */
export type Stage = (typeof STAGES)[number];

export const FACES = ['back', 'front'] as const;
export type Face = (typeof FACES)[number];

/** A figure and where it comes from. */
export const figureSchema = z.object({
  value: z.number().nonnegative(),
  basis: z.enum(['common practice', 'from memory', 'data sheet', 'learnt here']),
  note: z.string().optional(),
});
export type Figure = z.infer<typeof figureSchema>;

export const productSchema = z.object({
  key: z.string(),
  name: z.string(),
  kind: z.enum(['primer', 'finish']),
  base: z.enum(['water', 'solvent', 'two-pack']),
  /** volume solids, share */
  solids: figureSchema,
  /** dry film of one coat, µm */
  dryFilm: figureSchema,
  /** minutes from the end of the coat at 25 °C, 50 % RH */
  stages: z.partialRecord(z.enum(STAGES), figureSchema),
  /** latest minute for the next coat without abrading; null: none named */
  recoatBy: figureSchema.nullable(),
  limits: z.object({ minC: z.number(), maxC: z.number(), maxHumidity: z.number(), basis: z.string() }),
  mix: z
    .object({
      a: z.number(),
      b: z.number(),
      thinner: z.number(),
      thinnerOf: z.enum(['A+B', 'A']),
      /** minutes to stand before use, and minutes it may be used */
      induction: figureSchema,
      potLife: figureSchema,
    })
    .nullable(),
});
export type Product = z.infer<typeof productSchema>;

export const prepSchema = z.object({
  key: z.string(),
  /** in the imperative: "Clean", "Sand" */
  act: z.string(),
  how: z.string(),
  minutesPerPiece: figureSchema,
  /** minutes before the next step */
  dry: figureSchema,
});

export const layerSchema = z.object({
  product: z.string(),
  /** usual coats per face, and the most anyone would lay */
  coats: z.object({ back: z.number().int(), front: z.number().int() }),
  /** grit before its first coat where something lies below, and between its coats; null: not sanded */
  sandFirst: z.number().nullable(),
  sandBetween: z.number().nullable(),
});

export const systemSchema = z.object({
  key: z.string(),
  version: z.number().int(),
  name: z.string(),
  reason: z.string(),
  tool: z.enum(TOOLS),
  products: z.array(productSchema),
  prep: z.array(prepSchema),
  layers: z.array(layerSchema),
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
