/** How pieces are turned through their coats. */
import { frozen } from '../frozen';
import { FACES, type CoatCounts, type Face } from './system';

export const PATTERNS = frozen(['backs-then-fronts', 'coat-by-coat', 'hung', 'points'] as const);
export type Pattern = (typeof PATTERNS)[number];

interface PatternFacts {
  name: string;
  /** why people do it so, and what it costs */
  reason: string;
  cost: string;
}

/** The schools. Common practice, no source. */
export const PATTERN_FACTS: Record<Pattern, PatternFacts> = frozen({
  'backs-then-fronts': {
    name: 'All backs, then all fronts',
    reason: 'One flip; any mark of the turn lands on a back.',
    cost: 'A long wait before the flip, and both faces wait for the other.',
  },
  'coat-by-coat': {
    name: 'Face by face, coat by coat',
    reason: 'Both faces stay alike in age; a bad coat is seen early on the backs.',
    cost: 'A flip for every coat, each with its wait.',
  },
  hung: {
    name: 'Hung on hooks, all faces at once',
    reason: 'No flips: the shortest way through the coats.',
    cost: 'A hook’s hole in the edge nobody sees; runs show on upright faces; needs a line to hang on.',
  },
  points: {
    name: 'On points, both faces in one go',
    reason: 'No flips to wait for; lies flat, so fewer runs.',
    cost: 'Small marks on the backs where the points stood; turned while wet.',
  },
});

/** One pass: a coat of a layer on one face or both. */
export interface Pass {
  /** index of the layer */
  layer: number;
  /** number of the coat of that layer */
  coat: number;
  faces: readonly Face[];
}

/**
 * The passes of a pattern in order.
 * @param counts coats per face, one entry a layer
 */
export function passes(counts: CoatCounts, pattern: Pattern): Pass[] {
  const rounds = counts.flatMap((count, layer) =>
    Array.from({ length: Math.max(count.back, count.front) }, (_, i) => ({
      layer,
      coat: i + 1,
      faces: FACES.filter((face) => count[face] > i),
    })),
  );
  const only = (face: Face): Pass[] =>
    rounds.flatMap((r) => (r.faces.includes(face) ? [{ ...r, faces: [face] }] : []));
  switch (pattern) {
    case 'backs-then-fronts':
      return [...only('back'), ...only('front')];
    case 'coat-by-coat':
      return rounds.flatMap((r) => r.faces.map((face) => ({ ...r, faces: [face] })));
    case 'hung':
    case 'points':
      return rounds;
  }
}
