import { redirect } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Finds a piece by its code, or by the id that its QR code holds. */
export const GET: RequestHandler = ({ locals, params, url }) => {
  const code = (url.searchParams.get('code') ?? '').trim();
  const { file } = locals.open(params.job);
  const piece = file.pieces.find((p) => p.code.toLowerCase() === code.toLowerCase() || p.id === code);
  redirect(
    303,
    piece ? `/p/${piece.id}` : `/jobs/${params.job}/survey?missing=${encodeURIComponent(code.slice(0, 40))}`,
  );
};
