import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { fieldPack } from '$server/services/across/field-pack';
import { recordSoon } from '$server/services/bench/record-soon';
import { isRunning } from '$server/services/company/clock';
import { Refused } from '$server/base/refused';
import type { RequestHandler } from './$types';

const batch = z.object({
  facts: z.array(z.unknown()).min(1).max(500),
  /** ids of those whose painter waits for the answer */
  live: z.array(z.string()).max(500).default([]),
  /** tag of the pack that its device worked on, by the id of the fact */
  under: z.record(z.string(), z.string().max(64)).default({}),
});

/**
 * Facts of a job, in the order they arrived. For the crew.
 * With `?after=` the id of a fact, those that came after it; all of them, and it is said, where that is not known here.
 */
export const GET: RequestHandler = ({ locals, params, url }) => {
  const { facts } = locals.open(params.job).file;
  const after = url.searchParams.get('after');
  const place = after === null ? -1 : facts.findLastIndex((f) => f.id === after);
  return json(
    { facts: facts.slice(place + 1), whole: place < 0, now: locals.now() },
    { headers: { 'cache-control': 'no-store' } },
  );
};

/** Records a batch of facts, all or none. For the crew. The answer is sent when they are stored for good. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
  const parsed = batch.safeParse(await request.json().catch(() => null));
  if (!parsed.success)
    return json({ error: 'Send { "facts": [ … ] } with 1 to 500 facts.' }, { status: 400 });
  const { live, under } = parsed.data;
  try {
    const { ids, contested } = await recordSoon(locals.db, params.job, parsed.data.facts, {
      live,
      under,
      tag: () => fieldPack(locals.db, locals.open(params.job), locals.now()).tag,
    });
    return json({ recorded: ids, contested, now: locals.now(), running: isRunning(locals.db) });
  } catch (error) {
    if (error instanceof Refused)
      return json({ error: error.message, field: error.field, ...error.detail }, { status: error.status });
    throw error;
  }
};
