import { error } from '@sveltejs/kit';
import { answer } from '$server/base/answer';
import { attachPhoto, removePhoto } from '$server/services/survey/attach-photo';
import { jobOfPiece } from '$server/store/pieces';
import { recordFromForm } from '$server/fact-action';
import type { Actions } from './$types';

const jobOf = (locals: App.Locals, piece: string): string =>
  jobOfPiece(locals.db, piece) ?? error(404, 'There is no such piece.');

/** Without scripts the forms of this page post what they hold. For the crew. */
export const actions: Actions = {
  fact: (event) => recordFromForm(event, jobOf(event.locals, event.params.piece)),
  photo: async ({ request, locals, params }) => {
    const form = await request.formData();
    const photo = form.get('photo');
    return answer(async () => ({
      photo: await attachPhoto(locals.db, jobOf(locals, params.piece), {
        piece: params.piece,
        bytes: photo instanceof File ? new Uint8Array(await photo.arrayBuffer()) : new Uint8Array(),
        note: String(form.get('note') ?? ''),
        worker: locals.worker,
        now: locals.now(),
      }),
    }));
  },
  unphoto: async ({ request, locals, params }) => {
    const id = String((await request.formData()).get('photo') ?? '');
    return { removed: removePhoto(locals.db, jobOf(locals, params.piece), id) };
  },
};
