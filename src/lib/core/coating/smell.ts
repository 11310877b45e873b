/** How long the solvent of a coat smells. */
import type { Base, Product } from './system';

const SOLVENTS: ReadonlySet<Base> = new Set(['alcohol', 'solvent', 'lacquer', 'two-pack']);

/** Minutes until a film may be coated again, when its smell is gone: of shellac within the evening. Null where there is no solvent in it. */
export const smellOf = ({ base, stages }: Pick<Product, 'base' | 'stages'>): number | null =>
  SOLVENTS.has(base) ? (stages.recoat?.value ?? 0) : null;
