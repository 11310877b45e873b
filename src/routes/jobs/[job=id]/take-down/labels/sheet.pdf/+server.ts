import { error } from '@sveltejs/kit';
import { SHEETS } from '$core/labels/sheet';
import { orError } from '$server/base/answer';
import { labelSheet } from '$server/files/label-pdf';
import { pdfResponse } from '$server/files/pdf';
import { readLabelRequest } from '$server/services/take-down/label-form';
import { notePrint, wantedLabels } from '$server/services/take-down/labels';
import type { RequestHandler } from './$types';

/** Draws the labels and notes them as printed: their codes stay from now on. */
export const POST: RequestHandler = async ({ locals, params, request }) => {
  const form = await request.formData();
  const sheet = SHEETS.find((s) => s.key === form.get('sheet')) ?? SHEETS[0];
  const places = (sheet?.columns ?? 0) * (sheet?.rows ?? 0);
  const first = Number(form.get('first') || 1) - 1;
  if (!sheet || !Number.isInteger(first) || first < 0 || first >= places)
    error(422, {
      message: `The sheet has labels 1 to ${places}.`,
      advice: 'Give the first free label on the sheet.',
    });
  return orError(async () => {
    const { file } = locals.open(params.job);
    const wanted = wantedLabels(locals.db, file, readLabelRequest(form));
    const pdf = await labelSheet(sheet, first, file.job.name, wanted);
    notePrint(locals.db, file, locals.worker, locals.now(), 'sheet', wanted);
    return pdfResponse(pdf, 'labels.pdf');
  });
};
