import { expect, it } from 'vitest';
import { SYSTEMS } from '../coating/systems/index';
import type { Product } from '../coating/system';
import { solventNights } from './solvent-nights';

const ZONE = 'America/Halifax';
const product = (base: Product['base'], recoat: number): Product => {
  const any = SYSTEMS[0]?.products[0];
  if (!any) throw new Error('no product');
  return { ...any, base, stages: { recoat: { value: recoat, basis: 'from memory' } } };
};
/** Minutes after Monday 9 March, 15:00 there. */
const at = (minutes: number): number => Date.UTC(2026, 2, 9, 18) + minutes * 60_000;
const laid = (p: Product, minutes: number, home = true) => ({ product: p, end: at(minutes), home });

it('counts each night once in which solvent dries at home', () => {
  const shellac = product('alcohol', 60);
  const oil = product('solvent', 1440);
  const slow = product('solvent', 2880);
  const water = product('water', 1440);
  expect(solventNights([laid(shellac, 0)], ZONE)).toBe(1);
  // Two coats of one day are one night; the next day's is another.
  expect(solventNights([laid(shellac, 0), laid(shellac, 30), laid(shellac, 1440)], ZONE)).toBe(2);
  // Until Tuesday afternoon it is the night to Tuesday; until Wednesday two.
  expect(solventNights([laid(oil, 0)], ZONE)).toBe(1);
  expect(solventNights([laid(slow, 0)], ZONE)).toBe(2);
  expect(solventNights([laid(water, 0), laid(oil, 0, false)], ZONE)).toBe(0);
});
