import { error } from '@sveltejs/kit';
import { SHEETS } from '$core/labels/sheet';
import { labelSheet } from '$server/files/label-pdf';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params, url }) => {
  const { file } = locals.open(params.job);
  const sheet = SHEETS.find((s) => s.key === url.searchParams.get('sheet')) ?? SHEETS[0];
  const first = Number(url.searchParams.get('first') ?? 1) - 1;
  if (!sheet || !Number.isInteger(first) || first < 0 || first >= sheet.columns * sheet.rows) {
    error(422, {
      message: `The sheet has labels 1 to ${(sheet?.columns ?? 0) * (sheet?.rows ?? 0)}.`,
      advice: 'Give the first free label on the sheet.',
    });
  }
  if (file.pieces.length === 0)
    error(409, { message: 'There are no pieces to label yet.', advice: 'Enter the survey first.' });
  const pdf = await labelSheet(sheet, first, file.job.name, file.pieces);
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="labels.pdf"` },
  });
};
