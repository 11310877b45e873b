/** What a touch-up coats anew: the spot, the whole face, or the whole piece. */
import { frozen } from '../frozen';
export const REMEDY_SCOPES = frozen(['spot', 'face', 'piece'] as const);
export type RemedyScope = (typeof REMEDY_SCOPES)[number];
export const SCOPE_WORDS: Record<RemedyScope, string> = frozen({
  spot: 'the spot alone',
  face: 'the whole face',
  piece: 'the whole piece',
});
