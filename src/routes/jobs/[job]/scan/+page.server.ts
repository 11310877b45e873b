import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file } = locals.open(params.job);
  return { pieces: file.pieces.map(({ id, code }) => ({ id, code })) };
};
