import { error } from '@sveltejs/kit';
import { customerPhoto } from '$server/store/customers';
import type { RequestHandler } from './$types';

/** A photo of a report of this job. For the crew. */
export const GET: RequestHandler = ({ locals, params, url }) => {
  const which = url.searchParams.has('small') ? 'thumbnail' : 'image';
  const image = customerPhoto(locals.db, params.job, params.photo, which);
  if (!image) error(404, 'There is no such photo.');
  return new Response(new Uint8Array(image), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=3600' },
  });
};
