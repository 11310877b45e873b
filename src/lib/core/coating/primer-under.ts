/** A primer under a system that has none, or another one: for a job, or for good. Common practice, no source. */
import type { Answers } from './proposal-facts';
import { MOST_PRIMER, productOf, type CoatCounts, type Layer, type Product, type System } from './system';
import { usage } from './figures';
import type { Tool } from './tool';

/** Why a primer under a self-priming paint wants a reason. */
export const FOREIGN_PRIMER =
  'A self-priming paint carries its own bond: a primer under it would carry the bond instead. Give a reason, such as very dark to light.';

/**
 * Coats of a primer by how the colour changes and what lays it: dark to light takes two to three, a roller lays a thinner film
 * than a brush; light onto dark takes one (T27: common practice, no source).
 */
export function primerCoats(change: Answers['change'], tool: Tool): number {
  if (change !== 'dark to light') return 1;
  return Math.min(MOST_PRIMER, tool === 'roller' ? 3 : 2);
}

/** The system as it was before a primer was put under it. */
export function withoutAdded(system: System): System {
  const own = system.layers.filter((l) => !l.added);
  const was = system.layers.find((l) => l.added)?.replaces;
  const layers = was ? [...was.layers, ...own.slice(1)] : own;
  const used = new Set(layers.map((l) => l.product));
  const products = [...(was?.products ?? []), ...system.products].filter((p) => used.has(p.key));
  return { ...system, layers, products: [...new Map(products.map((p) => [p.key, p])).values()] };
}

/** Whether a reason is wanted before a primer goes under a system. */
export const wantsReason = (system: System): boolean => system.traits.includes('self-priming');

/**
 * A system with another primer: it takes the place of the system's own primers, or goes under the first layer where there are none.
 * @param primer any primer
 * @param why the reason, where the system is self-priming
 * @returns null where a reason is wanted and none is given
 */
export function withPrimer(system: System, primer: Product, why: string): System | null {
  const bare = withoutAdded(system);
  if (wantsReason(bare) && why.trim().length < 3) return null;
  const above = bare.layers.findIndex((l) => productOf(bare, l.product).kind !== 'primer');
  const [first, ...rest] = bare.layers.slice(Math.max(0, above));
  if (!first) return bare;
  const replaced = bare.layers.slice(0, Math.max(0, above));
  const laid = new Set([first, ...rest].map((l) => l.product));
  const layer: Layer = {
    product: primer.key,
    coats: { back: 1, front: 1 },
    sandFirst: null,
    sandBetween: 240,
    waitFirst: null,
    then: null,
    full: null,
    added: true,
    ...(why.trim() ? { why: why.trim() } : {}),
    replaces: { layers: [...replaced, first], products: replaced.map((l) => productOf(bare, l.product)) },
    basis: { coats: usage('T27'), sandBetween: usage('T20: hard primers 240') },
  };
  // What lies on a primer is sanded to it, unless the primer is left as it is.
  const sanded = { sandFirst: primer.stages.sand ? (first.sandFirst ?? 240) : null };
  const basis = { ...first.basis, sandFirst: first.basis.sandFirst ?? usage('T20: hard primers 240') };
  // What it waited for the primer that is gone, it does not wait for this one.
  const waits = replaced.length ? { waitFirst: null } : {};
  return {
    ...bare,
    products: [...bare.products.filter((p) => p.key !== primer.key && laid.has(p.key)), primer],
    layers: [layer, { ...first, ...sanded, ...waits, basis }, ...rest],
  };
}

/** Coats of a system with a primer put under it: those it had, and of the primer what the change of colour asks for. */
export function countsWith(
  system: System,
  had: ReadonlyMap<string, CoatCounts[number]>,
  primer: number,
): CoatCounts {
  return system.layers.map((l) => {
    const known = had.get(l.product);
    if (known) return known;
    if (!l.added) return { ...l.coats };
    return { back: primer, front: primer };
  });
}
