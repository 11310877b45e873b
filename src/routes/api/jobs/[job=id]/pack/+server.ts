import { fieldPack } from '$server/services/across/field-pack';
import { packJson } from '$core/units/pack-json';
import type { RequestHandler } from './$types';

/** What the pages of a job work on in a house. For the crew. Whoever has it already is told so by its tag. */
export const GET: RequestHandler = ({ locals, params, request }) => {
  const { data, tag } = fieldPack(locals.db, locals.open(params.job), locals.now());
  const etag = `"${tag}"`;
  if (request.headers.get('if-none-match') === etag)
    return new Response(null, { status: 304, headers: { etag } });
  return new Response(packJson({ ...data, tag }), {
    headers: { 'content-type': 'application/json', etag, 'cache-control': 'no-store' },
  });
};
