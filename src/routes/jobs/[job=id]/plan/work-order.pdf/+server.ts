import { pdfResponse } from '$server/files/pdf';
import { workOrderPdf } from '$server/files/work-order-pdf';
import { chancesOf } from '$server/services/plan/chances';
import { orError } from '$server/base/answer';
import { listWorkers } from '$server/store/workers';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ locals, params }) =>
  orError(async () => {
    const job = await locals.openWithPlan(params.job);
    const { file, plan } = job;
    const chances = chancesOf(locals.db, job, locals.now());
    const people = new Map(listWorkers(locals.db).map((w) => [w.id, w.name]));
    return pdfResponse(await workOrderPdf(file, plan, people, chances), 'work-order.pdf');
  });
