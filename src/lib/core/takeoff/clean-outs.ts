/**
 * Cleaning out between materials: gun, brush or tray hold one product of one colour, and what comes next begins with clean ones. Common
 * practice; how long it takes stands with the tools.
 */
import { gets, type Step } from '../coating/route';
import type { Product } from '../coating/system';
import { TOOL_FACTS, type Tool } from '../coating/tool';
import { isColoured } from './coloured';

/** What a tool holds: the product, and the colour where that matters. One key for each that is cleaned out before another. */
export const materialOf = (product: Product, colour: string): string =>
  isColoured(product) && colour ? `${product.key} ${colour}` : product.key;

/** The colour of a zone; what has none yet is told apart by the zone. */
export const colourOfZone = (
  zones: readonly { id: string; colour?: string | undefined }[],
  zone: string | undefined,
): string => zones.find((z) => z.id === zone)?.colour || (zone ?? '');

/** How often a tool is loaded anew, and how often it is cleaned out for that. */
export interface CleanOuts {
  /** by material; what was clean at first is loaded, too */
  loads: Map<string, number>;
  count: number;
  minutes: number;
}

/**
 * The fewest clean-outs of pieces that go their route step by step, each step colour by colour: what a tool holds still goes on first.
 * @param pieces each with its colour
 */
export function cleanOuts(
  route: readonly Step[],
  pieces: readonly { id?: string; colour: string }[],
): CleanOuts {
  const out: CleanOuts = { loads: new Map(), count: 0, minutes: 0 };
  const coats = route.flatMap((step) => {
    const { product, tool } = step;
    if (!product || !tool) return [];
    const own = pieces.filter((p) => p.id === undefined || gets(step, p.id));
    const materials = [...new Set(own.map((p) => materialOf(product, p.colour)))];
    return materials.length ? [{ tool, materials }] : [];
  });
  const held = new Map<Tool, string>();
  coats.forEach(({ tool, materials }, i) => {
    const before = held.get(tool);
    const next = coats.slice(i + 1).find((c) => c.tool === tool)?.materials ?? [];
    const first = materials.find((m) => m === before);
    const rest = materials.filter((m) => m !== first);
    // What the next coat takes as well comes last.
    const last = rest.find((m) => next.includes(m)) ?? rest.at(-1);
    for (const material of rest) {
      out.loads.set(material, (out.loads.get(material) ?? 0) + 1);
      if (before === undefined && material === rest[0]) continue;
      out.count++;
      out.minutes += TOOL_FACTS[tool].changeoverMinutes;
    }
    held.set(tool, last ?? first ?? '');
  });
  return out;
}

/**
 * Clean-outs of coats that go in a given order with one tool, clean at first.
 * @param materials what each coat is, in their order
 */
export function cleanOutsInOrder(materials: readonly string[], tool: Tool): CleanOuts {
  const loaded = materials.filter((m, i) => m !== materials[i - 1]);
  const loads = new Map<string, number>();
  for (const material of loaded) loads.set(material, (loads.get(material) ?? 0) + 1);
  const count = Math.max(0, loaded.length - 1);
  return { loads, count, minutes: count * TOOL_FACTS[tool].changeoverMinutes };
}
