import { error } from '@sveltejs/kit';
import { findPhoto } from '$server/store/photos';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params, url }) => {
  const small = url.searchParams.get('size') === 'small';
  const image = findPhoto(locals.db, params.photo, small ? 'thumbnail' : 'image');
  if (!image) error(404, { message: 'There is no such photo.', advice: 'It may have been removed.' });
  return new Response(new Uint8Array(image), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
  });
};
