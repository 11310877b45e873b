/** A primer under a system that has none, or another one: for a job, or for good. Common practice, no source. */
import type { Answers } from './proposal-facts';
import { MOST_PRIMER, type CoatCounts, type Layer, type Product, type System } from './system';
import { usage } from './systems/figures';
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

/** The system without a primer that was put under it. */
export const withoutAdded = (system: System): System => {
  const layers = system.layers.filter((l) => !l.added);
  const used = new Set(layers.map((l) => l.product));
  return { ...system, layers, products: system.products.filter((p) => used.has(p.key)) };
};

/** Whether a reason is wanted before a primer goes under a system. */
export const wantsReason = (system: System): boolean => system.traits.includes('self-priming');

/**
 * A system with a primer under its first layer.
 * @param primer any primer
 * @param why the reason, where the system is self-priming
 * @returns null where a reason is wanted and none is given
 */
export function withPrimer(system: System, primer: Product, why: string): System | null {
  const bare = withoutAdded(system);
  if (wantsReason(bare) && why.trim().length < 3) return null;
  const [first, ...rest] = bare.layers;
  if (!first) return bare;
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
    basis: { coats: usage('T27'), sandBetween: usage('T20: hard primers 240') },
  };
  // What lies on a primer is sanded to it, unless the primer is left as it is.
  const sanded = primer.stages.sand ? { sandFirst: first.sandFirst ?? 240 } : {};
  const basis = { ...first.basis, sandFirst: first.basis.sandFirst ?? usage('T20: hard primers 240') };
  return {
    ...bare,
    products: [...bare.products.filter((p) => p.key !== primer.key), primer],
    layers: [layer, { ...first, ...sanded, basis }, ...rest],
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
