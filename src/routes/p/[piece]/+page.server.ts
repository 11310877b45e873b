import { error } from '@sveltejs/kit';
import { openBench } from '$core/bench/view/bench-job';
import { pieceView } from '$core/bench/view/view';
import { answer } from '$server/answer';
import { hingesOf, notedWords } from '$core/kitchen/condition';
import { hidingPlace } from '$core/labels/hiding';
import { attachPhoto, removePhoto } from '$server/services/survey/attach-photo';
import { listPhotos } from '$server/store/photos';
import { jobOfPiece } from '$server/store/pieces';
import { benchPack } from '$server/services/bench/bench-pack';
import { recordFromForm } from '$server/fact-action';
import type { Actions, PageServerLoad } from './$types';

const jobOf = (locals: App.Locals, piece: string): string => {
  const job = jobOfPiece(locals.db, piece);
  if (!job)
    error(404, {
      message: 'There is no such piece.',
      advice: 'Scan the label again, or find the piece by its code on the job’s pages.',
    });
  return job;
};

export const load: PageServerLoad = ({ locals, params }) => {
  const { file, plan } = locals.open(jobOf(locals, params.piece));
  const piece = file.pieces.find((p) => p.id === params.piece);
  if (!piece) error(404, 'There is no such piece.');
  const now = locals.now();
  const view = pieceView(openBench(benchPack(locals.db, { file, plan }, now)), piece.id, now);
  if (!view) error(404, 'There is no such piece.');
  const zone = file.zones.find((z) => z.id === piece.zoneId);
  const hinges = hingesOf(piece, piece.condition);
  return {
    title: `Piece ${piece.code}`,
    jobId: file.job.id,
    jobName: file.job.name,
    zone: file.job.zone,
    unit: file.job.unit,
    letter: zone?.letter ?? '',
    view,
    hinges: piece.hinge ? hinges : null,
    hides: hidingPlace(piece.form, hinges).words,
    noted: notedWords(piece.condition),
    photos: listPhotos(locals.db, file.job.id).flatMap((p) =>
      p.piece === piece.id ? [{ ...p, code: null }] : [],
    ),
  };
};

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
