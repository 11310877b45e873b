/** Another primer under a system. Common practice, no source. */
import { describe, expect, it } from 'vitest';
import { withoutAdded, withPrimer } from './primer-under';
import { buildRoute } from './route';
import { usualCounts, type Product, type System } from './system';
import { SYSTEMS } from './systems/index';

const WHY = 'very dark to light';
const primers = [...new Map(SYSTEMS.flatMap((s) => s.products).map((p) => [p.key, p])).values()].filter(
  (p) => p.kind === 'primer',
);
const primed = (system: System, primer: Product): System => {
  const made = withPrimer(system, primer, WHY);
  if (!made) throw new Error(system.key);
  return made;
};
const laid = (system: System): string[] => system.layers.map((l) => l.product);
const isPrimer = (system: System, key: string): boolean =>
  system.products.find((p) => p.key === key)?.kind === 'primer';

describe.each(SYSTEMS.map((s) => [s.key, s] as const))('%s', (_, system) => {
  it.each(primers.map((p) => [p.key, p] as const))('with %s has that primer and no other', (key, primer) => {
    const made = primed(system, primer);
    expect(laid(made).filter((l) => isPrimer(made, l))).toEqual([key]);
    expect(made.products.filter((p) => p.kind === 'primer')).toEqual([primer]);
    const above = (of: System) => laid(of).filter((l) => !isPrimer(of, l));
    expect(above(made)).toEqual(above(system));
    const route = buildRoute(made, usualCounts(made), made.tool);
    expect(route.find((s) => s.kind === 'coat')?.product).toEqual(primer);
    // It can be chosen otherwise, and taken out again.
    for (const other of primers) expect(withoutAdded(primed(made, other)).layers).toEqual(system.layers);
    expect(new Set(withoutAdded(made).products)).toEqual(new Set(system.products));
  });
});
