import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { attachPhoto } from '$server/services/survey/attach-photo';
import { Refused } from '$server/base/refused';
import type { RequestHandler } from './$types';

const asked = z.object({
  id: z.uuid(),
  /** null: of the kitchen */
  piece: z.uuid().nullable(),
  of: z.uuid().nullable(),
  note: z.string().max(500),
});

/** Attaches a photo, the body of the request, as its device calls it: one sent twice is stored once. */
export const PUT: RequestHandler = async ({ locals, params, request, url }) => {
  const q = url.searchParams;
  const parsed = asked.safeParse({
    id: q.get('id'),
    piece: q.get('piece') || null,
    of: q.get('of') || null,
    note: q.get('note') ?? '',
  });
  if (!parsed.success)
    return json(
      { error: 'Send a photo with ?id=…, &piece=… where it is of one, and &of=… of its flaw.' },
      { status: 400 },
    );
  try {
    const bytes = new Uint8Array(await request.arrayBuffer());
    const { worker } = locals;
    const id = await attachPhoto(locals.db, params.job, { ...parsed.data, bytes, worker, now: locals.now() });
    return json({ attached: id });
  } catch (error) {
    if (error instanceof Refused)
      return json({ error: error.message, field: error.field }, { status: error.status });
    throw error;
  }
};
