/** What is looked at after a coat, and how a film feels. */
import { frozen } from '$core/frozen';
import type { Product, Stage } from '$core/coating/system';

/** Inspection after a coat, in the order of looking. Common practice, no source. */
export const LOOKS = frozen(['edges', 'corners', 'recesses', 'sample'] as const);
export type Look = (typeof LOOKS)[number];
export const LOOK_WORDS: Record<Look, string> = frozen({
  edges: 'edges: runs, thin spots',
  corners: 'corners: pooled, burnt through',
  recesses: 'recesses and profiles: missed, ropey',
  sample: 'held against the sample door',
});

export const FEELS = frozen(['wet', 'tacky', 'dry', 'gums', 'powders', 'hard'] as const);
export type Feel = (typeof FEELS)[number];

/** What a touch says of the film: that it has reached a stage, or has not. */
export const FEEL_FACTS: Record<Feel, { words: string; stage: Stage; reached: boolean }> = frozen({
  wet: { words: 'wet', stage: 'touch', reached: false },
  tacky: { words: 'tacky', stage: 'touch', reached: false },
  dry: { words: 'dry', stage: 'touch', reached: true },
  gums: { words: 'gums up when sanded', stage: 'sand', reached: false },
  powders: { words: 'powders when sanded', stage: 'sand', reached: true },
  hard: { words: 'hard', stage: 'handle', reached: true },
});

/**
 * The stage a touch tells about, as far as the product has a figure: a film that is not dry to touch is not ready for
 * what comes next, and one that is hard is.
 * @returns null when the product has no figure that the touch says anything about
 */
export function stageTouched(
  product: Product,
  feel: Feel,
  next: Stage | null,
): { stage: Stage; reached: boolean } | null {
  const { stage, reached } = FEEL_FACTS[feel];
  if (product.stages[stage]) return { stage, reached };
  // Only bad news can be told of a later stage, only good news of an earlier one.
  if (!reached && next && product.stages[next]) return { stage: next, reached };
  const earlier: Stage[] = ['recoat', 'sand', 'touch'];
  const known = reached && feel === 'hard' ? earlier.find((s) => product.stages[s]) : undefined;
  return known ? { stage: known, reached } : null;
}
