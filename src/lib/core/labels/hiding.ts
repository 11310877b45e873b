/** Where the code of a piece is hidden, and where its tape label sits while it is coated. Common practice, no source. */
import { frozen } from '../frozen';
import type { Face } from '../coating/system';
import type { Hinges } from '../kitchen/condition';
import type { Form } from '../kitchen/kitchen';

export const WAYS = frozen(['lying', 'hung', 'points'] as const);
/** How pieces are coated: one face up, turned between; hanging, all faces; on points, both faces. */
export type Way = (typeof WAYS)[number];

/**
 * Where the code is written so that no coat covers it and nobody sees it later.
 * @returns the place in words, and whether an arrow up belongs beside the code
 */
export function hidingPlace(form: Form, hinges: Hinges): { words: string; arrow: boolean } {
  switch (form) {
    case 'door':
    case 'glass':
      if (hinges.count > 0 && hinges.kind === 'cup') return { words: 'in the top hinge cup', arrow: false };
      if (hinges.count > 0) return { words: 'under the top hinge plate', arrow: false };
      return { words: 'on the edge that the frame hides', arrow: true };
    case 'drawer':
    case 'false':
    case 'pullout':
      return { words: 'inside of the front, arrow up', arrow: true };
    case 'panel':
    case 'valance':
      return { words: 'on the edge that the cabinet hides', arrow: true };
    case 'shelf':
      return { words: 'on the back edge', arrow: false };
  }
}

/** Where the tape label sits during a pass. @param face the face that is coated; null for all at once */
export function tapePlace(way: Way, face: Face | null): string {
  if (way === 'hung') return 'on the hanger';
  if (way === 'points' || face === null) return 'on the slot of the rack';
  return face === 'front' ? 'on the back' : 'on the front';
}
