/** What fixed work is made of, as far as it is not as the fronts are: it decides what goes on first. */
import { frozen } from '../frozen';
import { z } from 'zod';
import { FIXED_KINDS } from './fixed-work';

export const FIXED_MATERIALS = frozen([
  'as the fronts',
  'raw wood',
  'new skin',
  'melamine',
  'printed film',
] as const);
/** `new skin`: printed particle board that is given a new skin of veneer or board, which is raw. */
export type FixedMaterial = (typeof FIXED_MATERIALS)[number];

export const fixedMaterialsSchema = z.partialRecord(z.enum(FIXED_KINDS), z.enum(FIXED_MATERIALS));
export type FixedMaterials = z.infer<typeof fixedMaterialsSchema>;
