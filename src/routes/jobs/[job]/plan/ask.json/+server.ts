import { error } from '@sveltejs/kit';
import { packJson } from '$core/planning/pack';
import { questions } from '$server/services/plan/ask';
import type { RequestHandler } from './$types';

/** What the page's planning worker needs: the job as data; asked for `changes`, also as it would be with one thing changed. */
export const GET: RequestHandler = async ({ locals, params, url }) => {
  const { file } = await locals.open(params.job);
  const asked = questions(locals.db, file, locals.now(), url.searchParams.has('changes'));
  if (!asked) error(409, 'Choose a system first: there is nothing to ask about yet.');
  return new Response(packJson(asked), {
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });
};
