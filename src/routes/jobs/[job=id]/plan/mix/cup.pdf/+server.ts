import { error } from '@sveltejs/kit';
import { cupLabel } from '$server/files/cup-label-pdf';
import { pdfResponse } from '$server/files/pdf';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = async ({ locals, params, url }) => {
  const { file } = locals.open(params.job);
  const mix = file.state.mixes.find((m) => m.id === url.searchParams.get('mix'));
  if (!mix) error(404, 'There is no such mix. It may have been taken back.');
  return pdfResponse(await cupLabel(file, mix), 'cup.pdf');
};
