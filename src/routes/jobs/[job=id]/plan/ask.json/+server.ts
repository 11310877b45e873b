import { error } from '@sveltejs/kit';
import { packJson } from '$core/units/pack-json';
import { questions } from '$server/services/plan/questions';
import type { RequestHandler } from './$types';

/** What the page's planning worker needs to weigh changes, pins and the date. */
export const GET: RequestHandler = ({ locals, params }) => {
  const asked = questions(locals.db, locals.open(params.job).file, locals.now());
  if (!asked) error(409, 'Choose a system first: there is nothing to ask about yet.');
  return new Response(packJson(asked), {
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });
};
