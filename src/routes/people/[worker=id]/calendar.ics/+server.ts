import { error } from '@sveltejs/kit';
import { icsResponse } from '$server/ics-response';
import { workerCalendar } from '$server/services/across/calendars';
import { listWorkers } from '$server/store/workers';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) => {
  const worker = listWorkers(locals.db).find((w) => w.id === params.worker);
  if (!worker) error(404, 'That person is not on the crew.');
  const now = locals.now();
  return icsResponse(worker.name, workerCalendar(locals.db, worker.id, now), now, 'work.ics');
};
