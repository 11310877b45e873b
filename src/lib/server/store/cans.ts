import type { Db } from '../db/open';

/** A size a product is sold in. */
export interface Can {
  product: string;
  ml: number;
  /** null where no price is known */
  cents: number | null;
}

export const listCans = (db: Db): Can[] =>
  db.prepare<[], Can>('SELECT product, ml, cents FROM can ORDER BY product, ml').all();

/** Puts the sizes of a product in place of those it had. */
export function writeCans(db: Db, product: string, cans: readonly Omit<Can, 'product'>[]): void {
  db.prepare('DELETE FROM can WHERE product = ?').run(product);
  const insert = db.prepare('INSERT INTO can (product, ml, cents) VALUES (?, ?, ?)');
  for (const { ml, cents } of cans) insert.run(product, ml, cents);
}
