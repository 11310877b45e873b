import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const { file } = locals.open(params.job);
  return { pieces: file.pieces.map(({ id, code }) => ({ id, code })) };
};
