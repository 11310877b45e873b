import { error } from '@sveltejs/kit';
import { packJson } from '$core/planning/pack';
import { questions } from '$server/services/ask';
import type { RequestHandler } from './$types';

/** What the page's planning worker needs: the job as data, and as it would be with one thing changed. */
export const GET: RequestHandler = ({ locals, params }) => {
  const { file } = locals.open(params.job);
  const asked = questions(locals.db, file, locals.now());
  if (!asked) error(409, 'Choose a system first: there is nothing to ask about yet.');
  return new Response(packJson(asked), {
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });
};
