/** The words of the survey notation, and what was meant by a word that is none of them. */
import { frozen } from '../frozen';
import { BANDS, BUILDS, FRONT_FORMS, VACANCIES, type Build } from './kitchen';

export const MOULDINGS = frozen(['crown', 'light', 'toe'] as const);
/** What runs along a wall: over hung cabinets, under them, along the floor. */
export type Moulding = (typeof MOULDINGS)[number];

/** Words that a line can begin with. */
export const LINE_STARTS = frozen([
  ...BANDS,
  'wall',
  'island',
  'room',
  'unit',
  ...MOULDINGS,
  ...BUILDS,
] as const);
/** Words that a row of fronts can hold, or that can are in its place. */
export const CONTENTS = frozen([...FRONT_FORMS, 'pair', ...VACANCIES] as const);
/** Words after the size of a cabinet. */
export const OPTIONS = frozen(['corner', 'blind', ...BUILDS] as const);
/** Words after a plus. */
export const EXTRAS = frozen(['end', 'shelf'] as const);

export const BUILD_OF_LINE: Build = 'framed';

/** Edit distance, for "did you mean". Levenshtein (1966). */
function distance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      next[j] = Math.min(
        (row[j] ?? 0) + 1,
        (next[j - 1] ?? 0) + 1,
        (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    }
    row = next;
  }
  return row[b.length] ?? 0;
}

/** The known word that is at most two letters away from what was typed, or null. */
export function nearest(word: string, words: readonly string[]): string | null {
  const typed = word.slice(0, 20);
  const best = words
    .map((w) => ({ w, d: distance(typed, w) }))
    .reduce<{ w: string; d: number } | null>((a, b) => (a && a.d <= b.d ? a : b), null);
  return best && best.d <= 2 ? best.w : null;
}
