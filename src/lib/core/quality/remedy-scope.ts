/** What a touch-up coats anew: the spot, the whole face, or the whole piece. */
export const REMEDY_SCOPES = ['spot', 'face', 'piece'] as const;
export type RemedyScope = (typeof REMEDY_SCOPES)[number];
export const SCOPE_WORDS: Record<RemedyScope, string> = {
  spot: 'the spot alone',
  face: 'the whole face',
  piece: 'the whole piece',
};
