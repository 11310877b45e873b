/** Completion in the survey notation: what may be written where the caret is. */
import { frozen } from '../frozen';
import { CONTENTS, EXTRAS, LINE_STARTS, OPTIONS } from './notation-words';

interface Completion {
  /** what is put in place of the characters from `from` to the caret */
  text: string;
  /** what it means, in a few words */
  about: string;
}

const ABOUT: Record<string, string> = frozen({
  upper: 'hung cabinet',
  base: 'under the counter',
  tall: 'floor to top',
  wall: 'begins a wall',
  island: 'starts a side of an island',
  room: 'the walls below are in this room',
  unit: 'unit of bare numbers below',
  crown: 'moulding over hung cabinets',
  light: 'moulding under hung cabinets',
  toe: 'height of the toe kick',
  framed: 'with a face frame',
  frameless: 'fronts over the whole box',
  door: 'L or R after it is its hinge side',
  glass: 'door with glass',
  drawer: 'drawer front',
  false: 'false front',
  panel: 'removable panel',
  pullout: 'front of a pull-out',
  valance: 'board between two cabinets',
  pair: 'two doors',
  open: 'open cabinet, frame only',
  appliance: 'nothing to coat',
  gap: 'nothing there',
  corner: 'L or R: the side in the corner',
  blind: 'width the other run hides',
  end: 'L, R or both: a side that shows',
  shelf: 'loose shelves, coated too',
});

/** Words that fit at the end of a line up to the caret. */
function fitting(before: string): readonly string[] {
  if (!before.includes(':')) {
    const first = /^\s*([a-z]*)$/i.test(before);
    if (first) return LINE_STARTS;
    return /^\s*(upper|base|tall)\s+[\d]/i.test(before) ? OPTIONS : [];
  }
  const after = before.slice(before.lastIndexOf(':') + 1);
  return after.includes('+') ? EXTRAS : CONTENTS;
}

/**
 * Words that complete what is being typed.
 * @param line the line up to the caret
 * @returns where the word begins, and what it may become; none inside a note or when the word is complete
 */
export function complete(line: string): { from: number; options: Completion[] } {
  const typed = /[a-z]+$/i.exec(line)?.[0] ?? '';
  const from = line.length - typed.length;
  if (!typed || line.includes('#')) return { from, options: [] };
  const words = fitting(line).filter((w) => w.startsWith(typed.toLowerCase()));
  if (words.length === 1 && words[0] === typed.toLowerCase()) return { from, options: [] };
  return { from, options: words.map((text) => ({ text, about: ABOUT[text] ?? '' })) };
}
