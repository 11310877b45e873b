import type { Product } from '../coating/system';

/** The colour a product is bought in matters: finishes and glazes. */
export const isColoured = (product: Pick<Product, 'kind'>): boolean =>
  product.kind === 'finish' || product.kind === 'glaze';
