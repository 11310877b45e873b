/** Where a figure comes from. */
import { frozen } from '../frozen';
import { z } from 'zod';

export const BASES_OF_FIGURES = frozen([
  'common practice',
  'from memory',
  'data sheet',
  'learnt here',
  'our own rule',
] as const);
/** Where a figure comes from, the rule of thumb it is, and who typed it where somebody did. */
export const basisSchema = z.object({
  basis: z.enum(BASES_OF_FIGURES),
  note: z.string().max(500).optional(),
  by: z.string().max(80).optional(),
});
export type Basis = z.infer<typeof basisSchema>;
