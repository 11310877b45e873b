import { error } from '@sveltejs/kit';
import { loadField } from '$ui/device/field';
import { jobOfPiece } from '$ui/device/piece-job';
import type { PageLoad } from './$types';

/** The piece that a label names. For the crew. */
export const load: PageLoad = async ({ fetch, params }) => {
  const field = await loadField(fetch, await jobOfPiece(fetch, params.piece));
  const piece = field.pack.pieces.find((p) => p.id === params.piece);
  if (!piece) error(404, 'There is no such piece.');
  const { id, zone, unit } = field.pack.job;
  return { title: `Piece ${piece.code}`, jobId: id, zone, unit, pieceId: piece.id, field };
};
