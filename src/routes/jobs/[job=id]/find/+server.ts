import { redirect } from '@sveltejs/kit';
import { readLabelKey } from '$core/labels/label-set';
import type { RequestHandler } from './$types';

/** Finds a piece by its code, or by what one of its labels holds. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const code = (url.searchParams.get('code') ?? '').trim();
  const { file } = locals.open(params.job);
  const label = readLabelKey(code);
  const piece = file.pieces.find(
    (p) => p.code.toLowerCase() === code.toLowerCase() || (label && 'piece' in label && p.id === label.piece),
  );
  redirect(
    303,
    piece ? `/p/${piece.id}` : `/jobs/${params.job}/survey?missing=${encodeURIComponent(code.slice(0, 40))}`,
  );
};
