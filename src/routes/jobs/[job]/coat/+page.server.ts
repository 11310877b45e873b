import { recordFromForm } from '$server/fact-action';
import { benchPack } from '$server/services/bench/bench-pack';
import { contestedOf } from '$server/services/bench/contested';
import { elevations } from '$server/services/job/elevations';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const opened = locals.open(params.job);
  const now = locals.now();
  return {
    pack: benchPack(locals.db, opened, now),
    walls: elevations(opened.file, now),
    contested: contestedOf(locals.db, opened.file),
    device: locals.device,
  };
};

export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
